import type { AttributeSet } from './attribute-set'
import { chase, type Row } from './chase'
import type { Relation } from './relation'
import type { Dependency, Multivalued } from './universe'

/** Rows that every dependency allows, in which one fact is written again. */
export interface RepeatedFact {
  readonly rows: readonly Row[]
  /** The attributes that hold the repeated fact: the left side and what it fixes. */
  readonly fact: AttributeSet
  /**
   * What tells the rows apart although the fact is the same: without it no row can be entered, and with its
   * last row the fact is gone.
   */
  readonly needed: AttributeSet
}

/**
 * Shows a violation on rows: two rows that agree on the left side, and so on the fact, and differ elsewhere,
 * with the rows that the dependencies demand besides, and one more about another thing. Undefined where the
 * left side fixes everything: then nothing is repeated.
 */
export function repeatedFact(
  relation: Relation,
  violation: Dependency | Multivalued,
): RepeatedFact | undefined {
  const { size, universe, constraints, keys } = relation
  const fixed = relation.closure(violation.from)
  const rest = universe.all.minus(fixed)
  if (rest.isEmpty()) return undefined
  const first = Array.from({ length: size }, () => 0)
  const { rows } = chase([first, first.map((_, at) => (fixed.has(at) ? 0 : 1))], constraints, { limit: 8 })
  // What every row has in common, the row about another thing has as well.
  const common = relation.closure(violation.from.minus(violation.from))
  const other = first.map((_, at) => (common.has(at) ? 0 : rows.length))
  const key = keys.keys.find(candidate => violation.from.isSubsetOf(candidate)) ?? keys.keys[0]
  const needed = key?.minus(fixed) ?? rest
  return {
    rows: [...rows, other],
    fact: violation.from.union(violation.to),
    needed: needed.isEmpty() ? rest : needed,
  }
}
