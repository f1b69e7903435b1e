import { findColumn, findTable, type Schema, type Table } from './schema'

/**
 * The schema without what names a table or column that is not there: keys of columns that a table does not
 * have, references to nowhere or with another number of columns on each side. No database would take them;
 * what is left can be reasoned about. The rest is the same, and the same object when nothing is dropped.
 */
export function soundPart(schema: Schema): Schema {
  const tables = schema.tables.map(table => soundTable(schema, table))
  return tables.every((table, i) => table === schema.tables[i]) ? schema : { tables }
}

function soundTable(schema: Schema, table: Table): Table {
  const has = (columns: readonly string[]): boolean =>
    columns.length > 0 && columns.every(column => findColumn(table, column))
  const primaryKey = table.primaryKey && has(table.primaryKey.columns) ? table.primaryKey : null
  const uniques = table.uniques.filter(({ columns }) => has(columns))
  const references = table.references.filter(({ columns, table: name, targetColumns }) => {
    const target = findTable(schema, name)
    return (
      target &&
      has(columns) &&
      targetColumns.length === columns.length &&
      targetColumns.every(column => findColumn(target, column))
    )
  })
  const isWhole =
    primaryKey === table.primaryKey &&
    uniques.length === table.uniques.length &&
    references.length === table.references.length
  return isWhole ? table : { ...table, primaryKey, uniques, references }
}
