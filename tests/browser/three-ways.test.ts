import { beforeAll, describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

/**
 * One model, drawn three times: by mouse alone (with the keyboard for names only), by keys alone, by sentences
 * alone. The three are the same diagram.
 */
const { everybody, arrive } = useDemo()

interface Way {
  readonly verb: string
  readonly least: 0 | 1
  readonly most: 'one' | 'many'
}
interface Line {
  readonly from: string
  readonly to: string
  readonly there: Way
  readonly back: Way
  /** The other end is known only within the first, or the first within the other. */
  readonly isWeak?: boolean
  readonly roles?: readonly [string, string]
}

/** The model answer of "Keepers and bays". */
const CARDS: readonly (readonly [string, ...string[]])[] = [
  ['Hall', 'letter'],
  ['Bay', 'bay no', 'temperature'],
  ['Keeper', 'code', 'name'],
  ['Door key', 'key no'],
]
const LINES: readonly Line[] = [
  {
    from: 'Hall',
    to: 'Bay',
    there: { verb: 'has', least: 0, most: 'many' },
    back: { verb: 'lies in', least: 1, most: 'one' },
    isWeak: true,
  },
  {
    from: 'Bay',
    to: 'Keeper',
    there: { verb: 'is looked after by', least: 1, most: 'one' },
    back: { verb: 'looks after', least: 0, most: 'many' },
  },
  {
    from: 'Keeper',
    to: 'Bay',
    there: { verb: 'is at home in', least: 1, most: 'one' },
    back: { verb: 'is home of', least: 0, most: 'one' },
  },
  {
    from: 'Keeper',
    to: 'Keeper',
    there: { verb: 'is stood in for by', least: 0, most: 'one' },
    back: { verb: 'stands in for', least: 0, most: 'many' },
    roles: ['chief', 'deputy'],
  },
  {
    from: 'Bay',
    to: 'Door key',
    there: { verb: 'has', least: 1, most: 'many' },
    back: { verb: 'opens', least: 1, most: 'one' },
    isWeak: true,
  },
  {
    from: 'Door key',
    to: 'Keeper',
    there: { verb: 'is held by', least: 0, most: 'one' },
    back: { verb: 'holds', least: 0, most: 'many' },
  },
]
const SENTENCES = [
  'Hall has letter; Bay has bay no, temperature; Keeper has code, name; "Door key" has key no',
  'Bay is identified by bay no within hall; hall has any number of bays; bay lies in exactly one hall',
  'Bay is looked after by exactly one keeper; keeper looks after any number of bays',
  'Keeper is at home in exactly one bay; bay is home of at most one keeper',
  'Keeper as chief is stood in for by at most one keeper as deputy; keeper as deputy stands in for any number of keepers as chief',
  'Door key is identified by key no within bay; bay has one or more door keys; door key opens exactly one bay',
  'Door key is held by at most one keeper; keeper holds any number of door keys',
]

/** What the diagram says, without order. */
async function told(visitor: Visitor): Promise<string[]> {
  await visitor.press('.views button', 'As sentences')
  await visitor.page.waitForSelector('.sentences .said')
  const said = await visitor.page.$$eval('.sentences .said p', all => all.map(one => one.textContent!.trim()))
  await visitor.press('.views button', 'Board')
  await visitor.page.waitForSelector('.board')
  return said.toSorted()
}

/** Everything goes, by the keys of the board. */
async function clear(visitor: Visitor): Promise<void> {
  const { page } = visitor
  await page.waitForSelector('[data-card][tabindex="0"]')
  await page.focus('[data-card][tabindex="0"]')
  await visitor.chord(['Control'], 'a')
  await page.waitForFunction(
    () => document.querySelectorAll('.card.selected').length === document.querySelectorAll('.card').length,
  )
  await page.keyboard.press('Delete')
  await page.waitForFunction(() => document.querySelectorAll('[data-card]').length === 0)
}

const quick = { delay: 25 }

describe('the keepers', () => {
  let ada: Visitor
  const drawn: string[][] = []

  beforeAll(async () => {
    ada = await arrive('Ada Brandvold')
    const exercise = await ada.exerciseId('Keepers and bays')
    await ada.go(`/exercises/${exercise}/work`)
    await ada.press('button', 'Start')
    await ada.page.waitForSelector('.board')
  })

  it('by mouse alone, names typed', async () => {
    const { page } = ada
    const board = (await (await page.waitForSelector('.board'))!.boundingBox())!
    const places = [
      [0.06, 0.06],
      [0.62, 0.06],
      [0.62, 0.62],
      [0.06, 0.62],
    ] as const
    for (const [i, [name, ...facts]] of CARDS.entries()) {
      const [x, y] = places[i]!
      await page.mouse.click(board.x + board.width * x, board.y + board.height * y, { count: 2 })
      await page.waitForSelector('.facts .name:focus')
      await ada.typeLikeAPerson(`${name}\n${facts.map(fact => `${fact}\n`).join('')}`)
      // A click on the paper ends writing.
      await page.mouse.click(board.x + board.width * 0.5, board.y + board.height * 0.5)
      await ada.card(name)
      await page.waitForFunction(() => !document.querySelector('.facts'))
    }
    for (const line of LINES) {
      if (line.from === line.to) {
        await (await ada.card(line.from)).click()
        await ada.press('.tools button', 'Relate')
        await (await ada.card(line.to)).click()
      } else await ada.drawLine(line.from, line.to)
      await page.waitForSelector('.questions .verb:focus')
      for (const [at, way] of [line.there, line.back].entries()) {
        const verb = (await page.$$('.questions .way .verb'))[at]!
        await verb.click({ count: 3 })
        await page.keyboard.type(way.verb, quick)
        // The list of a select is the browser's own: it takes the focus, and the answer is chosen in it.
        for (const [i, value] of [String(way.least), way.most].entries()) {
          const select = (await page.$$('.questions .way select'))[at * 2 + i]!
          await select.focus()
          await select.select(value)
        }
      }
      if (line.isWeak) await ada.press('.questions .weak label', 'no, only within it')
      for (const [at, role] of (line.roles ?? []).entries()) {
        await (await page.$$('.questions .roles input'))[at]!.click()
        await page.keyboard.type(role, quick)
      }
      await ada.press('.questions button', 'Done')
      await page.waitForFunction(() => !document.querySelector('.questions'))
      await ada.press('.tools button', 'See all')
      await new Promise(done => setTimeout(done, 200))
    }
    drawn.push(await told(ada))
    expect(drawn[0]).toContain('One keeper as deputy stands in for any number of keepers as chief.')
    await clear(ada)
  }, 180_000)

  it('by keys alone', async () => {
    const { page } = ada
    const { keyboard } = page
    const onCard = (name: string): Promise<unknown> =>
      page.waitForFunction(
        wanted => document.activeElement?.querySelector('.name')?.textContent === wanted,
        { timeout: 5000 },
        name,
      )
    /** From wherever the focus is to a card, by the order of their making. */
    const walkTo = async (name: string): Promise<void> => {
      for (let i = 0; i < CARDS.length; i++) {
        const here = await page.evaluate(
          () => document.activeElement?.closest('[data-card]')?.querySelector('.name')?.textContent ?? '',
        )
        if (here === name) return
        await keyboard.press('PageDown')
        await new Promise(done => setTimeout(done, 120))
      }
      await onCard(name)
    }
    await ada.tabTo('As sentences')
    for (const [name, ...facts] of CARDS) {
      await keyboard.press('n')
      await page.waitForSelector('.facts .name:focus')
      await ada.typeLikeAPerson(`${name}\n`)
      await keyboard.type(facts.map(fact => `${fact}\n`).join(''), quick)
      await keyboard.press('Escape')
      await onCard(name)
    }
    for (const line of LINES) {
      await walkTo(line.from)
      await keyboard.press('r')
      await walkTo(line.to)
      await keyboard.press('Enter')
      await page.waitForSelector('.questions .verb:focus')
      for (const way of [line.there, line.back]) {
        await keyboard.type(way.verb, quick)
        await keyboard.press('Tab')
        await keyboard.press(way.least === 0 ? '0' : '1')
        await keyboard.press(way.most === 'one' ? '1' : 'm')
      }
      for (const role of line.roles ?? []) {
        await keyboard.type(role, quick)
        await keyboard.press('Tab')
      }
      if (line.isWeak) {
        await page.waitForFunction(() => document.activeElement?.matches('input[type=radio]'), {
          timeout: 5000,
        })
        await keyboard.press('ArrowDown')
      }
      await keyboard.press('Escape')
      await page.waitForFunction(() => !document.querySelector('.questions'))
    }
    drawn.push(await told(ada))
    expect(drawn[1]).toEqual(drawn[0])
    await clear(ada)
  }, 180_000)

  it('by sentences alone', async () => {
    const { page } = ada
    await page.click('.entry input')
    for (const [i, sentence] of SENTENCES.entries()) {
      if (i === 0) await ada.typeLikeAPerson(sentence)
      else await page.keyboard.type(sentence, quick)
      await page.keyboard.press('Enter')
      await page.waitForFunction(() => document.querySelector<HTMLInputElement>('.entry input')!.value === '')
    }
    drawn.push(await told(ada))
    expect(drawn[2]).toEqual(drawn[0])
  }, 180_000)

  it('a card between gets facts in each of the three ways, and its key stays', async () => {
    const { page } = ada
    const { keyboard } = page
    await page.click('.entry input')
    await keyboard.type('Lending is identified within keeper and door key', quick)
    await keyboard.press('Enter')
    const key = 'Lending is identified within keeper and door key.'
    expect(await told(ada)).toContain(key)
    // By mouse: the next fact is asked for, not what tells it apart.
    const lending = await ada.card('Lending')
    await lending.click({ count: 2 })
    await page.waitForSelector('.facts')
    expect(
      await page.$eval('.facts [aria-label="Next fact"]', field => field.getAttribute('placeholder')),
    ).toBe('next fact')
    expect(await ada.read('.facts .references')).toContain('Keeper')
    await page.click('.facts [aria-label="Next fact"]')
    await ada.typeLikeAPerson('seeds\n')
    const board = (await (await page.$('.board'))!.boundingBox())!
    await page.mouse.click(board.x + board.width - 8, board.y + 8)
    await page.waitForFunction(() => !document.querySelector('.facts'))
    expect(await told(ada)).toContain(key)
    // By keys.
    await page.focus('[data-card][tabindex="0"]')
    while (
      !(await page.evaluate(() => document.activeElement?.querySelector('.name')?.textContent === 'Lending'))
    ) {
      await keyboard.press('PageDown')
      await new Promise(done => setTimeout(done, 120))
    }
    await keyboard.press('Enter')
    await page.waitForSelector('.facts .name:focus')
    await keyboard.press('Enter')
    await keyboard.press('Tab')
    while (!(await page.evaluate(() => document.activeElement?.getAttribute('aria-label') === 'Next fact')))
      await keyboard.press('Tab')
    await ada.typeLikeAPerson('from day\n')
    await keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('.facts'))
    expect(await told(ada)).toContain(key)
    // By a sentence.
    await page.click('.entry input')
    await ada.typeLikeAPerson('Lending has to day\n')
    const said = await told(ada)
    expect(said).toContain(key)
    expect(said.find(text => text.startsWith('Lending has'))).toMatch(/seeds.*from day.*to day/)
  }, 120_000)

  it('an assessed exercise gives nothing away: no card between, no reference columns, no tables', async () => {
    const { page } = ada
    const cards = (): Promise<string[]> =>
      page.$$eval('[data-card] .name', all => all.map(one => one.textContent!).toSorted())
    const drawn = await cards()
    for (const level of ['Logical', 'Physical', 'Conceptual']) {
      await ada.press('.levels button', level)
      await page.waitForFunction(
        wanted => document.querySelector('.levels [aria-pressed=true]')!.textContent!.includes(wanted),
        {},
        level,
      )
      expect(await page.$('[role=dialog]')).toBeNull()
      expect(await cards()).toEqual(drawn)
    }
    const ways = await page.$$eval('.save option', all => all.map(one => one.textContent!).join())
    expect(ways).toContain('picture, SVG')
    expect(ways).not.toContain('tables')
  })

  it('asked nothing of another machine, broke no policy and threw no error', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})
