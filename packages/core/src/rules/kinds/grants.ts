import { findTable, sameColumns, sameName, type Schema, type Table } from '../../schema'
import { Reading } from '../reading'
import { newTree } from '../result'
import { stepToTarget } from './deeds'

/** The reading with the entity's members made a key of its table. */
export function grantKey(
  reading: Reading,
  entity: string,
  by: readonly string[],
  required: boolean,
): Reading | undefined {
  const tree = newTree(reading)
  const placement = reading.placement(entity)
  if (!placement || placement.inside) return undefined
  const at = tree.root(placement.table)
  const columns = by.flatMap(member => {
    const layout = reading.rolePlacement(entity, member)?.layout
    if (layout?.kind === 'forward') return layout.step.columns.map(([column]) => column)
    return (
      reading
        .columns(tree, at, entity, [member])
        ?.filter(column => column.at === at)
        .map(({ column }) => column) ?? []
    )
  })
  return columns.length > 0 ? withKey(reading, placement.table, columns, required) : undefined
}

/** The reading with one key more. */
export function withKey(
  reading: Reading,
  name: string,
  columns: readonly string[],
  required: boolean,
): Reading {
  return withTable(reading, name, table => ({
    ...table,
    uniques: [...table.uniques, { name: null, columns, nullsNotDistinct: true, span: table.span }],
    columns: table.columns.map(column =>
      required && columns.some(other => sameName(other, column.name)) ? { ...column, notNull: true } : column,
    ),
  }))
}

/** The reading with the reference declared on which the role rests. */
export function grantReference(reading: Reading, entity: string, role: string): Reading | undefined {
  const layout = reading.rolePlacement(entity, role)?.layout
  const step = layout && stepToTarget(layout)
  if (!step || !findTable(reading.schema, step.toTable)) return undefined
  const columns = step.columns.map(([column]) => column)
  return withTable(reading, step.fromTable, table => ({
    ...table,
    references: [
      ...table.references.filter(other => !sameColumns(other.columns, columns)),
      {
        name: null,
        columns,
        table: step.toTable,
        targetColumns: step.columns.map(([, key]) => key),
        onDelete: 'no action' as const,
        onUpdate: 'no action' as const,
        deferrable: false,
        span: table.span,
      },
    ],
  }))
}

function withTable(reading: Reading, name: string, change: (table: Table) => Table): Reading {
  const schema: Schema = {
    tables: reading.schema.tables.map(table => (sameName(table.name, name) ? change(table) : table)),
  }
  return new Reading(reading.world, schema, reading.alignment, reading.rules)
}
