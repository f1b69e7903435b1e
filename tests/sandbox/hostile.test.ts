import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SandboxReport, SandboxWork } from '@nomenklatura/core/instances'
import { EnginePool } from '../../sandbox/pool'
import { workOf } from './support/work'

/**
 * Scripts that mean harm, or do it: each ends in a clear verdict, and the next script finds an engine as it was
 * on the first day. What is of no kind that scripts may run is left out before; here it is handed to the engine
 * all the same, as if it had slipped through.
 */
const MS = 1500
let pool: EnginePool
beforeAll(async () => {
  pool = new EnginePool({
    folder: process.env.NOMENKLATURA_SANDBOX!,
    engines: 1,
    ms: MS,
  })
  await pool.warm()
})
afterAll(() => pool.close())

const HONEST = workOf('CREATE TABLE jar (code char(4) PRIMARY KEY);', {
  tried: ["INSERT INTO jar VALUES ('J001')"],
  looks: [
    'SELECT count(*)::text FROM jar',
    'SELECT current_user::text',
    "SELECT count(*)::text FROM pg_catalog.pg_class WHERE relname IN ('loot', 'jar')",
    "SELECT current_setting('search_path')",
    "SELECT current_setting('session_replication_role')",
  ],
})

async function staysHonest(): Promise<void> {
  expect(await pool.run(HONEST)).toEqual({
    statements: [null],
    trials: [{ is: 'accepted', looks: ['1', 'nomenklatura_student', '1', 'public', 'origin'] }],
    stopped: null,
  })
}

const states = ({ statements }: SandboxReport): (string | null)[] =>
  statements.map(refusal => refusal?.state ?? null)

/** Left out by kind, whatever the spelling; nothing but the table is handed over. */
const LEFT_OUT: readonly (readonly [string, string])[] = [
  ['a program', "COPY jar TO PROGRAM 'touch /tmp/loot'"],
  ['a file', "copy jar from '/etc/passwd'"],
  ['a block', 'DO $$ BEGIN LOOP END LOOP; END $$'],
  ['a setting', 'SET session_replication_role = replica'],
  ['another role', 'SET ROLE postgres'],
  ['the old role', 'RESET ROLE'],
  ['a setting of the system', "ALTER SYSTEM SET fsync = 'on'"],
  ['a role of its own', 'CREATE ROLE loot SUPERUSER'],
  ['another password', "ALTER ROLE postgres PASSWORD 'loot'"],
  ['a database', 'CREATE DATABASE loot'],
  ['an extension', 'CREATE EXTENSION dblink'],
  ['a language', 'CREATE LANGUAGE plpython3u'],
  ['an event trigger', 'CREATE EVENT TRIGGER t ON ddl_command_end EXECUTE FUNCTION f()'],
  ['a server', "CREATE SERVER loot FOREIGN DATA WRAPPER file_fdw OPTIONS (host 'x')"],
  ['the end of the transaction', 'COMMIT'],
  ['a commented end', '/* a /* b */ */ COMMIT'],
  ['a beginning', 'BEGIN; COMMIT; START TRANSACTION'],
  ['a savepoint', 'ROLLBACK TO SAVEPOINT script'],
  ['two phases', "PREPARE TRANSACTION 'loot'"],
  ['a statement for later', 'PREPARE loot AS SELECT 1'],
  ['listening', 'LISTEN loot'],
  ['a lock', 'LOCK TABLE pg_catalog.pg_class'],
  ['cleaning', 'VACUUM FULL'],
  ['a library', "LOAD '/tmp/loot.so'"],
  ['grants', 'GRANT ALL ON ALL TABLES IN SCHEMA pg_catalog TO PUBLIC'],
  ['a query', 'SELECT pg_sleep(1000)'],
]

