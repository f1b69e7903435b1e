import { scriptFinding, type Finding } from '../../findings'
import { declaredKeys, findColumn, isRequired, sameColumns, sameName, type Dialect, type Table } from '../../schema'

/** Keys with more than they need, and keys whose columns may be empty. */
export function checkKeyShapes(dialect: Dialect, table: Table): Finding[] {
  const keys = declaredKeys(table)
  return keys.flatMap((key) => {
    const within = keys.find(({ columns }) => columns.length < key.columns.length
      && columns.every(column => key.columns.some(name => sameName(name, column)) && isRequired(table, column)))
    if (within) return [scriptFinding('keys.larger-than-needed', key.span, { table: table.name, columns: inMarks(key.columns), smaller: inMarks(within.columns) })]
    return key === table.primaryKey ? optionalPrimary(dialect, table) : optionalUnique(table, key.columns)
  })

  function optionalUnique(owner: Table, columns: readonly string[]): Finding[] {
    const isOnlyNatural = owner.primaryKey?.columns.length === 1 && findColumn(owner, owner.primaryKey.columns[0]!)?.numbering && owner.uniques.length === 1
    const optional = columns.filter(column => findColumn(owner, column) && !isRequired(owner, column))
    const key = owner.uniques.find(other => sameColumns(other.columns, columns))!
    return isOnlyNatural && optional.length > 0 ? [scriptFinding('keys.optional-column', key.span, { table: owner.name, column: optional[0]! })] : []
  }
}

/** SQLite lets the columns of a primary key be empty, unless it is the only one and INTEGER (its manual, from memory). */
function optionalPrimary(dialect: Dialect, table: Table): Finding[] {
  const { columns, span } = table.primaryKey!
  if (dialect !== 'sqlite' || (columns.length === 1 && findColumn(table, columns[0]!)?.type.family === 'integer')) return []
  return columns.flatMap((name) => {
    const column = findColumn(table, name)
    return column && !column.notNull && !column.numbering ? [scriptFinding('keys.optional-column', span, { table: table.name, column: name })] : []
  }).slice(0, 1)
}

const inMarks = (columns: readonly string[]): string => columns.map(column => `"${column}"`).join(', ')
