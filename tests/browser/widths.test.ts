import { beforeAll, describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

/**
 * Every screen on a narrower window, on a telephone, and at 200 % (which is half the width at double size):
 * axe-core finds nothing, and nothing but boards and wide tables goes over the edge. Then the dialogs.
 */
const { everybody, arrive } = useDemo()
const WIDTHS = [
  { name: '1024', viewport: { width: 1024, height: 768 }, isColourKnown: true },
  { name: '200 %', viewport: { width: 640, height: 400, deviceScaleFactor: 2 }, isColourKnown: false },
  { name: '390', viewport: { width: 390, height: 844 }, isColourKnown: true },
]

/** The lower right corner of the board, where nothing lies. */
async function freePaper({ page }: Visitor): Promise<[number, number]> {
  const board = (await (await page.$('.board'))!.boundingBox())!
  return [board.x + board.width - 6, board.y + board.height - 6]
}

async function overTheEdge({ page }: Visitor): Promise<string[]> {
  return page.evaluate(() => {
    const { scrollWidth, clientWidth } = document.documentElement
    return scrollWidth > clientWidth + 1 ? [`${scrollWidth} wide in ${clientWidth}`] : []
  })
}

describe('at other widths', () => {
  let ada: Visitor
  let ilse: Visitor
  let screens: [Visitor, string][]

  beforeAll(async () => {
    ada = await arrive('Ada Brandvold')
    ilse = await arrive('Ilse Nygaard')
    const courseId = await ada.page.evaluate(
      async () => ((await (await fetch('/api/courses')).json()) as { id: string }[])[0]!.id,
    )
    const ilseId = await ilse.page.evaluate(
      async () => ((await (await fetch('/api/session')).json()) as { id: string }).id,
    )
    const id = (title: string): Promise<string> => ada.exerciseId(title)
    const [ledger, pair, trials, exchange, keepers] = [
      await id('The intake ledger'),
      await id('Who collected what'),
      await id('Trial by trial'),
      await id('Exchange with partner gardens'),
      await id('Keepers and bays'),
    ]
    screens = [
      [ada, '/'],
      [ada, `/courses/${courseId}`],
      [ada, `/courses/${courseId}/people`],
      [ada, `/courses/${courseId}/marks`],
      [ada, `/exercises/${exchange}/people/${ilseId}`],
      ...['brief', 'answer', 'rules', 'marks'].map((leaf): [Visitor, string] => [
        ada,
        `/exercises/${exchange}/set?leaf=${leaf}`,
      ]),
      [ada, `/exercises/${exchange}/set?leaf=rules&part=proof`],
      [ada, `/exercises/${exchange}/desk`],
      [ada, `/exercises/${exchange}/ledger`],
      [ada, `/exercises/${keepers}/desk`],
      [ada, `/exercises/${ledger}/set?leaf=brief&part=rows`],
      [ilse, '/'],
      [ilse, `/exercises/${pair}/work`],
      [ilse, `/exercises/${exchange}/work`],
      [ilse, `/exercises/${ledger}/work`],
      [ilse, `/exercises/${trials}/work`],
      [ilse, '/account'],
      [ilse, '/help/dependencies'],
      [ilse, '/help/diagram'],
      [ilse, '/help/script'],
      [ilse, '/help/notes'],
      [ilse, '/help/screens'],
    ]
  })

  it('nothing that axe-core finds, nothing over the edge', async () => {
    const found: string[] = []
    for (const [visitor, path] of screens) {
      await visitor.page.bringToFront()
      // Each is opened once, and its window made wider: what a telephone leaves out has to come.
      for (const [i, { name, viewport, isColourKnown }] of WIDTHS.toReversed().entries()) {
        await visitor.page.setViewport(viewport)
        await (i === 0 ? visitor.go(path) : visitor.settle())
        found.push(
          ...[...(await visitor.violations({ isColourKnown })), ...(await overTheEdge(visitor))].map(
            violation => `${name} ${path}: ${violation}`,
          ),
        )
      }
    }
    expect(found).toEqual([])
  })
})

describe('dialogs', () => {
  async function look(visitor: Visitor, what: string, open: () => Promise<void>): Promise<string[]> {
    await visitor.page.bringToFront()
    await open()
    const found = await visitor.violationsOfDialog()
    await visitor.page.keyboard.press('Escape')
    await visitor.dialogGone()
    return found.map(violation => `${what}, ${violation}`)
  }

  it('of a worksheet: nothing that axe-core finds', async () => {
    const ada = await arrive('Ada Brandvold')
    const keepers = await ada.exerciseId('Keepers and bays')
    const exchange = await ada.exerciseId('Exchange with partner gardens')
    const ilse = await arrive('Ilse Nygaard')
    await ilse.go(`/exercises/${exchange}/work`)
    await ilse.page.waitForSelector('.cm-content')
    const found = [
      ...(await look(ilse, 'palette', () => ilse.chord(['Control'], 'k'))),
      ...(await look(ilse, 'hand in', () => ilse.press('button', 'Hand in'))),
      ...(await look(ilse, 'versions', () => ilse.press('button', 'Versions'))),
    ]
    await ada.go(`/exercises/${keepers}/work`)
    await ada.press('button', 'Start')
    await ada.page.waitForSelector('.board')
    await ada.page.click('.entry input')
    await ada.typeLikeAPerson('Hall has letter\n')
    await ada.page.waitForSelector('[data-card]')
    found.push(
      ...(await look(ada, 'rename', async () => {
        await ada.page.click('[data-card]')
        await ada.page.keyboard.press('F2')
      })),
      ...(await look(ada, 'keys', async () => {
        await ada.page.click('[data-card]')
        await ada.page.keyboard.press('?')
      })),
    )
    const pair = await ada.exerciseId('Who collected what')
    await ada.go(`/exercises/${pair}/work`)
    await ada.press('button', 'Start')
    await ada.page.waitForSelector('.board')
    await ada.page.click('.entry input')
    await ada.typeLikeAPerson('trip takes along many collectors; collector goes on many trips\n')
    await ada.page.waitForSelector('[data-line]')
    found.push(...(await look(ada, 'level', () => ada.press('.levels button', 'Physical'))))
    expect(found).toEqual([])
  }, 180_000)

  it('the words of a card’s menu and the questions of its kinds: nothing that axe-core finds', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.go(`/exercises/${await ada.exerciseId('Keepers and bays')}/work`)
    // It was begun by the test before.
    await ada.page.waitForSelector('.board')
    await ada.page.click('.entry input')
    await ada.typeLikeAPerson('Hall is one of Shed, Cellar\n')
    await ada.page.waitForFunction(() => document.querySelectorAll('[data-card]').length === 3)
    await (await ada.page.$$('[data-card]'))[0]!.click({ button: 'right' })
    await ada.page.waitForSelector('[role=menuitem]')
    const found = await ada.violations()
    await ada.press('[role=menuitem]', 'Write on it')
    await ada.page.waitForSelector('.facts .name:focus')
    found.push(...(await ada.violations()))
    await ada.page.keyboard.press('Escape')
    await ada.page.focus('[data-card]')
    await ada.page.keyboard.press('l')
    await ada.page.keyboard.press('q')
    await ada.sees('Must every hall be one of these', '.questions')
    found.push(...(await ada.violations()))
    // A menu is of the card that was pressed, whichever other is chosen.
    await ada.page.keyboard.press('Escape')
    const name = (i: number): Promise<string> =>
      ada.page.$$eval('[data-card] .name', (all, at) => all[at]!.textContent!, i)
    const [kept, gone] = [await name(1), await name(2)]
    await (await ada.card(kept)).click()
    await (await ada.card(gone)).click({ button: 'right' })
    await ada.press('[role=menuitem]', 'Remove')
    await ada.page.waitForFunction(() => document.querySelectorAll('[data-card]').length === 2)
    await ada.card(kept)
    await ada.press('.head button', 'Undo')
    await ada.card(gone)
    // The line that is read goes by Delete, and comes back.
    await ada.page.mouse.click(...(await freePaper(ada)))
    await (await ada.card('Hall')).focus()
    await ada.page.keyboard.press('l')
    await ada.page.keyboard.press('Delete')
    await ada.page.waitForFunction(() => document.querySelectorAll('.kind').length === 0)
    await ada.chord(['Control'], 'z')
    await ada.page.waitForFunction(() => document.querySelectorAll('.kind').length === 2)
    expect(found).toEqual([])
  }, 60_000)

  it('asked nothing of another machine, broke no policy and threw no error', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})
