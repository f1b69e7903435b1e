import { describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

const { everybody, arrive } = useDemo()

const GARDENS = `CREATE TABLE garden (
  garden_id integer PRIMARY KEY,
  code char(4) NOT NULL,
  name varchar(60) NOT NULL,
  address varchar(200) NOT NULL,
  closed_on date
);
CREATE TABLE dispatch (
  dispatch_no integer PRIMARY KEY,
  garden_id integer NOT NULL REFERENCES garden,
  left_on date NOT NULL
);`

const LINES = `CREATE TABLE accession (
  accession_no char(9) PRIMARY KEY,
  taxon varchar(60) NOT NULL
);
CREATE TABLE dispatch (
  dispatch_no integer PRIMARY KEY,
  left_on date NOT NULL
);
CREATE TABLE line (
  dispatch_no integer REFERENCES dispatch ON DELETE CASCADE,
  accession_no char(9) REFERENCES accession,
  seeds integer NOT NULL CHECK (seeds > 0),
  PRIMARY KEY (dispatch_no, accession_no)
);`

async function openScript(visitor: Visitor, script: string): Promise<Visitor> {
  await visitor.go(`/exercises/${await visitor.exerciseId('Exchange with partner gardens')}/work`)
  await visitor.startWhereAsked()
  await visitor.write(script)
  await visitor.sees('Primary key', '.reading')
  return visitor
}

/** Fills the empty line of a slip key by key, with Tab from column to column, and enters it. */
async function enterLine(visitor: Visitor, table: string, cells: readonly string[]): Promise<void> {
  await visitor.page.waitForSelector(`[data-table=${table}] tr.empty input`)
  await visitor.page.click(`[data-table=${table}] tr.empty input`)
  for (const [i, cell] of cells.entries()) {
    if (i > 0) await visitor.page.keyboard.press('Tab')
    await visitor.typeLikeAPerson(cell)
  }
  await visitor.page.keyboard.press('Enter')
}

const stepsOf = (visitor: Visitor): Promise<string> => visitor.read('.steps')
const rowsOf = (visitor: Visitor, table: string): Promise<string[][]> =>
  visitor.page.$$eval(`[data-table=${table}] tbody tr:not(.line):not(.why):not(.gone)`, rows =>
    rows.map(row => [...row.querySelectorAll('input')].map(({ value }) => value)),
  )

describe('somebody says: but mine works', () => {
  let wen: Visitor

  it('sees a broken rule, and the rows of it accepted on the tables', async () => {
    wen = await openScript(await arrive('Wen Zhao'), GARDENS)
    await wen.press('button', 'Check')
    await wen.sees('A garden is identified by its code.', '[data-verdict=broken]')
    await wen.press('[data-rule=r1] .place')
    await wen.sees('PostgreSQL, asked', '[data-rule=r1]')
    await wen.press('[data-rule=r1] button', 'Try it')
    await wen.sees('PostgreSQL runs in this page.', '.trial')
    await wen.sees('Rows for “A garden is identified by its code”: accepted', '.steps')
    const gardens = await rowsOf(wen, 'garden')
    expect(gardens).toHaveLength(2)
    expect(gardens[0]![1]).toBe(gardens[1]![1])
  })

  it('mends the script, and the same rows are refused', async () => {
    await wen.press('.cm-line', 'code char(4) NOT NULL')
    await wen.page.keyboard.press('End')
    await wen.page.keyboard.press('ArrowLeft')
    await wen.typeLikeAPerson(' UNIQUE')
    await wen.sees('Rows for “A garden is identified by its code”: refused', '.steps')
    await wen.sees('Another row of garden has code', '.steps')
    expect(await stepsOf(wen)).toContain('duplicate key value violates unique constraint')
    expect(await rowsOf(wen, 'garden')).toEqual([])
  })

  it('checks again: the rule is upheld', async () => {
    await wen.press('button', 'Check')
    await wen.page.waitForFunction(() => document.querySelector('.note[data-rule=r1]') === null)
    await wen.press('.margin button', 'upheld')
    await wen.sees('A garden is identified by its code.', '.margin .upheld')
  })

  it('finds what was tried after a reload', async () => {
    await wen.sees('saved', '.state')
    await wen.settle()
    await wen.reload()
    await wen.press('.below-fold', 'Row trial')
    await wen.sees('Rows for “A garden is identified by its code”: refused', '.steps')
  })
})

describe('somebody who has only ever typed tables', () => {
  let ilse: Visitor

  it('enters a line before what it refers to, and reads why it is refused', async () => {
    ilse = await openScript(await arrive('Ilse Nygaard'), LINES)
    await ilse.press('.below-fold', 'Row trial')
    await ilse.sees('PostgreSQL runs in this page.', '.trial')
    await ilse.press('.below-head button', 'All the room')
    await enterLine(ilse, 'line', ['17', 'SKV-00417', '40'])
    await ilse.sees(
      'No row of dispatch is there that dispatch_no 17 could refer to.',
      '[data-table=line] .why',
    )
    expect(await ilse.read('[data-table=line] .why')).toContain('violates foreign key constraint')
  })

  it('types the parents, and all is loaded in order', async () => {
    await ilse.page.click('[data-table=accession] tr.empty input')
    await ilse.typeLikeAPerson('SKV-00417')
    await ilse.page.keyboard.press('Tab')
    await ilse.typeLikeAPerson('Silene')
    await enterLine(ilse, 'dispatch', ['17', '2024-05-02'])
    await ilse.sees('accepted', '[data-table=dispatch]')
    await ilse.press('.trial button', 'Load in order')
    await ilse.sees('2 rows loaded into accession and line', '.steps')
    await ilse.page.waitForFunction(() => document.querySelector('[data-table=line] tr.new') !== null)
    expect(await rowsOf(ilse, 'line')).toEqual([['17', 'SKV-00417', '40']])
    expect(await rowsOf(ilse, 'accession')).toEqual([['SKV-00417', 'Silene']])
  })

  it('pastes more rows, and a wrong number of seeds is refused by the CHECK', async () => {
    await ilse.page.$eval('[data-table=dispatch] tr.empty input', field => {
      const clipboardData = new DataTransfer()
      clipboardData.setData('text/plain', '18\t2024-06-11\n19\t2024-07-01')
      field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
    })
    await ilse.press('.trial button', 'Load in order')
    await ilse.sees('2 rows loaded into dispatch', '.steps')
    await enterLine(ilse, 'line', ['18', 'SKV-00417', '0'])
    await ilse.sees('CHECK (seeds > 0) is not met.', '[data-table=line] .why')
    await ilse.press('[data-table=line] button', 'throw away')
    await ilse.page.waitForFunction(() => document.querySelector('[data-table=line] .why') === null)
  })

  it('asks both join sentences', async () => {
    await ilse.press('.ask li button', 'All accessions of dispatch')
    await ilse.sees('Silene', '.told')
    expect(await stepsOf(ilse)).toContain('JOIN accession ON accession.accession_no = line.accession_no')
    await ilse.press('.ask li button', 'All dispatches of accession')
    await ilse.sees('2024-05-02', '.told')
  })

  it('strikes out a parent, and its line goes with it; puts it back', async () => {
    await ilse.page.hover('[data-table=dispatch] tbody tr')
    await ilse.press('[data-table=dispatch] .strike')
    await ilse.sees('1 row of line went with it.', '.steps')
    expect(await ilse.read('[data-table=line] tr.gone')).toContain('17')
    await ilse.press('.trial button', 'Put back')
    await ilse.page.waitForFunction(() => document.querySelector('[data-table=line] tr.gone') === null)
    expect(await rowsOf(ilse, 'line')).toHaveLength(1)
  })

  it('changes a key that others refer to: refused, and the field says again what stands there', async () => {
    const field = await ilse.page.$('[data-table=accession] tbody tr input')
    await field!.click({ count: 3 })
    await ilse.typeLikeAPerson('SKV-00500')
    await ilse.page.keyboard.press('Tab')
    await ilse.sees('accession_no of accession SKV-00417 changed: refused', '.steps')
    expect(await rowsOf(ilse, 'accession')).toEqual([['SKV-00417', 'Silene']])
  })

  it('writes a statement of its own, looks back at an earlier step, and puts everything back', async () => {
    await ilse.page.click('.ask textarea')
    await ilse.chord(['Control'], 'a')
    await ilse.typeLikeAPerson('UPDATE line SET seeds = 41')
    await ilse.chord(['Control'], 'Enter')
    await ilse.sees('1 row touched.', '.steps')
    expect(await rowsOf(ilse, 'line')).toEqual([['17', 'SKV-00417', '41']])
    await ilse.press('.steps .step', '2 rows loaded into accession and line')
    await ilse.sees('This is how it stood.', '.steps')
    expect(await ilse.read('[data-table=line]')).toContain('40')
    await ilse.press('.steps button', 'Back to now')
    while ((await ilse.page.$$('.steps li')).length > 1) {
      const before = (await ilse.page.$$('.steps li')).length
      await ilse.press('.trial button', 'Put back')
      await ilse.page.waitForFunction(
        count => document.querySelectorAll('.steps li').length < count,
        {},
        before,
      )
    }
    expect(await rowsOf(ilse, 'line')).toEqual([])
    expect(await ilse.read('[data-table=line]')).toContain('waits')
  })

  it('takes a statement that does not end, and says so', async () => {
    await ilse.press('.trial button', 'Start over')
    await ilse.sees('Begun anew.', '.trial')
    await ilse.press('.trial p button', 'Undo')
    await ilse.sees('waits', '[data-table=line]')
    await ilse.press('.trial button', 'Start over')
    await ilse.page.click('.ask textarea')
    await ilse.chord(['Control'], 'a')
    await ilse.typeLikeAPerson('SELECT pg_sleep(60)')
    await ilse.chord(['Control'], 'Enter')
    await ilse.sees('SELECT pg_sleep(60): stopped', '.steps')
    await enterLine(ilse, 'dispatch', ['1', '2024-05-02'])
    await ilse.page.waitForFunction(() => document.querySelector('[data-table=dispatch] tr.new') !== null)
  })

  it('tries rows in two windows: both are shown, and one goes on', async () => {
    await ilse.sees('saved', '.state')
    const other = await ilse.anotherWindow()
    everybody.push(other)
    await other.go(new URL(ilse.page.url()).pathname)
    await other.press('.below-fold', 'Row trial')
    await other.sees('PostgreSQL runs in this page.', '.trial')
    await ilse.page.bringToFront()
    await enterLine(ilse, 'dispatch', ['2', '2024-05-03'])
    await ilse.sees('saved', '.state')
    await ilse.settle()
    await other.page.bringToFront()
    await enterLine(other, 'dispatch', ['3', '2024-05-04'])
    await other.sees('Row trial was also changed in another window', '.state')
    await other.press('.state button', 'Look at both')
    await other.sees('entered: dispatch (dispatch_no 2, left_on 2024-05-03)', '[role=dialog]')
    await other.sees('entered: dispatch (dispatch_no 3, left_on 2024-05-04)', '[role=dialog]')
    await other.press('[role=dialog] button', 'Go on with that one')
    await other.page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLInputElement>('[data-table=dispatch] input')].some(
        ({ value }) => value === '2024-05-03',
      ),
    )
    expect((await rowsOf(other, 'dispatch')).map(([no]) => no)).not.toContain('3')
    await other.page.close()
    await ilse.page.bringToFront()
  })

  it('has nothing on it that a screen reader cannot tell', async () => {
    expect(await ilse.violations()).toEqual([])
  })
})

describe('a browser that cannot run the engine', () => {
  it('tries rows on the server, with the same slips and words', async () => {
    const wen = await arrive('Wen Zhao')
    await wen.page.evaluateOnNewDocument(() => {
      const { Worker: Usual } = window
      window.Worker = class extends Usual {
        constructor(url: string | URL, options?: WorkerOptions) {
          if (String(url).includes('/engine/')) throw new Error('This browser has no room for it.')
          super(url, options)
        }
      }
    })
    await openScript(wen, LINES)
    if (!(await wen.page.$('.trial'))) await wen.press('.below-fold', 'Row trial')
    await wen.sees('PostgreSQL runs on the server.', '.trial')
    await enterLine(wen, 'dispatch', ['17', '2024-05-02'])
    await wen.sees('A row entered into dispatch: accepted', '.steps')
    await enterLine(wen, 'dispatch', ['17', '2024-05-09'])
    await wen.sees('duplicate key value violates unique constraint', '.trial')
    await wen.press('.trial button', 'Put back')
    await wen.sees('waits', '[data-table=dispatch]')
  })
})

it('no page erred, and no request left the machine', () => {
  expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
})
