import { AttributeSet } from './attribute-set'
import { mixedClosure } from './basis'
import { borders } from './dualize'
import { minimalCover } from './minimal-cover'
import type { Constraints, Dependency } from './universe'

/**
 * The functional dependencies that both kinds imply together, as a minimal cover: closures, keys and forms
 * under it are those under both. Without multivalued ones, what was given. Undefined when the limit, in
 * closures, stopped it: for each attribute all minimal determinants are found.
 */
export function functionalPart(
  size: number,
  constraints: Constraints,
  options: { limit?: number } = {},
): readonly Dependency[] | undefined {
  if (constraints.multivalued.length === 0) return constraints.functional
  const found: Dependency[] = [...constraints.functional]
  for (let attribute = 0; attribute < size; attribute++) {
    const { minimal, complete } = borders(
      size,
      set => mixedClosure(size, set, constraints).has(attribute),
      options,
    )
    if (!complete) return undefined
    const to = AttributeSet.of(size, [attribute])
    found.push(...minimal.filter(from => !from.has(attribute)).map(from => ({ from, to })))
  }
  return minimalCover(size, found).cover
}
