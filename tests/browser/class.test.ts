import { beforeAll, describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

/** A class as a whole: the ledger with its pictures, and one decision for all who made the same mistake. */
const { everybody, arrive } = useDemo()

describe('the class ledger', () => {
  let ada: Visitor
  beforeAll(async () => {
    ada = await arrive('Ada Brandvold')
  })

  it('has pictures, each with the same as a table, and the rules as questions of a test', async () => {
    await ada.go(`/exercises/${await ada.exerciseId('Exchange with partner gardens')}/ledger`)
    await ada.sees('Nothing handed in:', '.without')
    await ada.sees('The rules as questions')
    const titles = await ada.page.$$eval('figcaption', all => all.map(one => one.textContent!.trim()))
    expect(titles.map(title => title.split(/\s{2,}|\n/)[0])).toEqual([
      expect.stringContaining('Marks'),
      expect.stringContaining('Rules missed most'),
      expect.stringContaining('Handed in before'),
      ...titles.slice(3).map(() => expect.stringContaining('Attempts')),
    ])
    // Each student stands in one bar.
    await ada.press('.picture summary', 'As a table')
    const counts = await ada.page.$$eval('.picture:first-child tbody td', cells =>
      cells.map(cell => Number(cell.textContent)),
    )
    const students = await ada.page.$$eval('.grid tbody th', rows => rows.length)
    expect(counts.reduce((a, b) => a + b, 0)).toBe(students)
    expect(await ada.violations()).toEqual([])
    await ada.lightIs('dark')
    expect(await ada.violations({ only: 'color-contrast' })).toEqual([])
    await ada.lightIs('light')
  }, 60_000)

  it('finds a student, sorts by a rule, and shows how a rule was missed', async () => {
    const names = (): Promise<string[]> =>
      ada.page.$$eval('.grid tbody th', rows => rows.map(row => row.textContent!.trim()))
    await ada.page.click('.find input')
    await ada.typeLikeAPerson('ilse')
    await ada.sees('1 of 24', '.find')
    expect(await names()).toEqual(['Ilse Nygaard'])
    await ada.page.click('.find input', { count: 3 })
    await ada.page.keyboard.press('Delete')
    await ada.page.waitForFunction(() => document.querySelectorAll('.grid tbody th').length === 24)
    const hardest = await ada.page.$$eval('.shares button', all => {
      const shares = all.map(one => Number(one.textContent))
      return shares.indexOf(Math.min(...shares))
    })
    const shares = await ada.page.$$('.shares button')
    await shares[hardest]!.click()
    await ada.sees('how it was missed', '[role=dialog]')
    await ada.page.waitForSelector('[role=dialog] .group')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.page.keyboard.press('Escape')
    await ada.dialogGone()
  }, 60_000)

  it('has a column for each sheet in which a rule is asked', async () => {
    await ada.go(`/exercises/${await ada.exerciseId('Keepers and bays')}/ledger`)
    await ada.page.waitForSelector('.grid tbody th')
    const heads = await ada.page.$$eval('.grid thead tr:first-child button', all =>
      all.map(one => one.getAttribute('aria-label') ?? ''),
    )
    const [first] = heads.filter(head => head.startsWith('Rule 1,'))
    expect(first).toMatch(/^Rule 1, (Diagram|Dictionary|Script): /)
    expect(heads.filter(head => head.startsWith('Rule 1,')).length).toBeGreaterThan(1)
  })
})

describe('three passes', () => {
  it('are gone through by keys alone, until the whole class is looked at', async () => {
    const ada = await arrive('Ada Brandvold')
    const { keyboard } = ada.page
    await ada.go(`/exercises/${await ada.exerciseId('Exchange with partner gardens')}/desk`)
    await ada.page.waitForSelector('.queue [aria-current=true]')
    await ada.sees('24', '.passes')
    const passes = async (): Promise<string> => (await ada.read('.passes')).replaceAll(/\s+/g, ' ')
    expect(await passes()).toMatch(/^To decide \d+ Same mistakes \d+ Each hand-in 24$/)
    const inQueue = (): Promise<number> => ada.page.$$eval('.queue button', all => all.length)
    const onPaper = (): Promise<void> =>
      ada.page.evaluate(() => (document.activeElement as HTMLElement).blur())

    // What the engine cannot tell, first: each open cell is decided with a reason.
    await ada.tabTo('To decide')
    await keyboard.press('Enter')
    const toDecide = await inQueue()
    expect(toDecide).toBeGreaterThan(0)
    expect(toDecide).toBeLessThan(24)
    await ada.sees('Ximena Aguirre', '.rules thead')
    await onPaper()
    for (let open = 0; open < 5 && (await ada.page.$('.account [data-open], .account .open')); open++) {
      const cell = await ada.page.$$eval('.rules tbody tr', rows =>
        rows.findIndex(row => row.querySelector('.sign-cell')!.textContent!.includes('cannot tell')),
      )
      if (cell < 0) break
      for (const digit of String(cell + 1)) await keyboard.press(digit as '1')
      await keyboard.press('Enter')
      await ada.page.waitForSelector(`[data-rule=r${cell + 1}].chosen`)
      await keyboard.press('u')
      await ada.page.waitForSelector('.reason input')
      await ada.typeLikeAPerson('Seen by hand.')
      await keyboard.press('Enter')
      await ada.page.waitForFunction(
        row => document.querySelector(`[data-rule=r${row + 1}] .hand`) !== null,
        {},
        cell,
      )
    }
    // A type that is nowhere made: the script does not run, which nobody decides otherwise.
    await ada.sees('39', '[data-sum]')

    // The same mistakes: read one, see who made it, go on.
    await ada.tabTo('Same mistakes')
    await keyboard.press('Enter')
    await ada.page.waitForSelector('.mistakes button')
    const counts = await ada.page.$$eval('.mistakes .count', all => all.map(one => Number(one.textContent)))
    expect(counts).toEqual(counts.toSorted((a, b) => b - a))
    expect(counts.at(-1)).toBeGreaterThan(1)
    await onPaper()
    await keyboard.press('j')
    await ada.settle()
    await keyboard.press('j')
    await ada.settle()
    const [rule] = /rule (\d+)/.exec(await ada.read('.mistakes [aria-current=true] .head'))!.slice(1)
    await ada.page.waitForSelector(`[data-rule=r${rule}].chosen`)
    expect(await ada.violations()).toEqual([])
    await keyboard.press('g')
    await ada.page.waitForSelector('[role=dialog] .who li')
    const [, second] = counts
    expect(await ada.page.$$eval('[role=dialog] .who li', all => all.length)).toBe(second)
    await keyboard.press('Escape')
    await ada.dialogGone()

    // Each hand-in, one after the other; its account is in sight before it is looked at.
    await ada.tabTo('Each hand-in')
    await keyboard.press('Enter')
    await ada.page.waitForFunction(() => document.querySelectorAll('.queue button').length === 24)
    await onPaper()
    for (let i = 0; i < 24; i++) await keyboard.press('k')
    const names = await ada.page.$$eval('.queue .name', all => all.map(one => one.textContent!.trim()))
    for (const name of names) {
      await ada.sees(name, '.rules thead')
      await ada.page.waitForSelector('[data-sum]')
      await ada.chord(['Control'], 'Enter')
    }
    await ada.page.waitForFunction(
      () =>
        [...document.querySelectorAll('.queue button')].filter(line =>
          line.textContent!.includes('looked at'),
        ).length === 24,
    )
  }, 120_000)
})

describe('the whole of what one person made', () => {
  it('is read while it is written, which students are told', async () => {
    const wen = await arrive('Wen Zhao')
    const ada = await arrive('Ada Brandvold')
    const id = await ada.exerciseId('Exchange with partner gardens')
    await wen.go(`/exercises/${id}/work`)
    await wen.sees('those who teach the course, also while you work', '.facts')
    await wen.press('button', 'Start')
    await wen.page.waitForSelector('.cm-content')
    await wen.page.click('.cm-content')
    await wen.chord(['Control'], 'End')
    await wen.typeLikeAPerson('-- not yet')
    await wen.sees('Saved', 'header')

    await ada.go(`/exercises/${id}/ledger`)
    await ada.press('.without a', 'Wen Zhao')
    await ada.sees('Work of Wen Zhao', 'h1')
    await ada.sees('being worked on', 'header')
    await ada.sees('-- not yet', '.stood')
    expect(await ada.violations()).toEqual([])
    expect(await ada.page.$('.stood textarea, .stood [contenteditable=true]')).toBeNull()

    const bo = await arrive('Bo Achterberg')
    await bo.go(new URL(ada.page.url()).pathname)
    await bo.sees('-- not yet', '.stood')
    await wen.go(new URL(ada.page.url()).pathname)
    await wen.sees('This is for the instructors of the course.')
    expect(await wen.read('body')).not.toContain('-- not yet')
  }, 90_000)

  it('is opened from the desk with its findings, and goes back there', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.go(`/exercises/${await ada.exerciseId('Exchange with partner gardens')}/desk`)
    await ada.page.waitForSelector('[data-rule]')
    await ada.page.keyboard.press('v')
    await ada.sees('Work of', 'h1')
    const name = (await ada.read('h1')).replace('Work of ', '')
    await ada.sees('CREATE TABLE', '.stood')
    await ada.sees('upheld', '.remarks')
    await ada.sees(' of 40', '.remarks')
    await ada.page.keyboard.press('d')
    await ada.sees('Nothing differs.', '.stood')
    await ada.page.keyboard.press('ArrowLeft')
    await ada.sees('It is the first version')
    await ada.page.keyboard.press('p')
    await ada.sees('Nothing differs.', '.stood')
    await ada.page.keyboard.press('v')
    await ada.page.waitForSelector('[data-rule]')
    await ada.sees(name, '.rules thead')
  }, 60_000)
})

