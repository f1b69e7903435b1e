import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  EMPTY_TRIAL,
  addLines,
  askStatement,
  changeRow,
  enterLines,
  joinSentences,
  linesOfScript,
  nextLine,
  putBack,
  slipsOf,
  stepInWords,
  strikeRow,
  tablesAfter,
  trialTables,
  withStep,
  writeStep,
  type TypedLine,
  type RowTrialDocument,
  type TrialReport,
  type TrialTables,
  type TrialWork,
} from '@nomenklatura/core/row-trial'
import { readScript } from '@nomenklatura/core/sql'
import { EnginePool } from '../../sandbox/pool'
import { ServerEngine } from './support/server-engine'

/** Choirs, pieces and who sings them: a junction, a cascade, what is set empty, what holds back. */
const CHOIR = `CREATE TABLE voice (name varchar(10) PRIMARY KEY);
CREATE TABLE singer (
  no     integer PRIMARY KEY,
  name   varchar(40) NOT NULL,
  voice  varchar(10) REFERENCES voice ON DELETE SET NULL ON UPDATE CASCADE,
  deputy integer REFERENCES singer
);
CREATE TABLE piece (title varchar(40) PRIMARY KEY, minutes integer CHECK (minutes > 0));
CREATE TABLE part (
  singer integer REFERENCES singer ON DELETE CASCADE,
  piece  varchar(40) REFERENCES piece ON UPDATE CASCADE,
  PRIMARY KEY (singer, piece)
);
INSERT INTO part VALUES (1, 'Dawn'), (2, 'Dawn'), (1, 'Mill');
INSERT INTO singer (no, name, voice, deputy) VALUES (2, 'Oda Lind', 'alto', 1), (1, 'Per Aas', 'bass', NULL);
INSERT INTO piece VALUES ('Dawn', 4), ('Mill', 7);
INSERT INTO voice VALUES ('alto'), ('bass');`

interface Shows {
  show(trial: TrialWork): Promise<TrialReport>
  close(): Promise<void>
}
const ENGINES: readonly (readonly [string, () => Promise<Shows>])[] = [
  [
    'in a thread',
    () => Promise.resolve(new EnginePool({ folder: process.env.NOMENKLATURA_SANDBOX!, engines: 1 })),
  ],
  ['on a server', () => ServerEngine.start('nomenklatura_row_trial')],
]

const tablesOf = (script: string): TrialTables => trialTables(script, readScript(script), { starter: '' })
const workOf = (document: RowTrialDocument, tables: TrialTables): TrialWork => ({
  tables: tables.statements,
  steps: document.steps.map(step => writeStep(step, tables)),
})
/** All lines that wait, entered in the order of references. */
const loaded = (document: RowTrialDocument): RowTrialDocument =>
  enterLines(
    document,
    document.waiting.map((line, at) => ({ place: { is: 'waiting', at }, line })),
  )
const one = (line: TypedLine) => (document: RowTrialDocument) =>
  enterLines(addLines(document, [line]), [
    { place: { is: 'waiting', at: document.waiting.length }, line: { ...line, id: nextLine(document) } },
  ])

