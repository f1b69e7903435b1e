import { beforeAll, describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

const { everybody, arrive } = useDemo()
let ada: Visitor
let bo: Visitor
let exchange: string
beforeAll(async () => {
  ada = await arrive('Ada Brandvold')
  bo = await arrive('Bo Achterberg')
  exchange = await ada.exerciseId('Exchange with partner gardens')
})

describe('two who mark one class', () => {
  it('share it out, and each finds their part first', async () => {
    await ada.go(`/exercises/${exchange}/desk`)
    await ada.press('button', 'Share out')
    await ada.sees('Evenly', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.press('[role=dialog] button', 'Share out')
    await ada.dialogGone()
    await ada.sees('Ada Brandvold 12', '[role=status]')
    await bo.go(`/exercises/${exchange}/desk`)
    await bo.sees('Yours: 12', '.whose')
    expect(await bo.page.$$eval('.queue li', lines => lines.length)).toBe(12)
  })

  it('what one has in hand the other reads, sees by whom, and may take over by a key', async () => {
    const id = await ada.page.evaluate(
      async exercise =>
        ((await (await fetch(`/api/exercises/${exercise}/desk`)).json()) as { queue: { id: string }[] })
          .queue[3]!.id,
      exchange,
    )
    await Promise.all([
      ada.page.waitForResponse(response => response.url().endsWith(`${id}/taking`)),
      ada.go(`/exercises/${exchange}/desk?handIn=${id}`),
    ])
    await bo.page.bringToFront()
    await bo.go(`/exercises/${exchange}/desk?handIn=${id}`)
    await bo.sees('Ada Brandvold has this in hand', '.holder')
    expect(await bo.page.$$eval('.verdicts button:not(:disabled)', all => all.length)).toBe(0)
    await bo.page.keyboard.press('u')
    await bo.sees('take it over (T)', '.fault')
    await bo.page.keyboard.press('t')
    await bo.page.waitForSelector('.verdicts button:not(:disabled)')
  })

  it('a decision is put back by Ctrl+Z', async () => {
    const verdict = () => bo.page.$eval('.verdicts [aria-pressed=true]', button => button.textContent!.trim())
    const before = await verdict()
    await bo.page.keyboard.press(before.includes('not shown') ? 'b' : 'n')
    await bo.page.waitForSelector('#reason')
    await bo.typeLikeAPerson('Looked at twice.\n')
    await bo.sees(before.includes('not shown') ? 'broken' : 'not shown', '[role=status]')
    await bo.settle()
    await bo.chord(['Control'], 'z')
    await bo.sees('Put back', '[role=status]')
    await bo.settle()
    expect(await verdict()).toBe(before)
  })
})

describe('points that people give', () => {
  it('are asked for in the setting, given at the desk by keys, and stand in the account', async () => {
    await ada.page.bringToFront()
    await ada.go(`/exercises/${exchange}/set?leaf=marks`)
    await ada.type('input[aria-label="A new criterion"]', 'Names are easy to read.')
    await ada.page.keyboard.press('Enter')
    await ada.sees('how verdicts become points', '.prepared')
    await ada.press('.prepared button', 'See who moves')
    await ada.press('[role=dialog] button', 'Take it')
    await ada.dialogGone()
    await ada.go(`/exercises/${exchange}/desk`)
    await ada.page.waitForFunction(
      () => document.querySelector('[aria-label="Points by hand"]')?.textContent?.includes('Names are easy'),
      { timeout: 60_000 },
    )
    await ada.settle()
    await ada.page.keyboard.press('m')
    await ada.typeLikeAPerson('0.5')
    await ada.page.keyboard.press('Tab')
    await ada.typeLikeAPerson('Some are short.\n')
    await ada.sees('Some are short.', '.account')
  })
})

describe('an element of the model answer', () => {
  it('is called otherwise everywhere, looked at first, and taken back by one undo', async () => {
    await ada.go(`/exercises/${exchange}/set?leaf=answer`)
    await ada.page.select('select[aria-label="Element of the model answer"]', 'dispatch')
    await ada.type('input[aria-label="Its new name"]', 'consignment')
    await ada.press('button', 'See what changes')
    await ada.sees('Every consignment goes to a garden.', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.press('[role=dialog] button', 'Rename everywhere')
    await ada.dialogGone()
    await ada.sees('consignment', '.cm-content')
    await ada.press('[role=tab]', 'Rules')
    const sentences = () =>
      ada.page.$$eval('input.sentence', fields => fields.map(field => (field as HTMLInputElement).value))
    await ada.page.waitForSelector('input.sentence')
    expect(await sentences()).toContain('Every consignment goes to a garden.')
    await ada.press('button', 'Undo')
    await ada.settle()
    await ada.sees('saved', '.state')
    expect(await sentences()).toContain('Every dispatch goes to a garden.')
  })
})

describe('the ledger', () => {
  it('tells who writes alike only to the instructor, and nothing where nobody does', async () => {
    await ada.go(`/exercises/${exchange}/ledger`)
    await ada.press('button', 'Alike')
    await ada.sees('no two are alike', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    await bo.page.bringToFront()
    await bo.go(`/exercises/${exchange}/ledger`)
    await bo.sees('Take out', 'button')
    expect(
      await bo.page.$$eval('button', all => all.some(button => button.textContent!.includes('Alike'))),
    ).toBe(false)
  })

  it('asked nothing of another machine, broke no policy and threw no error', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})
