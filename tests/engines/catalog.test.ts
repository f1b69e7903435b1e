import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Dialect } from '@nomenklatura/core/schema'
import { readScript, reviewScript } from '@nomenklatura/core/sql'
import { asMariaKeeps, asSqliteKeeps } from './support/as-kept'
import { mariaCatalog, postgresCatalog, sqliteCatalog } from './support/catalogs'
import { corpus } from './support/corpus'
import { startMariaDb, type MariaDb } from './support/mariadb'
import { summaryOf, type Summary } from './support/summary'

/**
 * What is read from scripts of real applications (Debian packages, named in bin/support/corpus.mjs), against
 * what three servers keep after running them: PostgreSQL's catalog, MariaDB's information schema, SQLite's
 * pragmas. Scripts that a server refuses are not compared; how many must be is said.
 */
const scripts = corpus()
const of = (dialect: Dialect) => scripts.filter(script => script.dialect === dialect)
/** What the scripts of one package enter their versions into, made by a script that it does not bring. */
const VERSIONS =
  'CREATE TABLE `version` (table_name VARCHAR(32) NOT NULL, table_version INT UNSIGNED DEFAULT 0 NOT NULL);\n'

/** Compares each script that the server runs, and answers how many there were. */
async function compare(
  dialect: Dialect,
  keeps: (text: string) => Summary[] | Promise<Summary[]>,
  read: (text: string) => Summary[],
): Promise<number> {
  let compared = 0
  for (const { name, text: written } of of(dialect)) {
    const text =
      name.startsWith('kamailio') && !/CREATE TABLE `?version/.test(written) ? VERSIONS + written : written
    let kept: Summary[]
    try {
      kept = await keeps(text)
    } catch (error) {
      console.log(
        `refused: ${name}: ${(error as Error).message.split('\n').find(line => /error/i.test(line)) ?? (error as Error).message}`,
      )
      continue
    }
    compared++
    expect(read(text), name).toEqual(kept)
  }
  return compared
}

describe('the reader and what a server keeps agree on every script that it runs', () => {
  let maria: MariaDb
  beforeAll(async () => {
    maria = await startMariaDb()
  }, 120_000)
  afterAll(() => maria.stop())

  it('PostgreSQL: at least twelve', async () => {
    expect(
      await compare('postgresql', postgresCatalog, text =>
        summaryOf(readScript(text, { dialect: 'postgresql' }).schema),
      ),
    ).toBeGreaterThanOrEqual(12)
  }, 240_000)
  it('MariaDB: at least forty', async () => {
    expect(
      await compare(
        'mysql',
        text => mariaCatalog(maria, text),
        text => asMariaKeeps(readScript(text, { dialect: 'mysql' }).schema),
      ),
    ).toBeGreaterThanOrEqual(40)
  }, 240_000)
  it('SQLite: at least eight', async () => {
    expect(
      await compare('sqlite', sqliteCatalog, text =>
        asSqliteKeeps(readScript(text, { dialect: 'sqlite' }).schema),
      ),
    ).toBeGreaterThanOrEqual(8)
  }, 120_000)
})

describe('SQL Server and Oracle, of which no server is here', () => {
  it.each([...of('sqlserver'), ...of('oracle')].map(script => [script.name, script] as const))(
    '%s: every table is read, and nothing is strange but what is',
    (_, { text, dialect }) => {
      const { schema, findings } = reviewScript(text, { dialect })
      const bare = text.replaceAll(/--.*|\/\*[\s\S]*?\*\//g, '')
      expect(schema.tables).toHaveLength((bare.match(/\bCREATE\s+TABLE\b/gi) ?? []).length)
      expect(schema.tables.every(({ columns }) => columns.length > 0)).toBe(true)
      // Two scripts of the corpus have real slips: CREATE UNIUQE INDEX, and ON UPDATE CASCADE in Oracle.
      const strange = findings.filter(
        ({ code, params }) =>
          code.startsWith('syntax.') &&
          code !== 'syntax.unknown-statement' &&
          !['UNIUQE', 'ON UPDATE CASCADE'].includes(params['written'] ?? ''),
      )
      expect(strange.map(({ code, params }) => `${code} ${JSON.stringify(params)}`)).toEqual([])
    },
  )
})
