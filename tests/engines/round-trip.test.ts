import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  DIALECTS,
  foldName,
  isRequired,
  type Dialect,
  type Schema,
  type Table,
} from '@nomenklatura/core/schema'
import { readScript, reviewScript, writeScript } from '@nomenklatura/core/sql'
import { asMariaKeeps, asSqliteKeeps } from './support/as-kept'
import { mariaCatalog, postgresCatalog, sqliteCatalog } from './support/catalogs'
import { startMariaDb, type MariaDb } from './support/mariadb'
import { schemaArbitrary } from './support/schemas'
import { summaryOf, typeWords, type Summary } from './support/summary'

/** All of a table that a script says, in an order that does not depend on how it was written. */
function whole(table: Table) {
  return {
    name: table.name,
    comment: table.comment,
    key: table.primaryKey?.columns,
    uniques: table.uniques
      .map(({ columns, nullsNotDistinct }) => `${columns.join()} ${nullsNotDistinct}`)
      .sort(),
    columns: table.columns.map(column => ({
      name: column.name,
      type: typeWords(column.type),
      required: isRequired(table, column.name),
      default: column.default,
      numbering: column.numbering,
      comment: column.comment,
    })),
    references: table.references
      .map(
        ({ name, columns, table: target, targetColumns, onDelete, onUpdate, deferrable }) =>
          `${named(name)} ${columns.join()} -> ${target}(${targetColumns.join()}) ${onDelete} ${onUpdate} ${deferrable}`,
      )
      .sort(),
    checks: table.checks.map(({ name, expression }) => `${name} ${expression}`),
  }
}

/** References of circles are given a name when they are added afterwards: by it they can be dropped. */
const named = (name: string | null): string => (name === null || name.startsWith('fk_') ? '' : name)
const byName = (schema: Schema) =>
  schema.tables.map(whole).sort((a, b) => (foldName(a.name) < foldName(b.name) ? -1 : 1))

describe('a schema written in a dialect and read again is the same', () => {
  it.each(DIALECTS)('%s', dialect => {
    fc.assert(
      fc.property(schemaArbitrary(dialect), schema => {
        const { text, losses } = writeScript(schema, { to: dialect })
        const read = reviewScript(text, { dialect })
        expect(losses).toEqual([])
        expect(
          read.findings.filter(
            ({ code }) =>
              code.startsWith('syntax.') ||
              code === 'references.later-table' ||
              code === 'references.circular',
          ),
        ).toEqual([])
        expect(byName(read.schema)).toEqual(byName(schema))
      }),
      { numRuns: 250 },
    )
  })

  it.each(DIALECTS)('also with a first part that makes it possible to run it again: %s', dialect => {
    fc.assert(
      fc.property(schemaArbitrary(dialect), schema => {
        const { text } = writeScript(schema, { to: dialect, rerunnable: true })
        expect(byName(readScript(text, { dialect }).schema)).toEqual(byName(schema))
      }),
      { numRuns: 60 },
    )
  })
})

/**
 * Types by table, those of one width that hold the same values made one: numbers in NUMBER(19), wider
 * integers, with a sign or without, floats where there is one width only.
 */
function families(schema: Schema): string[] {
  const wider: Readonly<Record<string, string>> = {
    'integer 8': 'integer 16',
    // What has no sign is held back by a CHECK there.
    'integer 8 unsigned': 'integer 16',
    'integer 24': 'integer 32',
    'decimal 19,0': 'integer 64',
    'float 32': 'float 64',
  }
  return byName(schema).map(({ columns }) => columns.map(({ type }) => wider[type] ?? type).join())
}

describe('a schema written from one dialect in another', () => {
  const PAIRS = DIALECTS.flatMap(from => DIALECTS.filter(to => to !== from).map(to => [from, to] as const))
  it.each(PAIRS)(
    '%s to %s keeps tables, columns, keys, references, and says what else is lost',
    (from, to) => {
      fc.assert(
        fc.property(schemaArbitrary(from), schema => {
          const { text, losses } = writeScript(schema, { from, to })
          const read = reviewScript(text, { dialect: to })
          expect(read.findings.filter(({ code }) => code.startsWith('syntax.'))).toEqual([])
          const bones = (of: Schema) =>
            byName(of).map(({ name, columns, key, uniques, references }) => ({
              name,
              key,
              columns: columns.map(column => `${column.name} ${column.required}`),
              uniques: uniques.map(unique => unique.split(' ')[0]),
              references: references.map(line =>
                line.replace(/^\S* ?| (?:no action|restrict|cascade|set null|set default).*$/g, ''),
              ),
            }))
          expect(bones(read.schema)).toEqual(bones(schema))
          if (losses.length === 0) expect(families(read.schema)).toEqual(families(schema))
        }),
        { numRuns: 25 },
      )
    },
  )
})

describe('what is written runs, twice in a row, and the server keeps what we read in it', () => {
  let maria: MariaDb
  beforeAll(async () => {
    maria = await startMariaDb()
  }, 120_000)
  afterAll(() => maria.stop())

  async function compare(
    dialect: Dialect,
    { seed, count }: { seed: number; count: number },
    keeps: (text: string) => Summary[] | Promise<Summary[]>,
    read: (schema: Schema) => Summary[],
  ): Promise<void> {
    for (const schema of fc.sample(schemaArbitrary(dialect), { seed, numRuns: count })) {
      const { text } = writeScript(schema, { to: dialect, rerunnable: true })
      let kept: Summary[]
      try {
        kept = await keeps(text + text)
      } catch (error) {
        throw new Error(`${(error as Error).message}\n${text}`, { cause: error })
      }
      expect(read(readScript(text, { dialect }).schema), text).toEqual(kept)
    }
  }

  it('PostgreSQL', () => compare('postgresql', { seed: 7, count: 40 }, postgresCatalog, summaryOf))
  it('MariaDB', () =>
    compare('mysql', { seed: 8, count: 50 }, text => mariaCatalog(maria, text), asMariaKeeps))
  it('SQLite', () => compare('sqlite', { seed: 9, count: 80 }, sqliteCatalog, asSqliteKeeps))
})
