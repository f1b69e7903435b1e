import {
  AttributeSet,
  Relation,
  Universe,
  dependencyBasis,
  project,
  type Dependency,
  type Multivalued,
} from '../../dependencies'
import type { Column, Table } from '../../schema'
import type { NamedDependencies } from './input'
import { plainName } from './plain-name'

/** Tables of more columns than this are not projected: the work can double with each. */
const MOST_COLUMNS = 24
const LIMIT = 5000

/**
 * What an exercise's dependencies say about one table: a relation over its columns that are called like
 * attributes.
 */
export interface LocalRelation {
  readonly relation: Relation
  /** The columns in the order of the relation's universe. */
  readonly columns: readonly Column[]
  /** Values of the exercise's rows, by column. */
  readonly samples: Readonly<Record<string, readonly string[]>>
}

/** The attributes of the exercise that columns are called like, in the exercise's order; each column once. */
export function placed(
  { columns }: Table,
  attributes: readonly string[],
): readonly { readonly attribute: number; readonly column: Column }[] {
  const free = new Map(columns.map(column => [plainName(column.name), column]))
  return attributes.flatMap((name, attribute) => {
    const column = free.get(plainName(name))
    free.delete(plainName(name))
    return column ? [{ attribute, column }] : []
  })
}

/**
 * The dependencies projected on the columns of a table; undefined where fewer than three of its columns are
 * attributes (then nothing can be repeated), where they are very many, or where a limit stopped the
 * projection.
 */
export function localRelation(
  table: Table,
  { attributes, dependencies, multivalued = [], samples = {} }: NamedDependencies,
): LocalRelation | undefined {
  const held = placed(table, attributes)
  if (held.length < 3 || held.length > MOST_COLUMNS) return undefined
  const within = AttributeSet.of(
    attributes.length,
    held.map(({ attribute }) => attribute),
  )
  const whole = new Relation(new Universe(attributes), { functional: dependencies, multivalued })
  const functional = project(attributes.length, within, whole.known, { limit: LIMIT })
  if (!functional) return undefined
  const place = new Map(held.map(({ attribute }, i) => [attribute, i]))
  const local = (set: AttributeSet): AttributeSet =>
    AttributeSet.of(
      held.length,
      [...set].map(attribute => place.get(attribute)!),
    )
  const constraints = {
    functional: functional.map(({ from, to }): Dependency => ({ from: local(from), to: local(to) })),
    multivalued: embedded(whole, within).map(({ from, to }): Multivalued => ({
      from: local(from),
      to: local(to),
      multi: true,
    })),
  }
  return {
    relation: new Relation(new Universe(held.map(({ column }) => column.name)), constraints),
    columns: held.map(({ column }) => column),
    samples: Object.fromEntries(
      held.map(({ attribute, column }) => [column.name, samples[attributes[attribute]!] ?? []]),
    ),
  }
}

/**
 * Multivalued dependencies that hold in the part: the blocks of the basis of each given left side, cut to it.
 */
function embedded({ size, constraints, hasMultivalued }: Relation, within: AttributeSet): Multivalued[] {
  if (!hasMultivalued) return []
  const lefts = new Map(
    [...constraints.multivalued, ...constraints.functional]
      .filter(({ from }) => from.isSubsetOf(within))
      .map(({ from }) => [from.key, from]),
  )
  return [...lefts.values()].flatMap(from =>
    dependencyBasis(size, from, constraints)
      .map(block => block.intersect(within))
      .filter(to => !to.isEmpty())
      .map((to): Multivalued => ({ from, to, multi: true })),
  )
}
