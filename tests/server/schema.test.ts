import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { isRequired, type Schema } from '@nomenklatura/core/schema'
import { reviewScript } from '@nomenklatura/core/sql'
import { STATEMENTS as BEGIN } from '../../db/migrations/0001-begin'
import { STATEMENTS as PINNINGS } from '../../db/migrations/0002-pinnings'
import { STATEMENTS as SUMMARIES } from '../../db/migrations/0003-marking-summaries'
import { STATEMENTS as LATE } from '../../db/migrations/0004-late-saves'
import { STATEMENTS as FAILURES } from '../../db/migrations/0005-marking-failures'
import { STATEMENTS as TOLD } from '../../db/migrations/0006-told'
import { STATEMENTS as ACCOUNTS } from '../../db/migrations/0007-accounts'
import { STATEMENTS as INDEXES } from '../../db/migrations/0008-indexes'
import { STATEMENTS as SHORT } from '../../db/migrations/0009-short-summaries'
import { STATEMENTS as RECENT } from '../../db/migrations/0010-recent'
import { STATEMENTS as COLLECTING } from '../../db/migrations/0011-collecting-failures'
import { STATEMENTS as DECISIONS } from '../../db/migrations/0012-decisions'
import { STATEMENTS as RUNS } from '../../db/migrations/0013-runs'
import { STATEMENTS as ROW_TRIALS } from '../../db/migrations/0014-row-trials'
import { STATEMENTS as ROW_TRIAL_NUMBERS } from '../../db/migrations/0015-row-trial-numbers'
import { STATEMENTS as PREPARED } from '../../db/migrations/0016-prepared-revisions'
import { STATEMENTS as IN_AND_OUT } from '../../db/migrations/0018-in-and-out'
import { STATEMENTS as MISSED } from '../../db/migrations/0019-missed'
import { STATEMENTS as QUESTIONS } from '../../db/migrations/0020-questions'
import { STATEMENTS as COURSE_MARKS } from '../../db/migrations/0021-course-marks'
import { STATEMENTS as ANONYMOUS } from '../../db/migrations/0022-anonymous'
import { STATEMENTS as SHARING } from '../../db/migrations/0023-sharing'
import { STATEMENTS as GIVEN } from '../../db/migrations/0024-given-points'
import { STATEMENTS as COUNTED } from '../../db/migrations/0025-counted'
import { STATEMENTS as CASE_MARKS } from '../../db/migrations/0026-case-marks'
import { STATEMENTS as WORK_IS_READ } from '../../db/migrations/0017-work-is-read'
import { migrate, migrationsApart, rollBack, step } from '../../db/migrations'
import { startServer } from './support/server'
import { handInMarked, makeClassRoom, PAIR, WRONG } from './support/world'

let server: Awaited<ReturnType<typeof startServer>>
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())

const read = reviewScript(
  [
    ...BEGIN,
    ...PINNINGS,
    ...SUMMARIES,
    ...LATE,
    ...FAILURES,
    ...TOLD,
    ...ACCOUNTS,
    ...INDEXES,
    ...SHORT,
    ...RECENT,
    ...COLLECTING,
    ...DECISIONS,
    ...RUNS,
    ...ROW_TRIALS,
    ...ROW_TRIAL_NUMBERS,
    ...PREPARED,
    ...WORK_IS_READ,
    ...IN_AND_OUT,
    ...MISSED,
    ...QUESTIONS,
    ...COURSE_MARKS,
    ...ANONYMOUS,
    ...SHARING,
    ...GIVEN,
    ...COUNTED,
    ...CASE_MARKS,
  ].join('\n'),
)

