/**
 * A flat table as somebody gave it: cells are the exact text, an empty one is a missing value. Every row has
 * as many cells as there are columns.
 */
export interface FlatTable {
  readonly columns: readonly string[]
  readonly rows: readonly (readonly string[])[]
}

export const MOST_ROWS = 100_000
export const MOST_COLUMNS = 50

/** The rows of a table without doubles, in the order of their first appearance. */
export function distinctRows(rows: readonly (readonly string[])[]): (readonly string[])[] {
  const seen = new Map<string, readonly string[]>()
  for (const row of rows) {
    const key = rowKey(row)
    if (!seen.has(key)) seen.set(key, row)
  }
  return [...seen.values()]
}

/** A text that is equal exactly for equal rows. */
export function rowKey(cells: readonly string[]): string {
  return cells.length === 1 ? cells[0]! : JSON.stringify(cells)
}

/** The position of a column by its name. @throws RangeError when there is none. */
export function columnAt({ columns }: Pick<FlatTable, 'columns'>, name: string): number {
  const at = columns.indexOf(name)
  if (at < 0) throw new RangeError(`"${name}" is not one of the columns ${columns.join(', ')}.`)
  return at
}
