import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle } from 'puppeteer-core'
import { describe, expect, it } from 'vitest'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import { analyseRows, toCsv } from '@nomenklatura/core/rows'
import { intakeLedger } from '../../bench/rows'
import { useDemo, type Visitor } from './support'

const { everybody, arrive } = useDemo()
const folder = mkdtempSync(join(tmpdir(), 'nomenklatura-rows-'))
const LEDGER = ExerciseDocument.parse(
  JSON.parse(readFileSync('db/demo/exercises/the-intake-ledger.json', 'utf8')),
).rows![0]!

const bringIn = (visitor: Visitor, name: string, text: string): Promise<void> =>
  bringAllIn(visitor, { [name]: text })

async function bringAllIn(visitor: Visitor, texts: Readonly<Record<string, string>>): Promise<void> {
  const files = Object.entries(texts).map(([name, text]) => {
    const file = join(folder, name)
    writeFileSync(file, text)
    return file
  })
  const input = (await visitor.page.waitForSelector('input[type=file]')) as ElementHandle<HTMLInputElement>
  await input.uploadFile(...files)
}

const BAYS = 'bay,hall\nB-1,north\nB-2,south\n'

/** A new exercise from a table of rows, as far as its empty Rows leaf. */
async function newFromRows(visitor: Visitor, title: string): Promise<string> {
  await visitor.press('a', 'Relational Design')
  await visitor.press('button', 'Set an exercise')
  await visitor.type('form.paper input[maxlength="120"]', title)
  await visitor.press('.kinds label', 'from a table of rows')
  await visitor.press('form.paper button', 'Begin')
  await visitor.page.waitForSelector('input[type=file]')
  return visitor.page.url().replace(/.*\/exercises\/([^/]+)\/.*/, '$1')
}

