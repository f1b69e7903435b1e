import { declaredKeys, isRequired, sameColumns, sameName, type Column, type Table } from '../schema'

/** A column that numbers itself and is a key alone. */
export function isSurrogate(table: Table, column: Column): boolean {
  return (
    column.numbering !== null &&
    declaredKeys(table).some(({ columns }) => columns.length === 1 && sameName(columns[0]!, column.name))
  )
}

/**
 * A column that numbers itself beside a key of the table's own, whose columns are all filled: it stands for
 * the row, not for a fact. Beside a key that may be empty it is what tells the rows apart.
 */
export function standsForRow(table: Table, column: Column): boolean {
  return (
    isSurrogate(table, column) &&
    declaredKeys(table).some(
      ({ columns }) => !sameColumns(columns, [column.name]) && columns.every(name => isRequired(table, name)),
    )
  )
}
