import { foldName, isRequired, type DataType, type Dialect, type Schema } from '@nomenklatura/core/schema'
import { readScript } from '@nomenklatura/core/sql'

/**
 * A schema in the words in which ours and a server's catalog are compared. Lists that have no order of their
 * own are sorted.
 */
export interface Summary {
  readonly name: string
  readonly columns: readonly string[]
  readonly key: string
  readonly uniques: readonly string[]
  readonly references: readonly string[]
  readonly checks: number
}

/** A type by what it holds, not by its words. */
export function typeWords({
  family,
  length,
  precision,
  scale,
  withZone,
  unsigned,
  members,
  text,
}: DataType): string {
  if (family === 'other') return `other ${/\[/.test(text) ? 'array' : ''}`.trim()
  const sizes = family === 'decimal' ? `${precision},${scale}` : String(length)
  return [
    family,
    ['text', 'date', 'time', 'timestamp', 'json', 'uuid', 'interval', 'boolean', 'enum'].includes(family)
      ? ''
      : sizes,
    withZone ? 'zone' : '',
    unsigned ? 'unsigned' : '',
    members.join('|'),
  ]
    .filter(part => part !== '')
    .join(' ')
}

/** What a server calls the type, in the same words. */
export function typeOf(text: string, dialect: Dialect): string {
  const [table] = readScript(`CREATE TABLE t (c ${text});`, { dialect }).schema.tables
  return typeWords(table!.columns[0]!.type)
}

export function columnWords({
  name,
  type,
  required,
  numbers,
}: {
  name: string
  type: string
  required: boolean
  numbers: boolean
}): string {
  return `${foldName(name)} ${type}${required ? ' required' : ''}${numbers ? ' numbers' : ''}`
}

const list = (names: readonly string[]): string => names.map(foldName).join(',')

export function referenceWords(
  columns: readonly string[],
  table: string,
  targets: readonly string[],
  onDelete: string,
  onUpdate: string,
): string {
  return `${list(columns)} -> ${foldName(table)}(${list(targets)}) ${onDelete} ${onUpdate}`
}

/** Ours. `actions`: how the server calls an action that it does not tell from another. */
export function summaryOf(
  { tables }: Schema,
  action: (outcome: string) => string = outcome => outcome,
): Summary[] {
  return tables
    .map((table): Summary => ({
      name: foldName(table.name),
      columns: table.columns.map(column =>
        columnWords({
          name: column.name,
          type: typeWords(column.type),
          required: isRequired({ ...table, checks: [] }, column.name),
          numbers: column.numbering !== null,
        }),
      ),
      key: list(table.primaryKey?.columns ?? []),
      uniques: [...new Set(table.uniques.map(({ columns }) => list(columns)))].sort(),
      references: table.references
        .map(({ columns, table: target, targetColumns, onDelete, onUpdate }) =>
          referenceWords(columns, target, targetColumns, action(onDelete), action(onUpdate)),
        )
        .sort(),
      checks: table.checks.length,
    }))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
}
