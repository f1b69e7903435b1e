import { pastedCells } from '../rows'
import { findTable } from '../schema'
import type { ReadScript } from '../sql'
import { typedInsertCell, typedValue } from './cells'
import type { TypedLine } from './document'

/** The rows that a script enters, as lines; those that come from a query have none. */
export function linesOfScript({ inserts, schema }: ReadScript): {
  readonly lines: readonly TypedLine[]
  readonly queries: number
} {
  const lines = inserts.flatMap(({ table, columns, rows, then }) => {
    const found = findTable(schema, table) ?? then
    const names = columns ?? found?.columns.map(({ name }) => name) ?? []
    return (rows ?? []).map(({ cells }): TypedLine => ({
      table: found?.name ?? table,
      cells: Object.fromEntries(
        cells.flatMap((cell, i) => {
          const text = typedInsertCell(cell)
          return names[i] === undefined || text === '' ? [] : [[names[i], text]]
        }),
      ),
    }))
  })
  return { lines, queries: inserts.filter(({ rows }) => rows === null).length }
}

/**
 * Lines from what is pasted into a cell: columns from that cell on, by tabs, as programs for tables copy them.
 * Undefined where it is one value and no more.
 */
export function linesFromPaste(
  text: string,
  table: string,
  columns: readonly string[],
): readonly TypedLine[] | undefined {
  const rows = pastedCells(text)
  if (rows.length === 1 && rows[0]!.length === 1) return undefined
  return linesOf(
    table,
    columns,
    rows.filter(cells => cells.some(cell => cell.trim() !== '')),
    cell => cell,
  )
}

/** Rows of a table that is given elsewhere, as lines; an empty text stands for nothing. */
export function linesOfRows(
  table: string,
  columns: readonly string[],
  rows: readonly (readonly string[])[],
): TypedLine[] {
  return linesOf(table, columns, rows, typedValue)
}

function linesOf(
  table: string,
  columns: readonly string[],
  rows: readonly (readonly string[])[],
  typed: (cell: string) => string,
): TypedLine[] {
  return rows.map(cells => ({
    table,
    cells: Object.fromEntries(
      columns.flatMap((name, i) =>
        cells[i] === undefined || cells[i] === '' ? [] : [[name, typed(cells[i])]],
      ),
    ),
  }))
}
