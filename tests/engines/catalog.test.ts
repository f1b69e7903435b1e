import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { findTable, type Schema } from '@nomenklatura/core/schema'
import { readScript } from '@nomenklatura/core/sql'
import { mariaCatalog, postgresCatalog, sqliteCatalog } from './support/catalogs'
import { corpus } from './support/corpus'
import { startMariaDb, type MariaDb } from './support/mariadb'
import { summaryOf, type Summary } from './support/summary'

/**
 * What is read from scripts of real applications (Debian packages, named in bin/support/corpus.mjs), against what three servers keep after running them: PostgreSQL's
 * catalog, MariaDB's information schema, SQLite's pragmas. Scripts that a server refuses are not compared; how many must be is said.
 */
const scripts = corpus()
/** What the scripts of one package enter their versions into, made by a script that it does not bring. */
const VERSIONS = 'CREATE TABLE `version` (table_name VARCHAR(32) NOT NULL, table_version INT UNSIGNED DEFAULT 0 NOT NULL);\n'

function withoutChecks(summary: readonly Summary[]): Summary[] {
  return summary.map(table => ({ ...table, checks: 0 }))
}

describe('the reader and the catalog of PostgreSQL', () => {
  const own = scripts.filter(({ dialect }) => dialect === 'postgresql')
  it('agree on every script that the server runs, at least twelve', async () => {
    let compared = 0
    for (const { name, text } of own) {
      const kept = await postgresCatalog(text).catch((error: Error) => `${name}: ${error.message}`)
      if (typeof kept === 'string') {
        console.log(`refused: ${kept}`)
        continue
      }
      compared++
      expect(summaryOf(readScript(text, { dialect: 'postgresql' }).schema), name).toEqual(kept)
    }
    expect(compared).toBeGreaterThanOrEqual(12)
  }, 240_000)
})

describe('the reader and the catalog of MariaDB', () => {
  let maria: MariaDb
  beforeAll(async () => { maria = await startMariaDb() }, 120_000)
  afterAll(() => maria.stop())
  const own = scripts.filter(({ dialect }) => dialect === 'mysql')
  it('agree on every script that the server runs, at least forty', () => {
    let compared = 0
    for (const { name, text: written } of own) {
      let kept: Summary[]
      const text = name.startsWith('kamailio') ? VERSIONS + written : written
      try {
        kept = mariaCatalog(maria, text)
      }
      catch (error) {
        console.log(`refused: ${name}: ${(error as Error).message.split('\n')[1]}`)
        continue
      }
      compared++
      // The server calls "no action" what it takes as "restrict", as it was written or not.
      const action = (outcome: string): string => outcome === 'no action' ? 'restrict' : outcome
      const words = (summary: readonly Summary[]): Summary[] => summary.map(table => ({ ...table, references: table.references.map(line => line.replaceAll('no action', 'restrict')) }))
      expect(summaryOf(asMariaDb(readScript(text, { dialect: 'mysql' }).schema), action), name).toEqual(words(kept))
    }
    expect(compared).toBeGreaterThanOrEqual(40)
  }, 240_000)
})

/** JSON is LONGTEXT and BOOLEAN is TINYINT(1) there, by its manual; nothing else differs. */
function asMariaDb({ tables }: Schema): Schema {
  return {
    tables: tables.map(table => ({
      ...table, columns: table.columns.map((column) => {
        const { family } = column.type
        if (family === 'json') return { ...column, type: { ...column.type, family: 'text' as const } }
        return family === 'boolean' ? { ...column, type: { ...column.type, family: 'integer' as const, length: 8 } } : column
      }),
    })),
  }
}

describe('the reader and what SQLite keeps', () => {
  const own = scripts.filter(({ dialect }) => dialect === 'sqlite')
  it('agree on every script that it runs, at least eight', () => {
    let compared = 0
    for (const { name, text } of own) {
      let kept: Summary[]
      try {
        kept = sqliteCatalog(text)
      }
      catch (error) {
        console.log(`refused: ${name}: ${(error as Error).message.split('\n')[1]}`)
        continue
      }
      compared++
      const { schema } = readScript(text, { dialect: 'sqlite' })
      expect(withoutChecks(summaryOf(schema)), name).toEqual(kept.map(table => ({ ...table, references: table.references.map(line => withTarget(schema, line)).sort() })))
    }
    expect(compared).toBeGreaterThanOrEqual(8)
  }, 120_000)
})

/** A reference without columns means the primary key of its target; SQLite keeps it as it was written. */
function withTarget(schema: Schema, line: string): string {
  return line.replace(/-> (\S+)\(\)/, (_, name: string) => `-> ${name}(${(findTable(schema, name)?.primaryKey?.columns ?? []).join(',').toLowerCase()})`)
}

describe('SQL Server and Oracle, of which no server is here', () => {
  it.each(scripts.filter(({ dialect }) => dialect === 'sqlserver' || dialect === 'oracle').map(script => [script.name, script] as const))('%s: every table is read, and nothing is strange but what is', (_, { text, dialect }) => {
    const { schema, findings } = readScript(text, { dialect })
    const bare = text.replaceAll(/--.*|\/\*[\s\S]*?\*\//g, '')
    expect(schema.tables).toHaveLength((bare.match(/\bCREATE\s+TABLE\b/gi) ?? []).length)
    expect(schema.tables.every(({ columns }) => columns.length > 0)).toBe(true)
    // Two scripts of the corpus have real slips: CREATE UNIUQE INDEX, and ON UPDATE CASCADE in Oracle.
    const strange = findings.filter(({ code, params }) => code.startsWith('syntax.') && code !== 'syntax.unknown-statement' && !['UNIUQE', 'ON UPDATE CASCADE'].includes(params['written'] ?? ''))
    expect(strange.map(({ code, params }) => `${code} ${JSON.stringify(params)}`)).toEqual([])
  })
})
