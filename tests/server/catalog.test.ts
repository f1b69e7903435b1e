import { readFileSync, readdirSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  dataType,
  fit,
  foldName,
  storedAs,
  isRequired,
  type Fit,
  type Schema,
} from '@nomenklatura/core/schema'
import { readScript, reviewScript } from '@nomenklatura/core/sql'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import { EXCHANGE_HAND_INS, PAIR_HAND_INS } from '../../db/demo/plan'
import { startServer } from './support/server'

/** What we read from a script, against what PostgreSQL's catalog says after running it. */
let server: Awaited<ReturnType<typeof startServer>>
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())

const starter = ExerciseDocument.parse(
  JSON.parse(readFileSync('db/demo/exercises/who-collected-what.json', 'utf8')),
).starter!
const frozen = readdirSync('tests/reference/frozen')
  .filter(name => name.endsWith('.sql'))
  .map(name => {
    const script = readFileSync(`tests/reference/frozen/${name}`, 'utf8')
    return [name, script.includes('-- exercise: who') ? `${starter}\n${script}` : script] as const
  })
const demo = [
  ...PAIR_HAND_INS.map(({ student, script }) => [`pair, ${student}`, `${starter}\n${script}`] as const),
  ...EXCHANGE_HAND_INS.map(({ student, script }) => [`exchange, ${student}`, script] as const),
]

async function inTransaction<T>(
  work: (run: (sql: string) => Promise<{ rows: never[] }>) => Promise<T>,
): Promise<T> {
  const trx = await server.db.transaction()
  try {
    await trx.raw('CREATE SCHEMA trial')
    await trx.raw('SET LOCAL search_path TO trial')
    return await work(sql => trx.raw(sql.replaceAll('?', '\\?')))
  } finally {
    await trx.rollback()
  }
}

const CATALOG = `
  SELECT c.relname AS name,
    (SELECT coalesce(json_agg(a.attname || CASE WHEN a.attnotnull THEN ' required' ELSE '' END ORDER BY a.attnum), '[]') FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped) AS columns,
    (SELECT coalesce(json_agg(pg_get_constraintdef(k.oid) ORDER BY pg_get_constraintdef(k.oid) COLLATE "C"), '[]') FROM pg_constraint k WHERE k.conrelid = c.oid AND k.contype IN ('p', 'u', 'f')) AS constraints
  FROM pg_class c WHERE c.relkind = 'r' AND c.relnamespace = 'trial'::regnamespace ORDER BY c.relname COLLATE "C"`

const quote = (name: string): string => (/^[a-z_][a-z0-9_]*$/.test(name) ? name : `"${name}"`)

/** The same in our words; names as PostgreSQL keeps them. */
function summary({ tables }: Schema, isFolded: boolean) {
  const own = (name: string): string => (isFolded ? foldName(name) : name)
  const list = (names: readonly string[]): string => names.map(name => quote(own(name))).join(', ')
  return tables
    .map(table => ({
      name: own(table.name),
      columns: table.columns.map(({ name }) => own(name) + (isRequired(table, name) ? ' required' : '')),
      constraints: [
        ...(table.primaryKey ? [`PRIMARY KEY (${list(table.primaryKey.columns)})`] : []),
        ...table.uniques.map(({ columns }) => `UNIQUE (${list(columns)})`),
        ...table.references.map(
          ({ columns, table: target, targetColumns, onDelete, onUpdate }) =>
            `FOREIGN KEY (${list(columns)}) REFERENCES ${quote(own(target))}(${list(targetColumns)})` +
            (onUpdate === 'no action' ? '' : ` ON UPDATE ${onUpdate.toUpperCase()}`) +
            (onDelete === 'no action' ? '' : ` ON DELETE ${onDelete.toUpperCase()}`),
        ),
      ].sort(),
    }))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
}

describe('what we read and what the server keeps', () => {
  it('agree for every script that the server runs, at least twenty', async () => {
    let compared = 0
    for (const [name, script] of [...frozen, ...demo]) {
      const found = await inTransaction(async run => {
        await run(script)
        return (await run(CATALOG)).rows
      }).catch(() => undefined)
      if (!found) continue
      compared++
      expect(summary(readScript(script).schema, !name.includes('quoted')), name).toEqual(found)
    }
    expect(compared).toBeGreaterThanOrEqual(20)
  })

  it('a script in which we find no error is run by the server', async () => {
    for (const [name, script] of [...frozen, ...demo]) {
      if (
        reviewScript(script).findings.some(
          ({ code, severity }) =>
            severity === 'error' ||
            ['syntax.other-dialect', 'syntax.unknown-statement', 'types.unknown'].includes(code),
        )
      )
        continue
      await expect(
        inTransaction(run => run(script)).then(
          () => 'run',
          error => (error as Error).message,
        ),
        name,
      ).resolves.toBe('run')
    }
  })
})

describe('values in columns', () => {
  const VALUES = [
    '0417',
    '417',
    '12.50',
    '9999.99',
    '12.505',
    'SKV-00417',
    'ALVA',
    '40000',
    '3000000000',
    '-5',
    '2025-05-04',
    '2025-02-30',
    '2024-02-29',
    '17:30',
    'true',
    '1',
    '',
    '00000000-0000-4000-8000-000000000000',
  ]
  const TYPES: [string, string[]][] = [
    ['SMALLINT', []],
    ['INTEGER', []],
    ['BIGINT', []],
    ['NUMERIC', []],
    ['NUMERIC', ['6', '2']],
    ['NUMERIC', ['5', '2']],
    ['NUMERIC', ['4']],
    ['CHAR', ['4']],
    ['CHAR', []],
    ['VARCHAR', ['9']],
    ['VARCHAR', []],
    ['TEXT', []],
    ['DATE', []],
    ['BOOLEAN', []],
    ['UUID', []],
  ]
  it('are kept, changed or refused as we say', async () => {
    const differing: string[] = []
    for (const [name, args] of TYPES) {
      const written = args.length > 0 ? `${name}(${args.join(',')})` : name
      for (const value of VALUES) {
        let stored: string | undefined
        const real = await inTransaction(async run => {
          await run(`CREATE TABLE t (v ${written})`)
          await run(`INSERT INTO t VALUES ('${value}')`)
          return ((await run('SELECT v::text AS v FROM t')).rows as { v: string }[])[0]!.v
        }).then(
          (back): Fit => {
            stored = back
            return sameValue(name, back, value) ? 'kept' : 'changed'
          },
          (): Fit => 'refused',
        )
        const ours = fit(value, dataType(name, args, written))
        // A whole-number column rounds a decimal that is assigned; given as text, as here, PostgreSQL refuses
        // it. Either way it is not kept.
        const agrees =
          ours === real ||
          (ours === 'changed' && real === 'refused' && /INT/.test(name) && value.includes('.'))
        const becomes = storedAs(value, dataType(name, args, written))
        if (ours === 'changed' && real === 'changed' && becomes !== stored)
          differing.push(`${value} in ${written}: we say it becomes ${becomes}, the server has ${stored}`)
        if (!agrees) differing.push(`${value} in ${written}: we say ${ours}, the server ${real}`)
      }
    }
    expect(differing).toEqual([])
  })
})

/**
 * Numbers are the same when they are equal and were not written with leading zeros; char(n) is padded, which
 * no comparison sees.
 */
function sameValue(type: string, back: string, value: string): boolean {
  if (type === 'NUMERIC') return Number(back) === Number(value) && !/^0\d/.test(value)
  return type === 'CHAR' ? back.trimEnd() === value.trimEnd() : back === value
}