describe('the same mistake, by keys', () => {
  it('is decided for all who made it, and put back with one key', async () => {
    const ada = await arrive('Ada Brandvold')
    const { keyboard } = ada.page
    await ada.go(`/exercises/${await ada.exerciseId('Exchange with partner gardens')}/desk`)
    await ada.page.waitForSelector('.queue [aria-current=true]')
    await ada.settle()
    for (let i = 0; i < 24 && !(await ada.read('.rules thead')).includes('Hiroshi Tanabe'); i++) {
      await keyboard.press('j')
      await ada.settle()
    }
    for (const key of ['2', '0', 'Enter']) await keyboard.press(key as 'Enter')
    await ada.page.waitForSelector('[data-rule=r20].chosen')
    await keyboard.press('g')
    await ada.page.waitForSelector('[role=dialog] .who li')
    await ada.sees('25 → 28', '[role=dialog] .who')
    const before = await ada.read('[role=dialog] .who')
    const ticked = await ada.page.$$eval('[role=dialog] .who input:checked', all => all.length)
    expect(before).toContain('Hiroshi Tanabe 25 → 28 of 40, this rule 0 of 3')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.page.focus('[role=dialog] form input')
    await ada.typeLikeAPerson('Said in the lecture.')
    await keyboard.press('Enter')
    await ada.dialogGone()
    await ada.sees(`Set for ${ticked}`, 'header')
    await ada.sees('28', '[data-sum]')
    await ada.chord(['Control'], 'z')
    await ada.sees('Put back as it was.', 'header')
    await ada.sees('25', '[data-sum]')
  }, 60_000)

  it('erred nowhere, and asked nothing of another machine', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})
