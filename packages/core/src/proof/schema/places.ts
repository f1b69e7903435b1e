import {
  NOWHERE,
  dataType,
  declaredKeys,
  findColumn,
  findTable,
  isRequired,
  sameName,
  type Column,
  type DataType,
  type Key,
  type Reference,
  type Schema,
  type Table,
} from '../../schema'
import type { Samples } from '../../alignment'

/** What is changed: the tables of a model answer, those that the exercise gives among them, and values of its columns. */
export interface Design {
  readonly schema: Schema
  readonly samples: Samples
}

/** The tables that are the answer's own. */
export const ownTables = ({ schema }: Design): readonly Table[] => schema.tables.filter(({ given }) => !given)

export const withTable = (design: Design, name: string, change: (table: Table) => Table): Design => ({
  ...design,
  schema: {
    tables: design.schema.tables.map(table => (sameName(table.name, name) ? change(table) : table)),
  },
})

export const withoutTable = (design: Design, name: string): Design => ({
  ...design,
  schema: { tables: design.schema.tables.filter(table => !sameName(table.name, name)) },
})

export const withColumn = (table: Table, name: string, change: Partial<Column>): Table => ({
  ...table,
  columns: table.columns.map(column => (sameName(column.name, name) ? { ...column, ...change } : column)),
})

export const withColumns = (table: Table, columns: readonly Column[]): Table => ({
  ...table,
  columns: [...table.columns, ...columns],
})

const names = (columns: readonly string[], name: string): boolean =>
  columns.some(other => sameName(other, name))

/** The table without these columns, and without the keys, references and conditions that name one. */
export function withoutColumns(table: Table, gone: readonly string[]): Table {
  const isKept = ({ columns }: { readonly columns: readonly string[] }): boolean =>
    !columns.some(column => names(gone, column))
  return {
    ...table,
    columns: table.columns.filter(({ name }) => !names(gone, name)),
    primaryKey: table.primaryKey && isKept(table.primaryKey) ? table.primaryKey : null,
    uniques: table.uniques.filter(isKept),
    references: table.references.filter(isKept),
    checks: table.checks.filter(({ expression }) => !gone.some(column => mentions(expression, column))),
  }
}

/** Whether the text of a condition names the column. */
export function mentions(expression: string, column: string): boolean {
  const words: readonly string[] = expression.toLowerCase().match(/[\p{L}_][\p{L}\p{N}_]*/gu) ?? []
  return words.includes(column.toLowerCase())
}

/** The condition with the column under another name. */
export function withColumnNamed(expression: string, column: string, name: string): string {
  if (!mentions(expression, column)) return expression
  const plain = column.replaceAll(/\W/g, String.raw`\$&`)
  return expression.replaceAll(new RegExp(`(?<![\\w'])${plain}(?![\\w'])`, 'gi'), name)
}

export const isInKey = (table: Table, column: string): boolean =>
  declaredKeys(table).some(({ columns }) => names(columns, column))
export const isInPrimaryKey = (table: Table, column: string): boolean =>
  names(table.primaryKey?.columns ?? [], column)
export const isInReference = (table: Table, column: string): boolean =>
  table.references.some(({ columns }) => names(columns, column))

/** Columns that say something of their row: in no key, no reference, and counted by nobody. */
export const factsOf = (table: Table): readonly Column[] =>
  table.columns.filter(
    ({ name, numbering }) => !isInKey(table, name) && !isInReference(table, name) && numbering === null,
  )

export const samplesOf = ({ samples }: Design, table: Table, column: string): readonly string[] =>
  samples[`${table.name.toLowerCase()}.${column.toLowerCase()}`] ?? []

/** A reference with the table in which it stands. */
export interface Placed {
  readonly table: Table
  readonly reference: Reference
}

export const referencesOf = (design: Design): readonly Placed[] =>
  ownTables(design).flatMap(table => table.references.map(reference => ({ table, reference })))

/** All references that lead to a table. */
export const referencesTo = ({ schema }: Design, name: string): readonly Placed[] =>
  schema.tables.flatMap(table =>
    table.references
      .filter(reference => sameName(reference.table, name))
      .map(reference => ({ table, reference })),
  )

export const isReferred = (design: Design, name: string): boolean => referencesTo(design, name).length > 0

/** Whether a key of the table lies within the columns: no two rows agree in them. */
export const isTold = (table: Table, columns: readonly string[]): boolean =>
  declaredKeys(table).some(key => key.columns.every(column => names(columns, column)))

export const keyOf = (columns: readonly string[]): Key => ({
  name: null,
  columns,
  nullsNotDistinct: false,
  span: NOWHERE,
})

export const referenceTo = (
  columns: readonly string[],
  table: string,
  targetColumns: readonly string[],
): Reference => ({
  name: null,
  columns,
  table,
  targetColumns,
  onDelete: 'no action',
  onUpdate: 'no action',
  deferrable: false,
  span: NOWHERE,
})

export const columnOf = (name: string, type: DataType, more: Partial<Column> = {}): Column => ({
  name,
  type,
  notNull: false,
  default: null,
  numbering: null,
  generated: false,
  span: NOWHERE,
  nameSpan: NOWHERE,
  ...more,
})

export const INTEGER = dataType('INTEGER', [], 'integer')
export const textOf = (length: number): DataType =>
  dataType('VARCHAR', [String(length)], `varchar(${length})`)

/** A name that no column of the table has. */
export function freeName(table: Table, wanted: string): string {
  let name = wanted
  for (let i = 2; findColumn(table, name); i++) name = `${wanted}_${i}`
  return name
}

/** The columns of the table, those that must be filled marked so by themselves: its primary key can go. */
export const withFilledKey = (table: Table): Table => ({
  ...table,
  columns: table.columns.map(column => ({ ...column, notNull: isRequired(table, column.name) })),
})

/** What a reference is called in a sentence: by the table it leads to, and its columns where there are several. */
export function linkName({ table, reference }: Placed): string {
  const isOne = table.references.filter(other => sameName(other.table, reference.table)).length === 1
  return isOne ? reference.table : `${reference.table} (${reference.columns.join(', ')})`
}

/**
 * A table that stands between others: its first key is two or more whole references. Those that others refer to are
 * left out.
 */
export function betweens(
  design: Design,
): readonly { readonly table: Table; readonly ends: readonly Reference[] }[] {
  return ownTables(design).flatMap(table => {
    const key = naturalKey(table)
    const ends = table.references.filter(
      ({ columns }) => key.length > 0 && columns.every(name => names(key, name)),
    )
    const covered = new Set(ends.flatMap(({ columns }) => columns.map(name => name.toLowerCase())))
    const isBetween = ends.length > 1 && key.every(name => covered.has(name.toLowerCase()))
    return isBetween && !isReferred(design, table.name) ? [{ table, ends }] : []
  })
}

/** The columns of the first key that is not a number of its own. */
export function naturalKey(table: Table): readonly string[] {
  const keys = declaredKeys(table).map(({ columns }) => columns)
  const isNumber = (columns: readonly string[]): boolean =>
    columns.length === 1 && findColumn(table, columns[0]!)?.numbering !== null
  return keys.find(columns => !isNumber(columns)) ?? []
}

/** The column of the other table to which a column of the reference leads. */
export function targetOf(
  { schema }: Design,
  { columns, table, targetColumns }: Reference,
  column: string,
): Column | undefined {
  const target = findTable(schema, table)
  const at = columns.findIndex(name => sameName(name, column))
  return target && findColumn(target, targetColumns[at] ?? '')
}