describe.each(ENGINES)('a row trial %s', (_, start) => {
  const tables = tablesOf(CHOIR)
  const full = loaded(addLines(EMPTY_TRIAL, linesOfScript(readScript(CHOIR)).lines))
  let engine: Shows
  beforeAll(async () => {
    engine = await start()
  })
  afterAll(() => engine.close())

  const show = (document: RowTrialDocument): Promise<TrialReport> => engine.show(workOf(document, tables))
  const lastInWords = async (document: RowTrialDocument) => {
    const at = document.steps.length - 1
    return stepInWords(document.steps[at]!, at, tables, await show(document))
  }
  const slip = (slips: ReturnType<typeof slipsOf>, name: string) => slips.find(({ table }) => table === name)!

  it("loads the script's own rows in the order of references, whatever theirs is", async () => {
    const report = await show(full)
    expect(report.tables).toEqual([null, null, null, null])
    expect(report.steps[0]!.outcomes.map(({ refusal }) => refusal)).toEqual(Array(9).fill(null))
    const slips = slipsOf(full, tables, report, 1)
    expect(slips.map(({ table, rows }) => [table, rows.length])).toEqual([
      ['voice', 2],
      ['singer', 2],
      ['piece', 2],
      ['part', 3],
    ])
    expect(slip(slips, 'singer').columns.find(({ name }) => name === 'voice')?.reference).toEqual({
      table: 'voice',
      column: 'name',
      choices: ['alto', 'bass'],
    })
  })

  it('refuses in a wrong order, and says what is missing', async () => {
    const wrong = one({ table: 'part', cells: { singer: '1', piece: 'Dawn' } })(EMPTY_TRIAL)
    const report = await show(wrong)
    const { lines } = slip(slipsOf(wrong, tables, report, 1), 'part')
    expect(lines).toHaveLength(1)
    expect(lines[0]!.refused?.words).toBe('No row of singer is there that singer 1 could refer to.')
    expect(lines[0]!.refused?.said).toMatch(/violates foreign key constraint/)
  })

  it.each([
    [
      { table: 'singer', cells: { no: '1', name: 'Ivo Berg' } },
      'Another row of singer has no 1 already: the primary key tells rows apart.',
    ],
    [{ table: 'singer', cells: { no: '9' } }, 'name must have a value.'],
    [{ table: 'piece', cells: { title: 'Ash', minutes: '0' } }, 'CHECK (minutes > 0) is not met.'],
    [
      { table: 'piece', cells: { title: 'Ash', minutes: 'long' } },
      'A value is not of the type of its column.',
    ],
    [{ table: 'voice', cells: { name: 'contrabassoon' } }, 'A text is longer than its column takes.'],
    [{ table: 'chair', cells: { no: '1' } }, 'There is no table chair now.'],
    [{ table: 'voice', cells: { colour: 'dark' } }, 'voice has no column colour now.'],
  ])('refuses %j in our words', async (line, words) => {
    const document = one(line)(full)
    const slips = slipsOf(document, tables, await show(document), 2)
    expect(slips.flatMap(({ lines }) => lines).map(({ refused }) => refused?.words)).toEqual([words])
  })

  it('strikes a parent out: which children go, which are emptied, which stop it', async () => {
    const singer = { table: 'singer', cells: { no: '2', name: 'Oda Lind', voice: 'alto', deputy: '1' } }
    const report = await show(strikeRow(full, singer))
    const slips = slipsOf(strikeRow(full, singer), tables, report, 2)
    expect(slip(slips, 'part').rows.map(({ cells, mark }) => [...cells, mark])).toEqual([
      ['1', 'Dawn', 'stands'],
      ['2', 'Dawn', 'gone'],
      ['1', 'Mill', 'stands'],
    ])
    expect((await lastInWords(strikeRow(full, singer))).rest).toBe('1 row of part went with it.')

    const voice = await lastInWords(strikeRow(full, { table: 'voice', cells: { name: 'alto' } }))
    expect(voice).toMatchObject({ word: 'accepted', rest: '1 row of singer changed with it.' })
    const deputy = { table: 'singer', cells: { no: '1', name: 'Per Aas', voice: 'bass', deputy: null } }
    expect(await lastInWords(strikeRow(full, deputy))).toMatchObject({
      word: 'refused',
      rest: 'Rows of singer still refer to no 1.',
    })
  })
  it('changes a key, and who refers to it follows or stops it', async () => {
    const piece = { table: 'piece', cells: { title: 'Dawn', minutes: '4' } }
    expect(await lastInWords(changeRow(full, piece, { title: 'First light' }))).toMatchObject({
      done: 'title of piece Dawn changed',
      word: 'accepted',
      rest: '2 rows of part changed with it.',
    })
    const singer = { table: 'singer', cells: { no: '1', name: 'Per Aas', voice: 'bass', deputy: null } }
    expect((await lastInWords(changeRow(full, singer, { no: '7' }))).word).toBe('refused')
    const emptied = changeRow(full, singer, { voice: '' })
    const rows = tablesAfter(await show(emptied), 2).find(({ table }) => table === 'singer')!.rows
    expect(rows.find(([no]) => no === '1')![2]).toBeNull()
  })

  it('answers join sentences from either side', async () => {
    const sentences = joinSentences(tables.schema, CHOIR)
    const ask = async (words: string, values: string[]) => {
      const sentence = sentences.find(({ words: [before] }) => before === words)!
      const report = await show(askStatement(full, sentence.statement(values)))
      return report.steps[1]!.outcomes[0]!.told!.rows.map(([first]) => first).toSorted()
    }
    expect(await ask('All pieces of singer', ['1'])).toEqual(['Dawn', 'Mill'])
    expect(await ask('All singers of piece', ['Dawn'])).toEqual(['1', '2'])
    expect(await ask('All singers of voice', ['alto'])).toEqual(['2'])
    expect(await ask('The voice of singer', ['2'])).toEqual(['alto'])
  })

  it('tells what statements answer: rows, how many were touched, how a query is cut', async () => {
    const asked = [
      'SELECT name FROM voice ORDER BY name',
      'UPDATE piece SET minutes = minutes + 1',
      'WITH gone AS (DELETE FROM part WHERE singer = 2 RETURNING piece) SELECT * FROM gone;',
      'SELECT generate_series(1, 100000000)',
      'SELECT nothing FROM nowhere',
      'DROP TABLE voice',
    ].reduce((document, text) => askStatement(document, text), full)
    const report = await show(asked)
    const told = report.steps.slice(1).map(({ outcomes }) => outcomes[0]?.told)
    expect(told[0]).toEqual({ columns: ['name'], rows: [['alto'], ['bass']], isCut: false, touched: null })
    expect(told[1]?.touched).toBe(2)
    expect(told[2]?.rows).toEqual([['Dawn']])
    expect(told[3]).toMatchObject({ isCut: true })
    expect(told[3]?.rows).toHaveLength(200)
    expect(report.steps[5]!.outcomes[0]!.refusal?.state).toBe('42P01')
    expect(stepInWords(asked.steps[6]!, 6, tables, report)).toMatchObject({ word: 'refused' })
    expect(report.steps[6]!.tables.map(({ table }) => table)).toContain('voice')
  })

  it('takes the rows of a witness as a whole, or not at all', async () => {
    const witness = (tried: string) =>
      withStep(EMPTY_TRIAL, {
        is: 'witness',
        title: 'Two with one number',
        before: ["INSERT INTO singer (no, name) VALUES (1, 'a')"],
        tried: [tried],
      })
    const refused = witness("INSERT INTO singer (no, name) VALUES (1, 'b')")
    const report = await show(refused)
    expect(stepInWords(refused.steps[0]!, 0, tables, report).word).toBe('refused')
    expect(report.steps[0]!.tables.find(({ table }) => table === 'singer')!.rows).toEqual([])
    const accepted = await show(witness("INSERT INTO singer (no, name) VALUES (2, 'b')"))
    expect(accepted.steps[0]!.tables.find(({ table }) => table === 'singer')!.rows).toHaveLength(2)
  })

  it('shows after putting back exactly what stood there before', async () => {
    const longer = strikeRow(full, { table: 'singer', cells: { no: '2' } })
    const before = await show(full)
    await show(longer)
    expect((await show(putBack(longer, 1))).steps).toEqual(before.steps)
    expect(putBack(longer, 0).waiting).toHaveLength(9)
  })

  it('makes what it can of a script that is partly refused', async () => {
    const broken = 'CREATE TABLE a (x integer PRIMARY KEY); CREATE TABLE b (y integer REFERENCES nowhere);'
    const partly = tablesOf(broken)
    const report = await engine.show(workOf(EMPTY_TRIAL, partly))
    expect(report.tables.map(refusal => refusal?.state ?? null)).toEqual([null, '42P01'])
    expect(slipsOf(EMPTY_TRIAL, partly, report, 0).map(({ table, isMade }) => [table, isMade])).toEqual([
      ['a', true],
      ['b', false],
    ])
  })

  it('strikes out a row of a table in a schema of its own', async () => {
    const attic = tablesOf('CREATE SCHEMA attic; CREATE TABLE attic.shelf (no integer PRIMARY KEY);')
    const entered = one({ table: 'shelf', cells: { no: '1' } })(EMPTY_TRIAL)
    const [slip] = slipsOf(entered, attic, await engine.show(workOf(entered, attic)), 1)
    expect(slip).toMatchObject({ table: 'shelf', namespace: 'attic', rows: [{ cells: ['1'] }] })
    const struck = strikeRow(entered, { table: 'shelf', namespace: 'attic', cells: { no: '1' } })
    expect((await engine.show(workOf(struck, attic))).steps[1]!.tables[0]!.rows).toEqual([])
  })

  it('means one of two rows that are alike, where nothing tells them apart', async () => {
    const loose = tablesOf('CREATE TABLE note (text varchar(20), at date);')
    const line = { table: 'note', cells: { text: 'again', at: '2024-05-01' } }
    const twice = one(line)(one(line)(EMPTY_TRIAL))
    const struck = strikeRow(twice, { table: 'note', cells: line.cells })
    const report = await engine.show(workOf(struck, loose))
    expect(report.steps[2]!.tables[0]!.rows).toEqual([['again', '2024-05-01']])
  })

  it('answers each step of any trial, whatever is typed, and shows the next as if nothing was', async () => {
    const before = await show(full)
    await fc.assert(
      fc.asyncProperty(fc.array(ANY_STEP, { minLength: 1, maxLength: 6 }), async steps => {
        const document = steps.reduce((trial, step) => step(trial), full)
        const report = await show(document)
        expect([report.stopped, document.steps.slice(1)]).toEqual([null, document.steps.slice(1)])
        expect(report.tables).toEqual(before.tables)
        expect(report.steps.map(({ outcomes }) => outcomes.length)).toEqual(
          workOf(document, tables).steps.map(({ statements }) => statements.length),
        )
        for (const after of document.steps.keys()) slipsOf(document, tables, report, after + 1)
      }),
      { numRuns: 60 },
    )
    expect(await show(full)).toEqual(before)
  })
})

