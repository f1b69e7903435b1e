import { AttributeSet, compareSets } from './attribute-set'
import { candidateKeys } from './candidate-keys'
import { closure } from './closure'
import { minimalCover } from './minimal-cover'
import { project } from './projection'
import { leavesOf, type SplitTree } from './split-tree'
import type { Dependency } from './universe'

/**
 * Third normal form by synthesis: lossless, preserving every dependency; left sides that determine each other
 * share a relation, a key relation is added only when no part holds a key, parts within another part are left
 * out. Order: that of the minimal cover. Sources: Bernstein 1976; Biskup, Dayal & Bernstein 1979.
 */
export function synthesis(size: number, dependencies: readonly Dependency[]): AttributeSet[] {
  const { cover } = minimalCover(size, dependencies)
  // Left sides that determine each other have the same closure.
  const groups = new Map<string, AttributeSet>()
  for (const { from, to } of cover) {
    const { key } = closure(size, from, dependencies)
    groups.set(key, (groups.get(key) ?? from).union(from).union(to))
  }
  const all = AttributeSet.full(size)
  const parts = [...groups.values()]
  if (!parts.some(part => all.isSubsetOf(closure(size, part, dependencies)))) {
    parts.push(candidateKeys(size, dependencies, { limit: 1 }).keys[0]!)
  }
  return parts.filter(
    (part, i) => !parts.some((other, j) => part.isSubsetOf(other) && (!part.equals(other) || j < i)),
  )
}

/**
 * Boyce-Codd normal form by splitting off one violation at a time: a tree that says which violation split
 * what. Undefined when a projection met its limit; `splitInPairs` always ends, and splits more than it need.
 */
export function bcnfTree(
  size: number,
  dependencies: readonly Dependency[],
  options: { limit?: number } = {},
): SplitTree | undefined {
  const split = (
    attributes: AttributeSet,
    within: readonly Dependency[] | undefined,
  ): SplitTree | undefined => {
    const violation = within?.find(({ from }) => !attributes.isSubsetOf(closure(size, from, within)))
    if (!within) return undefined
    if (!violation) return { attributes }
    const off = closure(size, violation.from, within).intersect(attributes)
    // Nothing leads out of a closure: what holds within it are the dependencies that begin there.
    const first = split(
      off,
      within.filter(({ from }) => from.isSubsetOf(off)),
    )
    const rest = attributes.minus(off).union(violation.from)
    const second = first && split(rest, project(size, rest, within, options))
    return (
      first &&
      second && {
        attributes,
        by: { from: violation.from, to: off.minus(violation.from) },
        parts: [first, second],
      }
    )
  }
  const all = AttributeSet.full(size)
  return split(all, project(size, all, dependencies, options))
}

/** The parts of `bcnfTree`, by their first attributes. */
export function decomposeToBcnf(
  size: number,
  dependencies: readonly Dependency[],
  options: { limit?: number } = {},
): AttributeSet[] | undefined {
  const tree = bcnfTree(size, dependencies, options)
  return tree && leavesOf(tree).sort((a, b) => [...a][0]! - [...b][0]! || compareSets(a, b))
}

/**
 * A lossless split into parts in Boyce-Codd normal form in polynomial time, without projecting. It may split
 * what was in that form already. Source: Tsou & Fischer, Decomposition of a relation scheme into Boyce-Codd
 * normal form, SIGACT News 14(3), 1982; Ullman (from memory).
 */
export function splitInPairs(size: number, dependencies: readonly Dependency[]): AttributeSet[] {
  const parts: AttributeSet[] = []
  let rest = AttributeSet.full(size)
  for (;;) {
    const pair = fixedWithout(size, rest, dependencies)
    if (!pair) break
    let part = rest
    let [a, b] = pair
    for (let next: typeof pair | undefined = pair; next; next = fixedWithout(size, part, dependencies)) {
      ;[a, b] = next
      part = part.without(b)
    }
    parts.push(part)
    rest = rest.without(a)
  }
  return [...parts, rest].filter(
    (part, i, all) => !all.some((other, j) => part.isSubsetOf(other) && (!part.equals(other) || j < i)),
  )
}

/** Two attributes of which the rest of the part, without both, fixes the first. */
function fixedWithout(
  size: number,
  part: AttributeSet,
  dependencies: readonly Dependency[],
): [number, number] | undefined {
  for (const a of part) {
    for (const b of part) {
      if (a !== b && closure(size, part.without(a).without(b), dependencies).has(a)) return [a, b]
    }
  }
  return undefined
}

/**
 * Keys of a part under the projected dependencies; undefined when the projection or the key search met its
 * limit.
 */
export function keysOfPart(
  size: number,
  part: AttributeSet,
  dependencies: readonly Dependency[],
  options: { limit?: number } = {},
): { keys: AttributeSet[]; within: Dependency[] } | undefined {
  const within = project(size, part, dependencies, options)
  if (!within) return undefined
  const outside = AttributeSet.full(size).minus(part)
  const { keys, complete } = candidateKeys(
    size,
    [...within, { from: AttributeSet.empty(size), to: outside }],
    options,
  )
  return complete ? { keys: [...keys], within } : undefined
}

/**
 * The dependencies that no combination of the parts can check, found without projecting: the closure by
 * fragments. Source: Beeri & Honeyman, Preserving functional dependencies, SIAM J. Comput. 10(3), 1981;
 * Ullman.
 */
export function lostDependencies(
  size: number,
  parts: readonly AttributeSet[],
  dependencies: readonly Dependency[],
): Dependency[] {
  return dependencies.filter(({ from, to }) => {
    const whole = from.union(to)
    if (parts.some(part => whole.isSubsetOf(part))) return false
    let reached = from
    for (let before: AttributeSet | undefined; !before?.equals(reached);) {
      before = reached
      for (const part of parts)
        reached = reached.union(closure(size, reached.intersect(part), dependencies).intersect(part))
    }
    return !to.isSubsetOf(reached)
  })
}
