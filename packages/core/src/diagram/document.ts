import { z } from 'zod'
import { REFERENTIAL_ACTIONS } from '../schema'

const Id = z.string().min(1).max(40)
const Name = z.string().max(200)
const Text = z.string().max(2000)

/**
 * Where something stands on the paper, in pixels at full size from its corner; what was moved by hand stays
 * when the rest is arranged.
 */
const Spot = z.object({
  x: z.number().finite().min(-100_000).max(100_000),
  y: z.number().finite().min(-100_000).max(100_000),
  isHeld: z.boolean().optional(),
})
export type Spot = z.infer<typeof Spot>

export const LEVELS = ['conceptual', 'logical', 'physical'] as const
export type Level = (typeof LEVELS)[number]

export const DiagramAttribute = z.object({
  id: Id,
  name: Name,
  /** Part of what tells its entity apart; of a relationship, what tells repeats of a pair apart. */
  identifies: z.boolean(),
  /** Several values for one object. */
  several: z.boolean(),
  /** Worked out from others: nothing is stored. */
  derived: z.boolean(),
  /** The parts of a composite attribute; empty for a plain one. */
  parts: z.array(Name).max(20),
  /** Null as long as it is not said. */
  required: z.boolean().nullable(),
  type: Name,
  size: Name,
  /** What stands there where nothing is said. */
  default: Name.optional(),
  /** Counts on by itself from a number on, by a step. */
  numbering: z.object({ start: z.int(), step: z.int() }).optional(),
  /** How it is to be understood. */
  note: Text.optional(),
})
export type DiagramAttribute = z.infer<typeof DiagramAttribute>

export const DiagramEntity = z.object({
  id: Id,
  name: Name,
  attributes: z.array(DiagramAttribute).max(200),
  /** Further sets that no two share: ids of attributes, and of relationships for what they lead to. */
  uniques: z.array(z.array(Id).min(1).max(20)).max(20),
  description: Text,
  /** Given by the exercise: it is not the student's own. */
  given: z.boolean().optional(),
  at: Spot.optional(),
})
export type DiagramEntity = z.infer<typeof DiagramEntity>

/** The most ends that may meet. */
export const MOST_ENDS = 6
/** The largest number that a least or a most is. The screens offer none, one and many. */
const MOST_OF_AN_END = 1000

/**
 * One end of a relationship of two. Least and most say how many of this entity there are for one of the
 * other. Of three and more: the most, for one each of the others (look-across); the least, whether each of
 * this entity takes part at all. Null is not yet answered. `identifies`: the entity at the other end cannot
 * be told apart without this one.
 */
export const DiagramEnd = z.object({
  entity: Id,
  role: Name,
  least: z.int().min(0).max(MOST_OF_AN_END).nullable(),
  most: z.union([z.enum(['one', 'many']), z.int().min(2).max(MOST_OF_AN_END)]).nullable(),
  identifies: z.boolean(),
  /** At physical level the columns by which the other table refers here, in the order of the key here. */
  columns: z.array(Name).max(20).optional(),
  /** What becomes of the others when one of these is deleted, or its key changes; absent as long as it is not said. */
  onDelete: z.enum(REFERENTIAL_ACTIONS).optional(),
  onUpdate: z.enum(REFERENTIAL_ACTIONS).optional(),
})
export type DiagramEnd = z.infer<typeof DiagramEnd>

export const DiagramRelationship = z.object({
  id: Id,
  /** The verb phrase from the first end to the second, and the way back. */
  name: Name,
  back: Name,
  ends: z.array(DiagramEnd).min(2).max(MOST_ENDS),
  attributes: z.array(DiagramAttribute).max(100),
  /** What a table between is called, where one is made. */
  table: Name.optional(),
  given: z.boolean().optional(),
  /** Of three and more ends: where they meet. */
  at: Spot.optional(),
})
export type DiagramRelationship = z.infer<typeof DiagramRelationship>

export const DiagramKinds = z.object({
  id: Id,
  general: Id,
  special: z.array(Id).min(1).max(20),
  isDisjoint: z.boolean(),
  isTotal: z.boolean(),
})
export type DiagramKinds = z.infer<typeof DiagramKinds>

/** One model for the three levels. Public; the version rises with its shape. */
export const Diagram = z.object({
  format: z.literal('nomenklatura-diagram'),
  version: z.literal(1),
  level: z.enum(LEVELS),
  entities: z.array(DiagramEntity).max(300),
  relationships: z.array(DiagramRelationship).max(600),
  kinds: z.array(DiagramKinds).max(100),
})
export type Diagram = z.infer<typeof Diagram>

export const EMPTY_DIAGRAM: Diagram = {
  format: 'nomenklatura-diagram',
  version: 1,
  level: 'conceptual',
  entities: [],
  relationships: [],
  kinds: [],
}

export function findEntityById(
  { entities }: Pick<Diagram, 'entities'>,
  id: string,
): DiagramEntity | undefined {
  return entities.find(entity => entity.id === id)
}

export const isEmptyDiagram = ({ entities, relationships }: Diagram): boolean =>
  entities.length === 0 && relationships.length === 0

export function findRelationship(
  { relationships }: Pick<Diagram, 'relationships'>,
  id: string,
): DiagramRelationship | undefined {
  return relationships.find(relationship => relationship.id === id)
}

/**
 * Whether nothing says yet what tells a card apart: no fact, no card that it is told apart within or between,
 * no wider card of which it is a kind.
 */
export function isNotYetToldApart(diagram: Diagram, entity: string): boolean {
  const found = findEntityById(diagram, entity)
  return (
    found !== undefined &&
    found.attributes.length === 0 &&
    ownersOf(diagram, entity).length === 0 &&
    !diagram.kinds.some(({ special }) => special.includes(entity))
  )
}

/**
 * What a weak entity is told apart within: the ends of its identifying relationships, with the relationship.
 */
export function ownersOf(
  { relationships }: Pick<Diagram, 'relationships'>,
  entity: string,
): { readonly end: DiagramEnd; readonly relationship: DiagramRelationship }[] {
  return relationships.flatMap(relationship => {
    const [a, b] = relationship.ends
    if (relationship.ends.length !== 2 || !a || !b) return []
    const found = [
      { own: a, end: b },
      { own: b, end: a },
    ].filter(({ own, end }) => own.entity === entity && end.identifies)
    return found.slice(0, 1).map(({ end }) => ({ end, relationship }))
  })
}
