import {
  findEntityById,
  findRelationship,
  type Diagram,
  type DiagramAttribute,
  type DiagramEnd,
  type DiagramEntity,
  type DiagramRelationship,
  type Spot,
} from './document'

/**
 * Changes of a diagram. Each gives a new one and leaves the old as it is; what the exercise gives is never
 * changed.
 */

/** An end of which nothing is said yet. */
export const FREE_END = { role: '', least: null, most: null, identifies: false } as const

/** An id that nothing has: the letter and the next number. */
export function freshId(diagram: Diagram, letter: 'e' | 'r' | 'k'): string {
  const of = { e: diagram.entities, r: diagram.relationships, k: diagram.kinds }[letter]
  const taken = of
    .map(({ id }) => (id.startsWith(letter) ? Number(id.slice(1)) : Number.NaN))
    .filter(Number.isFinite)
  return `${letter}${Math.max(0, ...taken) + 1}`
}

/** An id for a further fact of an entity or a relationship. */
export function freshFactId({ id, attributes }: Pick<DiagramEntity, 'id' | 'attributes'>): string {
  const taken = attributes.map(attribute => Number(attribute.id.split('.').at(-1))).filter(Number.isFinite)
  return `${id}.${Math.max(0, ...taken) + 1}`
}

export function newFact(
  owner: Pick<DiagramEntity, 'id' | 'attributes'>,
  name: string,
  facts: Partial<DiagramAttribute> = {},
): DiagramAttribute {
  return {
    id: freshFactId(owner),
    name,
    identifies: false,
    several: false,
    derived: false,
    parts: [],
    required: null,
    type: '',
    size: '',
    ...facts,
  }
}

export function addEntity(
  diagram: Diagram,
  name: string,
  at?: Spot,
): { readonly diagram: Diagram; readonly id: string } {
  const id = freshId(diagram, 'e')
  return {
    id,
    diagram: {
      ...diagram,
      entities: [
        ...diagram.entities,
        { id, name, attributes: [], uniques: [], description: '', ...(at ? { at } : {}) },
      ],
    },
  }
}

export function changeEntity(diagram: Diagram, id: string, change: Partial<DiagramEntity>): Diagram {
  const changed = (entity: DiagramEntity): DiagramEntity =>
    entity.given
      ? { ...entity, ...(change.at ? { at: change.at } : {}) }
      : withoutUndefined({ ...entity, ...change })
  return {
    ...diagram,
    entities: diagram.entities.map(entity => (entity.id === id ? changed(entity) : entity)),
  }
}

export function changeRelationship(
  diagram: Diagram,
  id: string,
  change: Partial<DiagramRelationship>,
): Diagram {
  return {
    ...diagram,
    relationships: diagram.relationships.map(relationship =>
      relationship.id !== id || relationship.given
        ? relationship
        : withoutUndefined({ ...relationship, ...change }),
    ),
  }
}

export function changeEnd(diagram: Diagram, id: string, at: number, change: Partial<DiagramEnd>): Diagram {
  const relationship = findRelationship(diagram, id)
  return relationship
    ? changeRelationship(diagram, id, {
        ends: relationship.ends.map((end, i) => (i === at ? withoutUndefined({ ...end, ...change }) : end)),
      })
    : diagram
}

/** The facts of an entity, or of a relationship. */
export function factsOf(diagram: Diagram, owner: string): readonly DiagramAttribute[] {
  return findEntityById(diagram, owner)?.attributes ?? findRelationship(diagram, owner)?.attributes ?? []
}

export function changeFacts(diagram: Diagram, owner: string, attributes: DiagramAttribute[]): Diagram {
  const kept = new Set([...attributes, ...diagram.relationships].map(({ id }) => id))
  const entity = findEntityById(diagram, owner)
  if (!entity) return changeRelationship(diagram, owner, { attributes })
  return changeEntity(diagram, owner, {
    attributes,
    uniques: entity.uniques.filter(set => set.every(id => kept.has(id))),
  })
}

/**
 * A relationship whose questions are still open. Of one entity with itself the ends have roles to tell them
 * apart.
 */
export function relate(
  diagram: Diagram,
  ends: readonly string[],
  change: Partial<Pick<DiagramRelationship, 'name' | 'back' | 'table' | 'at'>> = {},
): { readonly diagram: Diagram; readonly id: string } {
  const id = freshId(diagram, 'r')
  const relationship: DiagramRelationship = {
    id,
    name: '',
    back: '',
    attributes: [],
    ends: ends.map(entity => ({ entity, ...FREE_END })),
    ...change,
  }
  return { id, diagram: { ...diagram, relationships: [...diagram.relationships, relationship] } }
}

/**
 * Takes elements away: an entity with its relationships and kinds, a fact with the sets that it is in.
 * Answers how many relationships went along.
 */