describe('from somebody’s spreadsheet to an exercise', () => {
  let exerciseId = ''

  it('an instructor brings in a CSV, takes what is meant, and publishes relation, dictionary and rules', async () => {
    const ada = await arrive('Ada Brandvold')
    exerciseId = await newFromRows(ada, 'The ledger again')
    expect(await ada.violations()).toEqual([])
    await bringIn(ada, 'broken.csv', 'only names\n')
    await ada.sees('There is a line with names and no row below it.', '[role=alert]')
    await bringIn(ada, 'intake ledger.csv', toCsv(LEDGER.columns, LEDGER.rows))
    await ada.sees('40 rows', '.count')
    await ada.sees('several values of one fact in phone_1 and phone_2; speaks', '.count')
    await ada.sees('unlike the rest: 112090', 'thead')
    await ada.sees('leading zeros', 'thead')
    await ada.sees('Joined again, the parts give exactly the same rows.', '.joined')
    expect(await ada.violations()).toEqual([])

    // The rows come along into the parts: their join is the old table, and a change is made once.
    await ada.press('.split button', 'Try the parts, with their rows')
    await ada.sees('rows loaded into', '[role=dialog] .steps')
    await ada.press('.ask li button', 'The old table')
    await ada.sees('The old table: the parts joined again: accepted', '.steps')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.sees('40 rows', '.told')
    await ada.press('.ask li button', 'changed, once')
    await ada.sees('1 row touched.', '.steps')
    await ada.page.keyboard.press('Escape')
    await ada.dialogGone()

    // Two further tables at once, of which one is none.
    await ada.press('.choose button', 'One more table')
    await bringAllIn(ada, { 'bays.csv': BAYS, 'nothing.csv': 'only names\n' })
    await ada.sees('nothing.csv: There is a line with names and no row below it.', '[role=alert]')
    await ada.sees('bays 2 rows', '.choose [aria-pressed=true]')
    await ada.sees('2 rows, 2 columns', '.count')
    await ada.page.click('.deeds input', { count: 3 })
    await ada.typeLikeAPerson('intake_ledger')
    await ada.page.keyboard.press('Enter')
    await ada.sees('There is another table that is called “intake_ledger”.', '[role=alert]')
    await ada.press('.choose button', 'intake_ledger 40 rows')
    await ada.sees('40 rows', '.count')

    // A slip in one row: it is asked, shown, and taken as meant; then the join shows what the slip does.
    await ada.press('.found section:last-of-type .line', 'site → grid_ref')
    await ada.sees('No: these two agree on site and differ in grid_ref.', '.said')
    await ada.sees('All but 1 row of 40 keep to it: row 24.', '.said')
    await (
      (await ada.page.waitForFunction(() =>
        [...document.querySelectorAll('.found section:last-of-type li')]
          .find(line => line.textContent!.includes('site → grid_ref'))
          ?.querySelector('input'),
      )) as ElementHandle<HTMLElement>
    ).click()
    await ada.sees('rows that were not there', '.joined')
    await ada.sees('112090', '.split [aria-label="Rows that show it"]')

    // A part is renamed, and the whole is taken on.
    await ada.page.$eval('input[aria-label="Name of accession_collector"]', input => {
      ;(input as HTMLInputElement).value = 'packing'
      input.dispatchEvent(new Event('change'))
    })
    await ada.page.waitForSelector('.slip[aria-label=packing]')
    await ada.press('.take button', 'Take it into the exercise')
    await ada.sees('Taken:', '.take')
    await ada.settle()
    // The relation is what is left in first normal form: lists and numbered facts have tables of their own.
    await ada.page.waitForFunction(
      async id =>
        ((await (await fetch(`/api/exercises/${id}/setting`)).json()) as { document: ExerciseDocument })
          .document.relation?.attributes.length === 13,
      { polling: 300 },
      exerciseId,
    )
    const setting = await ada.page.evaluate(
      async id =>
        (await (await fetch(`/api/exercises/${id}/setting`)).json()) as { document: ExerciseDocument },
      exerciseId,
    )
    expect(setting.document.relation!.attributes).toEqual(
      LEDGER.columns.filter(name => !['speaks', 'phone_1', 'phone_2'].includes(name)),
    )
    expect(setting.document.sheets).toEqual(['dependencies', 'dictionary'])
    await ada.press('[role=tab]', 'Answer')
    await ada.sees('taxon → genus', '.relation .cm-content')
    await ada.press('.of-sheet button', 'Dictionary')
    await ada.page.waitForSelector('input[aria-label="Name of the entity packing"]')
    await ada.press('[role=tab]', 'Rules')
    await ada.page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLTextAreaElement>('textarea, input')].some(({ value }) =>
        value.includes('stands in each row, not several'),
      ),
    )
    await ada.press('[role=tab]', 'Brief')
    await ada.type(
      '.case-text[contenteditable=true]',
      'The vault kept its intake in one large ledger. Describe it, and split it.',
    )
    await ada.sees('nothing missing', '.foot')
    await ada.press('.foot button', 'Publish')
    await ada.press('[role=dialog] button', 'Publish')
    await ada.sees('Published: 28 students can see it', '.foot')
  })

  it('a student reads the rows, drafts the dictionary from them, mends it by keyboard, hands in, and it is marked', async () => {
    const wen = await arrive('Wen Zhao')
    const { keyboard } = wen.page
    await wen.go(`/exercises/${exerciseId}/work`)
    await wen.press('button', 'Start')
    await wen.page.waitForSelector('[role=tab]')
    // Where there is room for it the brief is open.
    await wen.page.waitForSelector('.brief-side, .rail')
    if (!(await wen.page.$('.brief-side'))) await wen.press('.rail button', 'Brief')
    await wen.press('.brief-leaves button', 'Rows')
    await wen.press('.choose button', 'bays 2 rows')
    await wen.sees('2 rows, 2 columns', '.count')
    await wen.press('.choose button', 'intake_ledger 40 rows')
    await wen.sees('Joined again, the parts give exactly the same rows.', '.joined')
    await wen.press('thead button', 'trip_no')
    await wen.press('.asks button', 'Could it identify a row?')
    await wen.sees('No: 40 rows share their trip_no with another.', '.said')
    await wen.press('.asks button', 'Does it determine')
    await wen.press('thead button', 'site')
    await wen.press('.asks button', 'Ask the rows')
    await wen.sees('a new site for it is', '.said')
    expect(await wen.violations()).toEqual([])

    await wen.press('.tabs [role=tab]', 'Dictionary')
    await wen.press('.views button', 'Ruled table')
    expect(await wen.violations()).toEqual([])
    await wen.press('.dictionary button', 'Draft it from the rows')
    await wen.page.waitForFunction(() => document.querySelectorAll('.dictionary tbody tr').length > 20)
    // By keys alone: to the collector's code, its type written as a number, which loses the zeros; then taken
    // back.
    const cell = async (field: string, column: number): Promise<string> =>
      wen.page.evaluate(
        (name, at) =>
          [...document.querySelectorAll('.dictionary tbody tr')].find(
            row => row.children[1]!.textContent === name && row.children[6]!.textContent === 'primary',
          )!.children[at]!.textContent!,
        field,
        column,
      )
    await wen.page.evaluate(() => {
      const row = [...document.querySelectorAll('.dictionary tbody tr')].find(
        line =>
          line.children[1]!.textContent === 'collector_code' && line.children[6]!.textContent === 'primary',
      )!
      ;(row.children[1] as HTMLElement).focus()
    })
    await keyboard.press('ArrowRight')
    await wen.typeLikeAPerson('whole number')
    await keyboard.press('Enter')
    expect(await cell('collector_code', 2)).toBe('whole number')
    await wen.page.waitForSelector('.dictionary td[aria-invalid=true]')
    await wen.press('.dictionary button', 'Undo')
    expect(await cell('collector_code', 2)).toBe('code')
    // Fill down, and back.
    await wen.page.evaluate(() => (document.querySelector('[data-cell="1 10"]') as HTMLElement).focus())
    await keyboard.press('ArrowUp')
    await wen.typeLikeAPerson('what it is')
    await keyboard.press('Enter')
    await wen.chord(['Control'], 'd')
    await wen.page.waitForFunction(
      () => document.querySelector('[data-cell="1 10"]')!.textContent!.trim() === 'what it is',
    )
    await keyboard.press('Tab')
    await wen.chord(['Control'], 's')
    await wen.settle()
    await wen.reload()
    await wen.press('.tabs [role=tab]', 'Dictionary')
    await wen.page.waitForFunction(
      () => document.querySelector('[data-cell="1 10"]')?.textContent!.trim() === 'what it is',
    )
    await wen.press('.views button', 'Catalogue')
    await wen.page.waitForSelector('.catalogue .entry')
    // What is typed is saved without leaving the slot, and its letters are one step.
    await wen.page.focus('[data-entry="2"] [data-slot=meaning]')
    await keyboard.type('counted by hand')
    await wen.page.waitForFunction(
      async id =>
        JSON.stringify(await (await fetch(`/api/exercises/${id}/worksheet`)).json()).includes(
          'counted by hand',
        ),
      { polling: 300 },
      exerciseId,
    )
    await wen.press('.dictionary button', 'Undo')
    await wen.page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('[data-entry="2"] [data-slot=meaning]')!.value === '',
    )
    expect(await wen.violations()).toEqual([])

    await wen.chord(['Control'], 'Enter')
    await wen.sees('upheld', '.margin-side')
    await wen.press('button', 'Hand in')
    await wen.press('[role=dialog] button', 'Hand in')
    await wen.sees('number H-')

    const ada = await arrive('Ada Brandvold')
    await ada.go(`/exercises/${exerciseId}/desk`)
    await ada.page.waitForFunction(() => document.querySelector('[data-sum]'), { timeout: 30_000 })
    await ada.sees('Dictionary', 'table.sheet thead')
    await ada.press('[data-rule] button', 'is identified by its code')
    // It is asked of the dependencies first, of which the student wrote none.
    await ada.sees('Nothing stands on this sheet.', '.evidence')
    await ada.page.keyboard.press('ArrowRight')
    await ada.sees('collector', '.evidence .view')
    expect(await ada.violations()).toEqual([])
  })

  it('100,000 rows are read and searched while the page can be typed in, and the search can be stopped', async () => {
    const ada = await arrive('Ada Brandvold')
    await newFromRows(ada, 'A very long table')
    // Six more columns in which nothing depends on anything keep the search busy.
    const { columns, rows } = intakeLedger(100_000)
    const wide = rows.map((row, i) => [
      ...row,
      ...[1, 2, 3, 4, 5, 6].map(n => String((i * 7919 * n + (i >> n)) % 997)),
    ])
    await bringIn(ada, 'long.csv', toCsv([...columns, 'm1', 'm2', 'm3', 'm4', 'm5', 'm6'], wide))
    await ada.sees('100000 rows', '.count')
    await ada.sees('All 100,000 are looked at here; the exercise keeps and shows the first 1,000.', '.about')
    await ada.press('.about button', 'Bring in others')
    await ada.page.focus('.pasted textarea')
    await ada.page.keyboard.type('typed while a hundred thousand rows are searched')
    // Everything that was typed is there, and the search goes on.
    expect(
      await ada.page.evaluate(() => [
        document.querySelector<HTMLTextAreaElement>('.pasted textarea')!.value,
        document.querySelector('.working') !== null,
      ]),
    ).toEqual(['typed while a hundred thousand rows are searched', true])
    await ada.press('.working button', 'Stop')
    await ada.sees('Stopped.')
    await ada.page.$eval('.turn input', input => {
      ;(input as HTMLInputElement).value = '99990'
      input.dispatchEvent(new Event('change'))
    })
    await ada.sees('SKV-099989', '.rows tbody')
  })
})

it('the split proposed for the demo’s ledger, joined, gives exactly its rows', () => {
  expect(analyseRows(LEDGER).proposal).toMatchObject({ spurious: 0, missing: 0 })
})

it('nothing left the machine, and no page had an error', () => {
  expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
})
