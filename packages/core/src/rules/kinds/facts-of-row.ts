import { sameName } from '../../schema'
import type { ColumnAt, Occurrence } from '../occurrences'
import type { Reading } from '../reading'

/** Where the facts and the links of an entity stand in a row of its own. */
export function factsOf({ alignment }: Reading, at: Occurrence, entity: string): ColumnAt[] {
  const isOwn = (other: string, table: string): boolean =>
    sameName(other, entity) && sameName(table, at.table.name)
  const facts = alignment.attributes.filter(placed => isOwn(placed.entity, placed.table))
  const links = alignment.roles.flatMap(({ entity: other, layout }) =>
    layout.kind === 'forward' && isOwn(other, layout.step.fromTable) ? layout.step.columns : [],
  )
  return [...facts.map(({ column }) => column), ...links.map(([column]) => column)].map(column => ({
    at,
    column,
  }))
}
