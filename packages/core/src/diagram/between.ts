import { addEntity, changeEntity, changeRelationship, freeName, newFact, relate } from './edit'
import { findEntityById, findRelationship, type Diagram, type DiagramEnd } from './document'

/** How the rows of a card between are told apart, and whether the same pair may stand more than once. */
export interface BetweenChoice {
  readonly name: string
  /**
   * Both references together, or a number of its own; where the pair stands once it is then a further set
   * that no two share.
   */
  readonly key: 'both' | 'own number'
  /** What tells repeats of a pair apart, such as a date; null where a pair stands once. */
  readonly repeatsBy: string | null
}

export function betweenName(diagram: Diagram, relationship: string): string {
  const found = findRelationship(diagram, relationship)
  if (!found) return ''
  const names = found.ends.map(({ entity, role }) => role || findEntityById(diagram, entity)?.name || '')
  return freeName(diagram, found.table?.trim() || names.join(' '))
}

/**
 * A many-to-many relationship made into a card between its two ends, with its facts; the answers of the
 * relationship become those of the two new ones.
 */
export function putCardBetween(
  diagram: Diagram,
  id: string,
  { name, key, repeatsBy }: BetweenChoice,
): { readonly diagram: Diagram; readonly id: string } {
  const relationship = findRelationship(diagram, id)
  const [a, b] = relationship?.ends ?? []
  if (!relationship || relationship.given || !a || !b || relationship.ends.length !== 2)
    return { diagram, id: '' }
  const middle = middleOf(diagram, a, b)
  const without = { ...diagram, relationships: diagram.relationships.filter(other => other !== relationship) }
  const added = addEntity(without, freeName(without, name), middle)
  const owner = { id: added.id, attributes: [] as ReturnType<typeof newFact>[] }
  const add = (fact: string, more: Parameters<typeof newFact>[2]): void =>
    void owner.attributes.push(newFact(owner, fact, more))
  if (key === 'own number') add(`${name.toLowerCase()} no`, { identifies: true })
  if (repeatsBy !== null) add(repeatsBy, { identifies: key === 'both' })
  const attributes = [
    ...owner.attributes,
    ...relationship.attributes.map((attribute, i) => ({
      ...attribute,
      id: `${added.id}.${owner.attributes.length + i + 1}`,
      identifies: attribute.identifies && key === 'both',
    })),
  ]
  let next = changeEntity(added.diagram, added.id, { attributes })
  const isPart = key === 'both'
  const halves = [
    { far: a, near: b, name: relationship.name, back: '' },
    { far: b, near: a, name: relationship.back, back: '' },
  ]
  for (const { far, near, name: verb, back } of halves) {
    const made = relate(next, [far.entity, added.id], { name: verb, back })
    next = changeRelationship(made.diagram, made.id, {
      ends: [
        { entity: far.entity, role: far.role, least: 1, most: 'one', identifies: isPart },
        { entity: added.id, role: '', least: near.least, most: near.most, identifies: false },
      ],
    })
  }
  const isOnce = key === 'own number' && repeatsBy === null
  const pair = next.relationships.slice(-2).map(({ id: half }) => half)
  return { diagram: isOnce ? changeEntity(next, added.id, { uniques: [pair] }) : next, id: added.id }
}

function middleOf(diagram: Diagram, a: DiagramEnd, b: DiagramEnd): { x: number; y: number } | undefined {
  const [from, to] = [a, b].map(({ entity }) => findEntityById(diagram, entity)?.at)
  return from && to
    ? { x: Math.round((from.x + to.x) / 2), y: Math.round((from.y + to.y) / 2 + 40) }
    : undefined
}