describe('what is of no kind that scripts may run', () => {
  it.each(LEFT_OUT)('%s is left out', (_, statement) => {
    const { statements } = workOf(`CREATE TABLE jar (code char(4) PRIMARY KEY);\n${statement};`)
    expect(statements.map(text => text.slice(0, 12))).toEqual(['CREATE TABLE'])
  })

  it.each(LEFT_OUT.filter(([what]) => what !== 'a query' && what !== 'a block'))(
    '%s does no harm where it slips through',
    async (_, statement) => {
      const work: SandboxWork = {
        statements: ['CREATE TABLE loot (a integer)', statement],
        meant: null,
        trials: [{ before: [], tried: ['INSERT INTO loot VALUES (1)'], looks: [] }],
      }
      const { stopped, statements } = await pool.run(work)
      expect(stopped === 'engine' || statements.length === 2).toBe(true)
      await staysHonest()
    },
  )
})

const endless = (language: string, body: string): string =>
  `CREATE FUNCTION f(n integer) RETURNS boolean LANGUAGE ${language} AS $$ ${body} $$;`

/** By kinds that are allowed: what ends it, and at which statement or in the trials. */
const ENDED: readonly (readonly [string, string, string, (report: SandboxReport) => unknown, unknown])[] = [
  [
    'a function without end',
    `${endless('plpgsql', 'BEGIN LOOP END LOOP; END')} CREATE TABLE loot (a integer DEFAULT 1 CHECK (f(a)));`,
    'INSERT INTO loot VALUES (1)',
    ({ stopped }) => stopped,
    'time',
  ],
  [
    'a function that calls itself in a check',
    `CREATE FUNCTION f(n integer) RETURNS boolean LANGUAGE plpgsql AS $$ BEGIN RETURN f(n + 1); END $$;
     CREATE TABLE loot (a integer CHECK (f(a)));`,
    'INSERT INTO loot VALUES (1)',
    ({ stopped, trials }) => stopped ?? (trials[0]?.is === 'refused' && trials[0].refusal.state),
    '54001',
  ],
  [
    'a trigger that enters what it waits for',
    `CREATE TABLE loot (a integer);
     CREATE FUNCTION more() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN INSERT INTO loot VALUES (NEW.a + 1); RETURN NEW; END $$;
     CREATE TRIGGER more BEFORE INSERT ON loot FOR EACH ROW EXECUTE FUNCTION more();`,
    'INSERT INTO loot VALUES (1)',
    ({ stopped, trials }) => stopped ?? (trials[0]?.is === 'refused' && trials[0].refusal.state),
    '54001',
  ],
  [
    'sleeping',
    'CREATE TABLE loot (a integer CHECK (pg_sleep(1000) IS NOT NULL));',
    'INSERT INTO loot VALUES (1)',
    ({ stopped }) => stopped,
    'time',
  ],
  [
    'a table of many rows',
    'CREATE TABLE loot AS SELECT g, repeat(g::text, 100) AS t FROM generate_series(1, 100000000) g;',
    'INSERT INTO loot DEFAULT VALUES',
    report => report.stopped ?? states(report)[0],
    expect.stringMatching(/time|^53/),
  ],
  [
    'a view over very many rows',
    'CREATE VIEW loot AS SELECT a.n FROM generate_series(1, 100000000) a(n), generate_series(1, 1000) b;',
    'SELECT count(*) FROM loot',
    ({ stopped, trials }) => stopped ?? (trials[0]?.is === 'refused' && trials[0].refusal.state),
    expect.stringMatching(/time|53400/),
  ],
  [
    'a very long text',
    "CREATE TABLE loot (t text DEFAULT repeat('x', 900000000));",
    'INSERT INTO loot DEFAULT VALUES',
    ({ stopped, trials }) => stopped ?? (trials[0]?.is === 'refused' && trials[0].refusal.state),
    expect.stringMatching(/memory|53200|54000/),
  ],
  [
    'a very long list',
    'CREATE TABLE loot (t integer[] DEFAULT array_fill(1, ARRAY[100000000]));',
    'INSERT INTO loot DEFAULT VALUES',
    ({ stopped, trials }) => stopped ?? (trials[0]?.is === 'refused' && trials[0].refusal.state),
    expect.stringMatching(/memory|53200|54000/),
  ],
  [
    'a pattern that takes for ever',
    "CREATE TABLE loot (t text CHECK (t !~ '^(a+)+(a+)+(a+)+(a|b)*c(a|b)*\\1$'));",
    `INSERT INTO loot VALUES ('${'ab'.repeat(4000)}')`,
    ({ stopped, trials }) => stopped ?? trials[0]?.is,
    expect.stringMatching(/time|accepted|refused/),
  ],
  [
    'the files of the machine',
    "CREATE TABLE loot (t text DEFAULT pg_read_file('/etc/passwd'));",
    'INSERT INTO loot DEFAULT VALUES',
    ({ trials }) => trials[0]?.is === 'refused' && trials[0].refusal.state,
    '42501',
  ],
  [
    'a file of its own',
    "CREATE TABLE loot (t integer DEFAULT lo_export(lo_from_bytea(0, 'x'), '/tmp/loot'));",
    'INSERT INTO loot DEFAULT VALUES',
    ({ trials }) => trials[0]?.is === 'refused' && trials[0].refusal.state,
    '42501',
  ],
  [
    'a large object',
    "CREATE TABLE loot (o oid DEFAULT lo_from_bytea(0, 'x'));",
    'INSERT INTO loot DEFAULT VALUES',
    ({ trials }) => trials[0]?.is,
    'accepted',
  ],
  [
    'the catalog',
    "CREATE TABLE loot (a integer); UPDATE pg_catalog.pg_class SET relname = 'loot' WHERE relname = 'pg_type';",
    'INSERT INTO loot VALUES (1)',
    report => states(report)[1],
    '42501',
  ],
  [
    'all of the catalog',
    'CREATE TABLE loot (a integer); DELETE FROM pg_catalog.pg_proc;',
    'INSERT INTO loot VALUES (1)',
    report => states(report)[1],
    '42501',
  ],
  [
    'another role by a function',
    `CREATE FUNCTION f() RETURNS text LANGUAGE sql AS $$ SELECT set_config('role', 'postgres', false) $$;
     CREATE TABLE loot (t text DEFAULT f());`,
    'INSERT INTO loot DEFAULT VALUES',
    ({ stopped, trials }) => stopped ?? trials[0]?.is,
    expect.stringMatching(/accepted|refused|engine/),
  ],
  [
    'another place to look for functions',
    `CREATE SCHEMA loot; CREATE FUNCTION loot.count(anyelement) RETURNS text LANGUAGE sql AS $$ SELECT 'loot' $$;
     CREATE TABLE loot.t (t text DEFAULT set_config('search_path', 'loot, pg_catalog', false));`,
    'INSERT INTO loot.t DEFAULT VALUES',
    ({ stopped, trials }) => stopped ?? trials[0]?.is,
    'accepted',
  ],
  [
    'an end of the session',
    'CREATE TABLE loot (a boolean DEFAULT pg_terminate_backend(pg_backend_pid()));',
    'INSERT INTO loot DEFAULT VALUES',
    ({ stopped, trials }) => stopped ?? trials[0]?.is,
    expect.stringMatching(/engine|refused|accepted/),
  ],
  [
    'a lock for the whole session',
    'CREATE TABLE loot (t text DEFAULT pg_advisory_lock(1)::text);',
    'INSERT INTO loot DEFAULT VALUES',
    ({ stopped, trials }) => stopped ?? trials[0]?.is,
    expect.stringMatching(/accepted|engine/),
  ],
  [
    'the quotation of the trials',
    'CREATE TABLE loot (t text);',
    "INSERT INTO loot VALUES ('$nk0s$; $nk0body$; END $$; COMMIT; --')",
    ({ trials }) => trials[0]?.is,
    'accepted',
  ],
  [
    'two statements in one',
    'CREATE TABLE loot (a integer);',
    'INSERT INTO loot VALUES (1); COMMIT; DROP TABLE loot',
    ({ stopped, trials }) => stopped ?? trials[0]?.is,
    expect.stringMatching(/refused/),
  ],
  [
    'a function of the machine',
    "CREATE FUNCTION f(text) RETURNS integer LANGUAGE c AS '/lib/libc.so', 'system'; CREATE TABLE loot (a integer);",
    'INSERT INTO loot VALUES (1)',
    report => states(report)[0],
    '42501',
  ],
  [
    'the name of a catalog',
    'CREATE TABLE pg_catalog.loot (a integer); CREATE TABLE loot (a integer);',
    'INSERT INTO loot VALUES (1)',
    report => states(report)[0],
    '42501',
  ],
  [
    'a view that looks like a catalog',
    "CREATE TABLE loot (a integer); CREATE VIEW pg_constraint AS SELECT 'loot'::text AS conname;",
    'INSERT INTO loot VALUES (1)',
    ({ trials }) => trials[0]?.is,
    'accepted',
  ],
  [
    'rules of its own about rows',
    'CREATE TABLE loot (a integer); CREATE RULE nothing AS ON INSERT TO loot DO INSTEAD NOTHING;',
    'INSERT INTO loot VALUES (1)',
    report => report.statements.length,
    1,
  ],
]

