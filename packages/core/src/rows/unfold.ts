import { itemsOf } from './lists'
import { columnAt, type FlatTable } from './table'

/** One row for each value of a list: the table in first normal form as far as that column goes. A cell with nothing in it stays one row. */
export function unfoldList(table: FlatTable, column: string, separator: string): FlatTable {
  const at = columnAt(table, column)
  return {
    columns: table.columns,
    rows: table.rows.flatMap((row) => {
      const items = itemsOf(row[at]!, separator)
      return items.length === 0 ? [row] : items.map(item => row.with(at, item))
    }),
  }
}

/** One row for each of the numbered columns that has a value, under one name at the place of the first. */
export function unfoldNumbered(table: FlatTable, columns: readonly string[], name: string): FlatTable {
  const at = columns.map(column => columnAt(table, column))
  const rest = table.columns.map((_, c) => c).filter(c => !at.includes(c))
  const place = rest.filter(c => c < at[0]!).length
  return {
    columns: rest.map(c => table.columns[c]!).toSpliced(place, 0, name),
    rows: table.rows.flatMap((row) => {
      const values = [...new Set(at.map(c => row[c]!).filter(value => value !== ''))]
      return (values.length === 0 ? [''] : values).map(value => rest.map(c => row[c]!).toSpliced(place, 0, value))
    }),
  }
}

/** What a numbered group would be called as one column: the stem without its number. */
export function stemOf(columns: readonly string[], taken: readonly string[]): string {
  const stem = columns[0]!.replace(/[_\s-]*\d{1,2}/, '').replace(/[_\s-]+$/, '') || 'value'
  return taken.includes(stem) ? `${stem}_no` : stem
}
