import type { AttributeSet } from './attribute-set'
import { dependencyBasis, impliesMixed, mixedClosure } from './basis'
import type { Row } from './chase'
import { closure } from './closure'
import { borders } from './dualize'
import type { Constraints, Dependency, Multivalued } from './universe'

/**
 * Two rows that satisfy every constraint and refute the dependency; undefined when it follows. They differ on
 * exactly one block of the dependency basis of the left side: one that the right side meets, and for a
 * multivalued dependency does not hold whole.
 */
export function refutingRows(
  size: number,
  constraints: Constraints,
  dependency: Dependency | Multivalued,
): [Row, Row] | undefined {
  if (impliesMixed(size, constraints, dependency)) return undefined
  const { from, to } = dependency
  const isFree =
    'multi' in dependency
      ? (block: AttributeSet): boolean => block.meets(to) && !block.isSubsetOf(to)
      : (block: AttributeSet): boolean => block.meets(to.minus(mixedClosure(size, from, constraints)))
  const block = dependencyBasis(size, from, constraints).find(isFree)!
  const zeros = Array.from({ length: size }, () => 0)
  return [zeros, zeros.map((_, at) => (block.has(at) ? 1 : 0))]
}

/**
 * Rows that satisfy exactly the functional dependencies that follow from the given ones, and no other: an
 * all-zero row, and for each maximal set that does not determine some attribute a row that agrees with it
 * exactly there. Undefined when more than `limit` sets would be looked at: there can be exponentially many
 * rows. Source: Beeri, Dowd, Fagin & Statman, On the structure of Armstrong relations for functional
 * dependencies, JACM 31(1), 1984.
 */
export function armstrongRows(
  size: number,
  dependencies: readonly Dependency[],
  { limit = 200_000 } = {},
): Row[] | undefined {
  const agreements = new Map<string, AttributeSet>()
  for (let attribute = 0; attribute < size; attribute++) {
    const { maximal, complete } = borders(size, set => closure(size, set, dependencies).has(attribute), {
      limit,
    })
    if (!complete) return undefined
    for (const set of maximal) agreements.set(set.key, set)
  }
  const rows = [...agreements.values()].map((set, i) =>
    Array.from({ length: size }, (_, at) => (set.has(at) ? 0 : i + 1)),
  )
  return [Array.from({ length: size }, () => 0), ...rows]
}