export function removeElements(
  diagram: Diagram,
  ids: Iterable<string>,
): { readonly diagram: Diagram; readonly entities: readonly string[]; readonly relationships: number } {
  const gone = new Set(ids)
  const entities = diagram.entities.filter(({ id, given }) => !given && gone.has(id))
  const lost = new Set(entities.map(({ id }) => id))
  const stays = (relationship: DiagramRelationship): boolean =>
    Boolean(relationship.given) ||
    !(gone.has(relationship.id) || relationship.ends.some(({ entity }) => lost.has(entity)))
  const withoutFacts = <Owner extends DiagramEntity | DiagramRelationship>(owner: Owner): Owner =>
    owner.given || !owner.attributes.some(({ id }) => gone.has(id))
      ? owner
      : { ...owner, attributes: owner.attributes.filter(({ id }) => !gone.has(id)) }
  const kept = diagram.entities.filter(({ id }) => !lost.has(id)).map(withoutFacts)
  const relationships = diagram.relationships.filter(stays).map(withoutFacts)
  const left = new Set(relationships.map(({ id }) => id))
  const isMember = (id: string): boolean =>
    !gone.has(id) && (left.has(id) || !diagram.relationships.some(relationship => relationship.id === id))
  return {
    entities: entities.map(({ name }) => name),
    relationships: diagram.relationships.length - relationships.length,
    diagram: {
      ...diagram,
      relationships,
      entities: kept.map(entity =>
        entity.given ? entity : { ...entity, uniques: entity.uniques.filter(set => set.every(isMember)) },
      ),
      kinds: diagram.kinds
        .filter(({ id, general }) => !gone.has(id) && !lost.has(general))
        .map(kind => ({ ...kind, special: kind.special.filter(id => !lost.has(id)) }))
        .filter(({ special }) => special.length > 0),
    },
  }
}

/** The chosen cards with what is between them, as a diagram of its own: what is copied. */
export function partOf(diagram: Diagram, ids: Iterable<string>): Diagram {
  const chosen = new Set(ids)
  return {
    ...diagram,
    entities: diagram.entities.filter(({ id }) => chosen.has(id)),
    relationships: diagram.relationships.filter(({ ends }) => ends.every(({ entity }) => chosen.has(entity))),
    kinds: diagram.kinds.filter(({ general, special }) => [general, ...special].every(id => chosen.has(id))),
  }
}

/**
 * Puts a copied part in, beside what is there: new ids, names that are taken get the next number. Answers the
 * ids of the new cards.
 */
export function pasteInto(
  diagram: Diagram,
  part: Diagram,
  shift = 32,
): { readonly diagram: Diagram; readonly ids: readonly string[] } {
  let next = diagram
  const ids = new Map<string, string>()
  for (const { given: _, ...entity } of part.entities) {
    const { id, diagram: grown } = addEntity(next, freeName(next, entity.name))
    ids.set(entity.id, id)
    const facts = new Map(entity.attributes.map((attribute, i) => [attribute.id, `${id}.${i + 1}`]))
    next = changeEntity(grown, id, {
      attributes: entity.attributes.map(attribute => ({ ...attribute, id: facts.get(attribute.id)! })),
      description: entity.description,
      uniques: entity.uniques
        .filter(set => set.every(fact => facts.has(fact)))
        .map(set => set.map(fact => facts.get(fact)!)),
      ...(entity.at ? { at: { x: entity.at.x + shift, y: entity.at.y + shift, isHeld: true } } : {}),
    })
  }
  for (const { given: _, ...relationship } of part.relationships) {
    const id = freshId(next, 'r')
    const attributes = relationship.attributes.map((attribute, i) => ({ ...attribute, id: `${id}.${i + 1}` }))
    next = {
      ...next,
      relationships: [
        ...next.relationships,
        {
          ...relationship,
          id,
          attributes,
          ends: relationship.ends.map(end => ({ ...end, entity: ids.get(end.entity)! })),
        },
      ],
    }
  }
  for (const kind of part.kinds)
    next = {
      ...next,
      kinds: [
        ...next.kinds,
        {
          ...kind,
          id: freshId(next, 'k'),
          general: ids.get(kind.general)!,
          special: kind.special.map(special => ids.get(special)!),
        },
      ],
    }
  return { diagram: next, ids: [...ids.values()] }
}

export const isSameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase()

/** The name, or with the first number that makes it free. */
export function freeName({ entities }: Diagram, name: string): string {
  const isTaken = (candidate: string): boolean => entities.some(entity => isSameName(entity.name, candidate))
  if (!isTaken(name)) return name
  let i = 2
  while (isTaken(`${name} ${i}`)) i++
  return `${name} ${i}`
}

/** Exact optional properties: a change to undefined takes the property away. */
function withoutUndefined<T extends object>(value: T): T {
  return Object.fromEntries(Object.entries(value).filter(([, part]) => part !== undefined)) as T
}