/** Cells and statements of people who mistype, and of people who try it on. */
const typed = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.string({ unit: 'binary', maxLength: 8 }),
  fc.constantFrom(
    '1',
    '2',
    'alto',
    'Dawn',
    'NULL',
    "'",
    "''",
    '= 1 + 1',
    '= now()',
    '= (SELECT max(no) FROM singer)',
  ),
  fc.constantFrom(
    '\0',
    '\uD800',
    '=1); DROP TABLE part; --',
    "'); ROLLBACK; --",
    '$a$',
    '\\',
    'x'.repeat(19_000),
  ),
)
const column = fc.constantFrom('no', 'name', 'voice', 'deputy', 'title', 'minutes', 'singer', 'piece', 'gone')
const table = fc.constantFrom('voice', 'singer', 'piece', 'part', 'gone')
const cells = fc.dictionary(column, typed, { maxKeys: 4 })
const ANY_STEP = fc.oneof(
  fc.tuple(table, cells).map(([of, to]) => one({ table: of, cells: to })),
  fc.tuple(table, fc.dictionary(column, fc.option(typed), { maxKeys: 3 })).map(
    ([of, to]) =>
      (trial: RowTrialDocument) =>
        strikeRow(trial, { table: of, cells: to }),
  ),
  fc.tuple(table, cells, cells).map(
    ([of, from, to]) =>
      (trial: RowTrialDocument) =>
        changeRow(trial, { table: of, cells: from }, to),
  ),
  fc
    .oneof(
      typed,
      fc.constantFrom(
        'SELECT * FROM part',
        'COMMIT',
        'DELETE FROM part; SELECT 1',
        'SELECT 1/0',
        'WITH a AS (DELETE FROM part RETURNING *) SELECT * FROM a',
        'UPDATE singer SET no = no + 1',
        "SELECT set_config('search_path', 'pg_catalog', false)",
        'TRUNCATE part',
        'SELECT lo_create(0)',
        "SELECT set_config('role', 'none', false)",
        "SELECT set_config('transaction_read_only', 'on', true)",
        // Not so short that the server stops our own words after it, when the machine is busy.
        "SELECT set_config('statement_timeout', '60000', false)",
      ),
    )
    .map(statement => (trial: RowTrialDocument) => askStatement(trial, statement)),
)

it('goes back and forth in one room as if each trial were new', async () => {
  const engine = await ServerEngine.start('nomenklatura_row_trial_room')
  const room = engine.room()
  const tables = tablesOf(CHOIR)
  const full = loaded(addLines(EMPTY_TRIAL, linesOfScript(readScript(CHOIR)).lines))
  const struck = strikeRow(full, { table: 'singer', cells: { no: '2' } })
  const asked = askStatement(
    askStatement(full, 'SELECT * FROM part'),
    "DELETE FROM part WHERE piece = 'Mill'",
  )
  const shown = []
  for (const document of [full, struck, asked, full, struck, EMPTY_TRIAL])
    shown.push(await room.show(workOf(document, tables)))
  await room.leave()
  for (const [i, document] of [full, struck, asked, full, struck, EMPTY_TRIAL].entries())
    expect(shown[i]).toEqual(await engine.show(workOf(document, tables)))
  await engine.close()
})