describe('what of allowed kinds does harm', () => {
  it.each(ENDED)('%s', async (_, script, tried, seen, wanted) => {
    const report = await pool.run(workOf(script, { tried: [tried] }))
    expect(seen(report)).toEqual(wanted)
    await staysHonest()
  })

  it('ten thousand tables end in a verdict, and only so many are made', async () => {
    const script = Array.from({ length: 10_000 }, (_, i) => `CREATE TABLE t${i} (a integer);`).join('\n')
    const { statements, stopped } = await pool.run(workOf(script))
    expect(statements.length <= 500 && (stopped === null || stopped === 'time')).toBe(true)
    await staysHonest()
  })

  it('one table of two thousand columns is refused by its own words', async () => {
    const columns = Array.from({ length: 2000 }, (_, i) => `c${i} integer`).join(', ')
    const report = await pool.run(workOf(`CREATE TABLE loot (${columns});`))
    expect(states(report)).toEqual(['54011'])
    await staysHonest()
  })

  it('a message without end is cut', async () => {
    const script = `CREATE TABLE loot (a integer);
CREATE FUNCTION loud() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION '%', repeat('loot ', 200000); END $$;
CREATE TRIGGER loud BEFORE INSERT ON loot FOR EACH ROW EXECUTE FUNCTION loud();`
    const { trials } = await pool.run(workOf(script, { tried: ['INSERT INTO loot VALUES (1)'] }))
    expect(trials).toMatchObject([
      { is: 'refused', refusal: { message: expect.stringMatching(/^.{500}$/s) } },
    ])
    await staysHonest()
  })

  it('many that take too long one after the other hold up none that come after', async () => {
    const slow = workOf('CREATE TABLE loot (a integer CHECK (pg_sleep(1000) IS NOT NULL));', {
      tried: ['INSERT INTO loot VALUES (1)'],
    })
    const stopped = await Promise.all([slow, slow, slow].map(work => pool.run(work)))
    expect(stopped.map(report => report.stopped)).toEqual(['time', 'time', 'time'])
    await staysHonest()
  })

  it('tells what came before a statement that does not end', async () => {
    const script = `CREATE TABLE loot (a integer); CREATE TABEL loot;
${endless('plpgsql', 'BEGIN LOOP END LOOP; END')} CREATE TABLE more AS SELECT f(1);`
    const report = await pool.run(workOf(script))
    expect([states(report), report.stopped]).toEqual([[null, '42601', null], 'time'])
    await staysHonest()
  })
})

it('what the engine asks for itself cannot be answered by a script: it is given up', async () => {
  const loot = `CREATE FUNCTION loot() RETURNS boolean LANGUAGE plpgsql AS $$ BEGIN
    EXECUTE 'DEALLOCATE nomenklatura_constraints';
    EXECUTE 'PREPARE nomenklatura_constraints AS SELECT ''a'', ''b'', ''c''';
    RETURN true; END $$`
  const report = await pool.run(
    workOf(`${loot}; CREATE TABLE jar (code char(4) PRIMARY KEY, CHECK (loot()));`, {
      tried: ["INSERT INTO jar VALUES ('J001')"],
    }),
  )
  expect(report).toMatchObject({ trials: [], stopped: 'engine' })
  await staysHonest()
})
