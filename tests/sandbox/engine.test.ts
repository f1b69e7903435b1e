import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SandboxEngine, SandboxReport } from '@nomenklatura/core/instances'
import { EnginePool } from '../../sandbox/pool'
import { ServerEngine } from './support/server-engine'
import { workOf } from './support/work'

/** One suite for every engine: PostgreSQL in WebAssembly, and Debian's server. */
type Closable = SandboxEngine & { close(): Promise<void> }
const ENGINES: readonly (readonly [string, () => Promise<Closable>])[] = [
  [
    'in a thread',
    () =>
      Promise.resolve(
        new EnginePool({
          folder: process.env.NOMENKLATURA_SANDBOX!,
          engines: 1,
        }),
      ),
  ],
  ['on a server', () => ServerEngine.start('nomenklatura_sandbox_suite')],
]

const SHELVES = `CREATE TABLE shelf (no integer PRIMARY KEY, room varchar(5) NOT NULL);
CREATE TABLE jar (code char(4) PRIMARY KEY, shelf integer NOT NULL REFERENCES shelf, CONSTRAINT jar_code CHECK (code <> 'ZZZZ'));`

describe.each(ENGINES)('%s', (_, start) => {
  let engine: Closable
  beforeAll(async () => {
    engine = await start()
  })
  afterAll(() => engine.close())

  const refusalOf = ({ trials }: SandboxReport, at = 0) => {
    const outcome = trials[at]!
    return outcome.is === 'accepted' ? null : outcome.refusal
  }

  it('accepts and refuses, each trial on its own', async () => {
    const report = await engine.run(
      workOf(
        SHELVES,
        { tried: ["INSERT INTO shelf VALUES (1, 'A')"] },
        { tried: ["INSERT INTO shelf VALUES (1, 'A')"], looks: ['SELECT count(*)::text FROM shelf'] },
        { tried: ["INSERT INTO shelf VALUES (1, 'A')", "INSERT INTO shelf VALUES (1, 'B')"] },
      ),
    )
    expect(report.statements).toEqual([null, null])
    expect(report.trials.map(({ is }) => is)).toEqual(['accepted', 'accepted', 'refused'])
    expect(report.trials[1]).toMatchObject({ looks: ['1'] })
    expect(report.trials[2]).toMatchObject({
      at: 1,
      refusal: { state: '23505', table: 'shelf', constraint: 'shelf_pkey', columns: ['no'] },
    })
  })

  it('tells what refused: a key, a reference, a missing value, a check, a type', async () => {
    const before = ["INSERT INTO shelf VALUES (1, 'A')", "INSERT INTO jar VALUES ('J001', 1)"]
    const report = await engine.run(
      workOf(
        SHELVES,
        ...[
          "INSERT INTO jar VALUES ('J001', 1)",
          "INSERT INTO jar VALUES ('J002', 9)",
          "INSERT INTO jar VALUES ('J002', NULL)",
          "INSERT INTO jar VALUES ('ZZZZ', 1)",
          "INSERT INTO jar VALUES ('J0002', 1)",
          'DELETE FROM shelf WHERE no = 1',
        ].map(statement => ({ before, tried: [statement] })),
      ),
    )
    expect(report.trials.map((__, i) => refusalOf(report, i)?.state)).toEqual([
      '23505',
      '23503',
      '23502',
      '23514',
      '22001',
      expect.stringMatching(/^23(503|001)$/),
    ])
    expect(report.trials.slice(0, 4).map((__, i) => refusalOf(report, i)?.columns)).toEqual([
      ['code'],
      ['shelf'],
      ['shelf'],
      ['code'],
    ])
  })

  it('says when a trial cannot be made ready', async () => {
    const report = await engine.run(
      workOf(SHELVES, { before: ["INSERT INTO jar VALUES ('J001', 1)"], tried: ['DELETE FROM jar'] }),
    )
    expect(report.trials[0]).toMatchObject({ is: 'not ready', at: 0, refusal: { state: '23503' } })
  })

  it('asks for what may be put off at the end of what is tried', async () => {
    const script = `CREATE TABLE hive (no integer PRIMARY KEY, queen integer NOT NULL);
CREATE TABLE queen (no integer PRIMARY KEY, hive integer NOT NULL REFERENCES hive DEFERRABLE INITIALLY DEFERRED);`
    const report = await engine.run(
      workOf(
        script,
        { tried: ['INSERT INTO queen VALUES (1, 7)', 'INSERT INTO hive VALUES (7, 1)'] },
        { tried: ['INSERT INTO queen VALUES (1, 7)'] },
      ),
    )
    expect(report.trials.map(({ is }) => is)).toEqual(['accepted', 'refused'])
  })

  it('goes on after a statement that is refused, and tells which', async () => {
    const report = await engine.run(
      workOf(`${SHELVES}
CREATE TABLE lid (jar char(4) REFERENCES jars);
CREATE TABLE label (jar char(4) REFERENCES jar, text varchar(40));`),
    )
    expect(report.statements.map(refusal => refusal?.state ?? null)).toEqual([null, null, '42P01', null])
    expect(report.statements[2]!.message).toContain('jars')
  })

  it('makes the trials on what is meant where that is said', async () => {
    const report = await engine.run({
      statements: ['CREATE TABEL shelf (no integer)'],
      meant: ['CREATE TABLE shelf (no integer PRIMARY KEY)'],
      trials: [
        { before: [], tried: ['INSERT INTO shelf VALUES (1)', 'INSERT INTO shelf VALUES (1)'], looks: [] },
      ],
    })
    expect(report.statements[0]!.state).toBe('42601')
    expect(report.trials[0]).toMatchObject({ is: 'refused', at: 1 })
  })

  it('leaves nothing of one script to the next', async () => {
    const seen = await engine.run(workOf(`${SHELVES} INSERT INTO shelf VALUES (1, 'A');`))
    expect(seen.statements).toEqual([null, null, null])
    const again = await engine.run(
      workOf(
        SHELVES,
        { looks: ['SELECT count(*)::text FROM shelf'] },
        { looks: ['SELECT count(*)::text FROM jar'] },
      ),
    )
    expect(again.statements).toEqual([null, null])
    expect(again.trials).toEqual([
      { is: 'accepted', looks: ['0'] },
      { is: 'accepted', looks: ['0'] },
    ])
    const elsewhere = await engine.run(workOf('CREATE TABLE lid (jar char(4) REFERENCES jar);'))
    expect(elsewhere.statements[0]).toMatchObject({ state: '42P01' })
  })

  it('believes nothing that a trigger says of its own trial', async () => {
    const script = `${SHELVES}
CREATE FUNCTION pretend() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
  PERFORM set_config('nomenklatura.told', '[["accepted",0,[]]]', true);
  RAISE NOTICE 'accepted'; RAISE unique_violation USING MESSAGE = 'refused all the same'; END $$;
CREATE TRIGGER pretend BEFORE INSERT ON shelf FOR EACH ROW EXECUTE FUNCTION pretend();`
    const report = await engine.run(workOf(script, { tried: ["INSERT INTO shelf VALUES (1, 'A')"] }))
    expect(report.trials).toMatchObject([{ is: 'refused', refusal: { message: 'refused all the same' } }])
  })
})
