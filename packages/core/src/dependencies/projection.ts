import { AttributeSet } from './attribute-set'
import { closure } from './closure'
import { minimalCover } from './minimal-cover'
import type { Dependency } from './universe'

/**
 * The dependencies that hold within `part`, as a minimal cover; undefined when more than `limit` left sides
 * would be tried. Left sides are tried by size, and supersets of a left side that already fixes an attribute
 * are not tried for it again. Worst case exponential in |part|, unavoidable (Fischer, Jou & Tsou 1983, from
 * memory).
 */
export function project(
  size: number,
  part: AttributeSet,
  dependencies: readonly Dependency[],
  { limit = 100_000 } = {},
): Dependency[] | undefined {
  const useful = [...part].filter(
    a =>
      dependencies.some(({ from }) => from.has(a)) ||
      closure(size, AttributeSet.empty(size), dependencies).has(a),
  )
  const found: Dependency[] = []
  let tried = 0
  let level: AttributeSet[] = [AttributeSet.empty(size)]
  while (level.length > 0) {
    const next: AttributeSet[] = []
    for (const from of level) {
      if (++tried > limit) return undefined
      const reached = closure(size, from, dependencies).intersect(part).minus(from)
      const known = closure(size, from, [...found])
      const added = reached.minus(known)
      if (!added.isEmpty()) found.push({ from, to: added })
      if (part.isSubsetOf(reached.union(from))) continue
      const last = Math.max(-1, ...from)
      for (const a of useful) if (a > last && !reached.has(a)) next.push(from.with(a))
    }
    level = next
  }
  return minimalCover(size, found).cover
}
