import { AttributeSet } from './attribute-set'
import type { Constraints, Dependency, Multivalued } from './universe'

/**
 * The dependency basis of `start`: the finest partition of the other attributes such that `start`
 * multidetermines exactly the unions of its blocks (with parts of `start` itself). Ordered by the least
 * attribute of a block. A functional dependency counts as one multivalued one for each attribute on its
 * right. Time O(dependencies · attributes²). Source: Beeri, On the membership problem for functional and
 * multivalued dependencies, TODS 5(3), 1980.
 */
export function dependencyBasis(
  size: number,
  start: AttributeSet,
  { functional, multivalued }: Constraints,
): AttributeSet[] {
  const splitters = [
    ...multivalued,
    ...functional.flatMap(({ from, to }) => [...to].map(a => ({ from, to: AttributeSet.of(size, [a]) }))),
  ]
  const rest = AttributeSet.full(size).minus(start)
  let blocks = rest.isEmpty() ? [] : [rest]
  for (let changed = true; changed;) {
    changed = false
    for (const { from, to } of splitters) {
      const next = blocks.flatMap(block =>
        block.meets(from) || !block.meets(to) || block.isSubsetOf(to)
          ? [block]
          : [block.intersect(to), block.minus(to)],
      )
      changed ||= next.length > blocks.length
      blocks = next
    }
  }
  return blocks.sort((a, b) => [...a][0]! - [...b][0]!)
}

/**
 * Every attribute that `start` determines under both kinds: itself, and each attribute that is a block of its
 * own in the basis and stands, not trivially, on the right of some functional dependency (Beeri 1980).
 */
export function mixedClosure(size: number, start: AttributeSet, constraints: Constraints): AttributeSet {
  const fixed = constraints.functional.reduce(
    (all, { from, to }) => all.union(to.minus(from)),
    AttributeSet.empty(size),
  )
  return dependencyBasis(size, start, constraints)
    .filter(block => block.size === 1 && block.isSubsetOf(fixed))
    .reduce((all, block) => all.union(block), start)
}

/** Whether the constraints imply the dependency, functional or multivalued. */
export function impliesMixed(
  size: number,
  constraints: Constraints,
  dependency: Dependency | Multivalued,
): boolean {
  if (!('multi' in dependency))
    return dependency.to.isSubsetOf(mixedClosure(size, dependency.from, constraints))
  return dependencyBasis(size, dependency.from, constraints).every(
    block => !block.meets(dependency.to) || block.isSubsetOf(dependency.to),
  )
}