describe('our own schema', () => {
  it('is read without a finding by our own checker, but for the two logs: equal events at one moment are two entries, so a number is all there is', () => {
    expect(read.findings.map(({ code, params }) => `${code} ${params['table']}`)).toEqual([
      'keys.surrogate-only sign_in_failures',
      'keys.surrogate-only audit_entries',
    ])
  })

  it('names every constraint', () => {
    for (const table of read.schema.tables) {
      for (const { name } of [
        table.primaryKey,
        ...table.uniques,
        ...table.references,
        ...table.checks,
      ].filter(part => part !== null))
        expect(name, table.name).not.toBeNull()
    }
  })

  it('is in the server’s catalog as our parser reads it', async () => {
    expect(await fromCatalog()).toEqual(summary(read.schema))
  })

  it('of another version is told apart: one that lacks a migration, and one that has more', async () => {
    expect(await migrationsApart(server.db)).toEqual({ lacking: [], unknown: [] })
    const [last] = await server.db('migrations').orderBy('id', 'desc').limit(1)
    await server.db('migrations').where({ id: last!.id }).update({ name: '9999-of-tomorrow' })
    expect(await migrationsApart(server.db)).toEqual({ lacking: [last!.name], unknown: ['9999-of-tomorrow'] })
    await server.db('migrations').where({ id: last!.id }).update({ name: last!.name })
  })

  it('keeps the summaries of markings, and what is missed in short, on the way down and up', async () => {
    const room = await makeClassRoom(server.db)
    const handInId = await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    const kept = async () =>
      (await server.db('markings').where({ hand_in_id: handInId }).first('summary'))!.summary
    const short = async () =>
      (await server.db('markings').where({ hand_in_id: handInId }).first('missed'))!.missed
    const [before, missed] = [await kept(), await short()]
    expect(missed.map(([, , verdict, reasons]) => [verdict, reasons.length > 0])).toContainEqual([
      'broken',
      true,
    ])
    expect(before.cells.length).toBe(PAIR.rules.length)
    expect(before.cells).toContainEqual([expect.any(String), 'script', 'broken'])
    while ((await step(server.db, 'down'))[0] !== '0009-short-summaries') continue
    expect((await kept()).cells[0]).toEqual({
      rule: before.cells[0]![0],
      sheet: 'script',
      verdict: before.cells[0]![2],
      follows: before.cells[0]![3] ?? null,
    })
    await migrate(server.db)
    expect(await kept()).toEqual(before)
    expect(await short()).toEqual(missed)
  })

  it('goes down and up again', async () => {
    await rollBack(server.db)
    const { rows } = await server.db.raw(
      "SELECT count(*)::int AS n FROM information_schema.tables WHERE table_schema = 'public' AND table_name NOT LIKE 'migrations%'",
    )
    expect(rows[0].n).toBe(0)
    await migrate(server.db)
    expect(await fromCatalog()).toEqual(summary(read.schema))
  })
})

function summary({ tables }: Schema) {
  return tables
    .map(table => ({
      name: table.name,
      columns: table.columns.map(({ name }) => ({ name, required: isRequired(table, name) })),
      key: table.primaryKey?.columns ?? [],
      references: table.references.map(({ name, table: target }) => `${name} → ${target}`).sort(),
    }))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
}

async function fromCatalog() {
  const { rows } = await server.db.raw(`
    SELECT c.relname AS name,
      (SELECT json_agg(json_build_object('name', a.attname, 'required', a.attnotnull) ORDER BY a.attnum) FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attnum > 0) AS columns,
      (SELECT json_agg(a.attname ORDER BY k.ord) FROM pg_constraint p, unnest(p.conkey) WITH ORDINALITY k(num, ord), pg_attribute a
        WHERE p.conrelid = c.oid AND p.contype = 'p' AND a.attrelid = c.oid AND a.attnum = k.num) AS key,
      (SELECT coalesce(json_agg(f.conname || ' → ' || f.confrelid::regclass ORDER BY f.conname), '[]') FROM pg_constraint f WHERE f.conrelid = c.oid AND f.contype = 'f') AS "references"
    FROM pg_class c WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace AND c.relname NOT LIKE 'migrations%' ORDER BY c.relname COLLATE "C"`)
  return rows
}
