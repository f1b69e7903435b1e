import {
  declaredKeys,
  findTable,
  foldName,
  sameName,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import type { RelationTask } from './task'

/**
 * One relation that holds what the tables of a schema hold together: a column that refers is the key it
 * refers to, and each key fixes its table. Columns of the same name in different tables are told apart by
 * their table's name. Two references from one table to another keep their own names.
 */
export function relationFromSchema(
  { tables }: Schema,
  name = 'everything',
): Pick<RelationTask, 'name' | 'attributes' | 'dependencies'> {
  const names = new Names(tables)
  const attributes = [
    ...new Set(tables.flatMap(table => table.columns.map(column => names.of(table, column.name)))),
  ]
  const dependencies = tables.flatMap(table => {
    const all = table.columns.map(column => names.of(table, column.name))
    const keys = declaredKeys(table).map(({ columns }) => columns.map(column => names.of(table, column)))
    return keys.flatMap(key => {
      const rest = all.filter(attribute => !key.includes(attribute))
      return rest.length > 0 ? [`${key.join(', ')} -> ${rest.join(', ')}`] : []
    })
  })
  return { name, attributes: attributes.slice(0, 60), dependencies: dependencies.join('\n') }
}

class Names {
  constructor(private readonly tables: readonly Table[]) {}

  of(table: Table, column: string, depth = 0): string {
    const reference = depth < 20 ? this.onlyReference(table, column) : undefined
    if (!reference) return this.own(table, column)
    const target = findTable({ tables: this.tables }, reference.table)
    const at = reference.columns.findIndex(other => sameName(other, column))
    const there = target && reference.targetColumns[at]
    return target && there ? this.of(target, there, depth + 1) : this.own(table, column)
  }

  /** The reference that the column is part of, where no other of its table leads to the same table. */
  private onlyReference(table: Table, column: string): Reference | undefined {
    const found = table.references.find(({ columns }) => columns.some(other => sameName(other, column)))
    const alike = table.references.filter(other => found && sameName(other.table, found.table))
    return alike.length === 1 && found && !sameName(found.table, table.name) ? found : undefined
  }

  private own(table: Table, column: string): string {
    const isShared = this.tables.some(
      other => other !== table && other.columns.some(({ name }) => sameName(name, column)),
    )
    const name = foldName(column)
    return isShared && !name.startsWith(`${foldName(table.name)}_`) ? `${foldName(table.name)}_${name}` : name
  }
}
