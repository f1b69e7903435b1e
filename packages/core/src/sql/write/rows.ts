import { findColumn, findTable, foldName, type Column, type Dialect, type Table } from '../../schema'
import { quoteName } from '../text/quote-name'
import type { Insert, InsertCell, InsertRow } from '../read/read-insert'
import { expressionText } from './expression-text'
import { textLiteral } from './table'
import { lose, type Writer } from './writer'

/** The most rows in one statement. */
const MOST_ROWS = 500

/**
 * The rows as INSERTs: table by table in the order in which the tables are made; rows that a row of the same
 * table refers to stand before it.
 */
export function insertStatements(writer: Writer, ordered: readonly Table[]): string[] {
  const byTable = new Map<string, Insert[]>()
  for (const insert of writer.inserts ?? []) {
    const key = foldName(findTable(writer.schema, insert.table)?.name ?? insert.table)
    byTable.set(key, [...(byTable.get(key) ?? []), insert])
  }
  return ordered.flatMap(table =>
    (byTable.get(foldName(table.name)) ?? []).flatMap(insert => statementsOf(writer, table, insert)),
  )
}

function statementsOf(writer: Writer, table: Table, insert: Insert): string[] {
  const { to } = writer
  if (!insert.rows) {
    lose(writer, table, 'its rows come from a query, which is not written.')
    return []
  }
  const columns =
    insert.columns ?? table.columns.filter(({ generated }) => !generated).map(({ name }) => name)
  if (columns.length === 0)
    return insert.rows.map(() => `INSERT INTO ${quoteName(table.name, to)} DEFAULT VALUES;`)
  const list = `INSERT INTO ${quoteName(table.name, to)} (${columns.map(column => quoteName(column, to)).join(', ')}) VALUES`
  const rows = parentsFirst(table, columns, insert.rows).map(
    row =>
      `(${row.cells.map((cell, i) => cellText(writer, table, findColumn(table, columns[i] ?? ''), cell)).join(', ')})`,
  )
  const statements =
    to === 'oracle'
      ? rows.map(row => `${list} ${row};`)
      : chunks(rows).map(part => `${list}\n${part.map(row => `  ${row}`).join(',\n')};`)
  const numbers = to === 'sqlserver' && columns.some(column => findColumn(table, column)?.numbering)
  return numbers
    ? [
        `SET IDENTITY_INSERT ${quoteName(table.name, to)} ON;`,
        ...statements,
        `SET IDENTITY_INSERT ${quoteName(table.name, to)} OFF;`,
      ]
    : statements
}

function chunks(rows: readonly string[]): string[][] {
  return Array.from({ length: Math.ceil(rows.length / MOST_ROWS) }, (_, i) =>
    rows.slice(i * MOST_ROWS, (i + 1) * MOST_ROWS),
  )
}

/**
 * Rows in an order in which each comes after the one of the same table that it refers to, as far as there is
 * one.
 */
function parentsFirst(
  table: Table,
  columns: readonly string[],
  rows: readonly InsertRow[],
): readonly InsertRow[] {
  const self = table.references.find(reference => foldName(reference.table) === foldName(table.name))
  if (!self) return rows
  const place = (name: string): number => columns.findIndex(column => foldName(column) === foldName(name))
  const keyOf = (row: InsertRow, names: readonly string[]): string =>
    names.map(name => row.cells[place(name)]?.text ?? '').join('\u0000')
  const byKey = new Map(rows.map(row => [keyOf(row, self.targetColumns), row]))
  const done = new Set<InsertRow>()
  for (const row of rows) {
    const chain: InsertRow[] = []
    for (
      let next: InsertRow | undefined = row;
      next && !done.has(next) && !chain.includes(next);
      next = byKey.get(keyOf(next, self.columns))
    )
      chain.unshift(next)
    for (const link of chain) done.add(link)
  }
  return [...done]
}

function cellText(writer: Writer, table: Table, column: Column | undefined, cell: InsertCell): string {
  const { to } = writer
  switch (cell.kind) {
    case 'null':
      return 'NULL'
    case 'default':
      return 'DEFAULT'
    case 'number':
      return cell.text
    case 'string':
      return momentLiteral(to, column, cell.text) ?? textLiteral(cell.text, to)
    case 'expression': {
      const { text } = writer.from === to ? { text: cell.text } : expressionText(cell.text, to)
      if (text === null)
        lose(writer, table, `the value ${cell.text} has no counterpart; NULL stands in its place.`)
      return text ?? 'NULL'
    }
  }
}

/** Oracle reads dates by the session's format, unless they say what they are. */
function momentLiteral(to: Dialect, column: Column | undefined, text: string): string | undefined {
  if (to !== 'oracle' || !column) return undefined
  if (column.type.family === 'date' && /^\d{4}-\d\d-\d\d$/.test(text)) return `DATE '${text}'`
  return column.type.family === 'timestamp' && /^\d{4}-\d\d-\d\d \d\d:\d\d(?::\d\d)?$/.test(text)
    ? `TIMESTAMP '${text}'`
    : undefined
}
