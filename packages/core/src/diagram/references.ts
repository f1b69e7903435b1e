import { isDemanded } from './amounts'
import { findEntityById, findRelationship, type Diagram } from './document'
import { schemaFromDiagram } from './to-schema'

/** A line of a card that follows from a relationship: the reference that stands there. */
export interface CardReference {
  readonly relationship: string
  readonly target: string
  readonly role: string
  /** Part of what tells the card apart. */
  readonly identifies: boolean
  readonly required: boolean
  readonly columns: readonly string[]
  /** The types of the columns, as they are written. */
  readonly types: readonly string[]
}

/**
 * The references that stand on each card, by the mapping: never typed, always derived. A relationship of two
 * ends that needs a card between has none.
 */
export function cardReferences(diagram: Diagram): ReadonlyMap<string, readonly CardReference[]> {
  const { schema, links } = schemaFromDiagram(diagram, { withSurrogates: true })
  const found = new Map<string, CardReference[]>()
  for (const { table, columns, relationship, end, isBetween } of links) {
    const drawn = findRelationship(diagram, relationship)
    const own = diagram.entities.find(({ id, name }) => (name.trim() || id) === table)
    const mapped = schema.tables.find(({ name }) => name === table)
    if (isBetween || !drawn || !own || !mapped) continue
    const far = drawn.ends[end]!
    const types = columns.map(name => mapped.columns.find(column => column.name === name)?.type.text ?? '')
    const line: CardReference = {
      relationship,
      target: findEntityById(diagram, far.entity)?.name ?? '',
      role: far.role,
      identifies: far.identifies,
      required: isDemanded(far),
      columns,
      types,
    }
    found.set(own.id, [...(found.get(own.id) ?? []), line])
  }
  return found
}
