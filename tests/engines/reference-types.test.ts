import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { referenceMatch, type Dialect } from '@nomenklatura/core/schema'
import { reviewScript } from '@nomenklatura/core/sql'
import { startMariaDb, type MariaDb } from './support/mariadb'

/** Which references between columns of two types the servers take: every pair of the list, each tried. */
const COMMON = [
  'SMALLINT',
  'INT',
  'BIGINT',
  'DECIMAL(6,2)',
  'DECIMAL(8,2)',
  'DECIMAL(6,0)',
  'DOUBLE PRECISION',
  'REAL',
  'CHAR(4)',
  'CHAR(5)',
  'VARCHAR(4)',
  'VARCHAR(40)',
  'DATE',
  'TIMESTAMP',
  'TIME',
  'BOOLEAN',
]
const pairs = (own: readonly string[]) =>
  [...COMMON, ...own].flatMap(a => [...COMMON, ...own].map(b => [a, b] as const))

function isTaken(dialect: Dialect, a: string, b: string): boolean {
  const { schema } = reviewScript(`CREATE TABLE t (a ${a}, b ${b});`, { dialect })
  const [one, other] = schema.tables[0]!.columns
  return referenceMatch(one!.type, other!.type, dialect) !== 'not'
}

/**
 * MariaDB keeps decimals, times and moments as bytes, and takes one for another; no course would teach it.
 */
function isSameBytes(a: string, b: string): boolean {
  const isBytes = (type: string): boolean => /^(?:DECIMAL|TIME|DATETIME)/.test(type)
  return isBytes(a) && isBytes(b)
}

describe('a reference of one type to a key of another is taken by the server as we say', () => {
  let maria: MariaDb
  const client = new pg.Client({ connectionString: process.env['DATABASE_URL']! })
  beforeAll(async () => {
    maria = await startMariaDb()
    await client.connect()
  }, 120_000)
  afterAll(async () => {
    maria.stop()
    await client.end()
  })

  it('PostgreSQL', async () => {
    const differing: string[] = []
    await client.query('CREATE SCHEMA trial_types; SET search_path TO trial_types')
    for (const [a, b] of pairs(['TEXT', 'TIMESTAMPTZ', 'UUID', 'NUMERIC'])) {
      await client.query('BEGIN')
      const taken = await client
        .query(`CREATE TABLE t (k ${b} PRIMARY KEY); CREATE TABLE r (f ${a} REFERENCES t (k))`)
        .then(
          () => true,
          () => false,
        )
      await client.query('ROLLBACK')
      if (taken !== isTaken('postgresql', a, b))
        differing.push(`${a} to ${b}: ${taken ? 'taken' : 'refused'}`)
    }
    await client.query('DROP SCHEMA trial_types')
    expect(differing).toEqual([])
  })

  it('MariaDB', () => {
    const own = ['INT UNSIGNED', 'BIGINT UNSIGNED', 'TINYINT', 'DATETIME']
    const names = pairs(own)
    // All in one script: what is made afterwards is what was taken.
    const script = names
      .map(
        ([a, b], i) =>
          `CREATE TABLE t${i} (k ${b} PRIMARY KEY);\nCREATE TABLE r${i} (f ${a}, FOREIGN KEY (f) REFERENCES t${i} (k));`,
      )
      .join('\n')
    maria.run('DROP DATABASE IF EXISTS types; CREATE DATABASE types CHARACTER SET utf8mb4;')
    maria.run(script, 'types', { goOn: true })
    const made = new Set(
      maria
        .run("SELECT TABLE_NAME FROM information_schema.TABLES WHERE TABLE_SCHEMA = 'types'")
        .map(([name]) => name),
    )
    const differing = names.flatMap(([a, b], i) => {
      const taken = made.has(`r${i}`)
      return taken === isTaken('mysql', a, b) || isSameBytes(a, b)
        ? []
        : [`${a} to ${b}: ${taken ? 'taken' : 'refused'}`]
    })
    expect(differing).toEqual([])
  })
})
