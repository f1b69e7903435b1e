import { sameName, type Column, type Schema, type Table } from '@nomenklatura/core/schema'
import { readScript } from '@nomenklatura/core/sql'

/**
 * A change that changes nothing about which rows are right never lowers the points: at most it leaves some of
 * them open. Changes are drawn at random and put one upon another.
 */
export type Change = (schema: Schema, draw: () => number) => Schema

export const pick = <T>(of: readonly T[], draw: () => number): T => of[Math.floor(draw() * of.length)]!
const shuffled = <T>(of: readonly T[], draw: () => number): T[] =>
  of
    .map(item => ({ item, at: draw() }))
    .sort((a, b) => a.at - b.at)
    .map(({ item }) => item)

export const withTable = (schema: Schema, name: string, change: (table: Table) => Table): Schema => ({
  tables: schema.tables.map(table => (table.name === name ? change(table) : table)),
})

/** The columns of each table in another order, and the tables. */
const reorder: Change = (schema, draw) => ({
  tables: shuffled(schema.tables, draw).map(table => ({ ...table, columns: shuffled(table.columns, draw) })),
})

const renameTables =
  (to: (name: string) => string): Change =>
  ({ tables }) => ({
    tables: tables.map(table => ({
      ...table,
      name: to(table.name),
      references: table.references.map(reference => ({ ...reference, table: to(reference.table) })),
    })),
  })

const renameColumns =
  (to: (column: string, table: string) => string): Change =>
  ({ tables }) => ({
    tables: tables.map(table => {
      const own = (name: string): string => to(name, table.name)
      const key = <K extends { columns: readonly string[] }>(of: K): K => ({
        ...of,
        columns: of.columns.map(own),
      })
      return {
        ...table,
        columns: table.columns.map(column => ({ ...column, name: own(column.name) })),
        primaryKey: table.primaryKey && key(table.primaryKey),
        uniques: table.uniques.map(key),
        references: table.references.map(reference => ({
          ...key(reference),
          targetColumns: reference.targetColumns.map(name => to(name, reference.table)),
        })),
        checks: table.checks.map(check => ({
          ...check,
          expression: table.columns.reduce(
            (text, { name }) => text.replaceAll(new RegExp(`\\b${name}\\b`, 'g'), own(name)),
            check.expression,
          ),
        })),
      }
    }),
  })

/** A number that counts itself beside the key of a table, which nothing refers to by it. */
const addNumber: Change = (schema, draw) => {
  const table = pick(schema.tables, draw)
  if (!table.primaryKey || table.columns.some(({ numbering }) => numbering)) return schema
  const id: Column = {
    ...table.columns[0]!,
    name: `${table.name}_row_id`,
    type: readScript('CREATE TABLE t (a integer);').schema.tables[0]!.columns[0]!.type,
    notNull: true,
    numbering: { start: '1', step: '1' },
  }
  const { primaryKey } = table
  return withTable(schema, table.name, of => ({
    ...of,
    columns: [
      id,
      ...of.columns.map(column => ({
        ...column,
        notNull: column.notNull || primaryKey.columns.some(name => sameName(name, column.name)),
      })),
    ],
    primaryKey: { ...primaryKey, name: null, columns: [id.name] },
    uniques: [...of.uniques, { ...primaryKey, name: null }],
  }))
}

/** A column that nobody asked for. */
const addColumn: Change = (schema, draw) => {
  const table = pick(schema.tables, draw)
  const extra: Column = {
    ...table.columns[0]!,
    name: pick(['entered_at', 'weather', 'remark_by_office'], draw),
    type: readScript('CREATE TABLE t (a timestamp);').schema.tables[0]!.columns[0]!.type,
    notNull: false,
    numbering: null,
    default: null,
  }
  if (table.columns.some(({ name }) => sameName(name, extra.name))) return schema
  return withTable(schema, table.name, of => ({ ...of, columns: [...of.columns, extra] }))
}

/** A fact that may be missing, in a table of its own for the rows that have it. */
const splitOptional: Change = (schema, draw) => {
  const candidates = schema.tables.flatMap(table => {
    const [key, ...more] = table.primaryKey?.columns ?? []
    if (key === undefined || more.length > 0) return []
    return table.columns
      .filter(
        ({ name, notNull }) =>
          !notNull &&
          !sameName(name, key) &&
          !table.references.some(({ columns }) => columns.includes(name)) &&
          !table.uniques.some(({ columns }) => columns.includes(name)) &&
          !table.checks.some(({ expression }) => expression.includes(name)),
      )
      .map(column => ({ table, column, key }))
  })
  if (candidates.length === 0) return schema
  const { table, column, key } = pick(candidates, draw)
  const own = table.columns.find(({ name }) => sameName(name, key))!
  const part: Table = {
    ...table,
    name: `${table.name}_${column.name}`,
    columns: [
      { ...own, numbering: null },
      { ...column, notNull: true },
    ],
    uniques: [],
    checks: [],
    references: [
      {
        name: null,
        columns: [key],
        table: table.name,
        targetColumns: [key],
        onDelete: 'no action',
        onUpdate: 'no action',
        deferrable: false,
        span: table.span,
      },
    ],
  }
  const rest = withTable(schema, table.name, of => ({
    ...of,
    columns: of.columns.filter(({ name }) => name !== column.name),
  }))
  return { tables: [...rest.tables, part] }
}

/** Names without their vowels after the first letter, as people shorten them. */
const shorten = (name: string): string =>
  name
    .split('_')
    .map(word => (word.length > 4 ? word[0]! + word.slice(1).replaceAll(/[aeiou]/g, '') : word))
    .join('_')

export const CHANGES: Readonly<Record<string, Change>> = {
  'another order': reorder,
  'a prefix for tables': renameTables(name => `tbl_${name}`),
  'tables in the plural': renameTables(name => `${name}s`),
  'the table before each column': renameColumns((column, table) =>
    column.startsWith(table) ? column : `${table}_${column}`,
  ),
  'shortened columns': renameColumns(shorten),
  'a number for the rows': addNumber,
  'a column more': addColumn,
  'an optional fact apart': splitOptional,
}
/** Draws from a seed: the same numbers for the same seed. */
export function drawsFrom(seed: number): () => number {
  let state = seed
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0
    return state / 2 ** 32
  }
}
