import { AttributeSet, compareSets } from './attribute-set'
import { candidateKeys } from './candidate-keys'
import { closure } from './closure'
import { minimalCover } from './minimal-cover'
import { project } from './projection'
import type { Dependency } from './universe'

/**
 * Third normal form by synthesis: lossless, preserving every dependency; left sides that determine each other share a relation, a key
 * relation is added only when no part holds a key, parts within another part are left out. Order: that of the minimal cover.
 * Sources: Bernstein 1976; Biskup, Dayal & Bernstein 1979.
 */
export function synthesis(size: number, dependencies: readonly Dependency[]): AttributeSet[] {
  const { cover } = minimalCover(size, dependencies)
  const groups: { left: AttributeSet, attributes: AttributeSet }[] = []
  for (const { from, to } of cover) {
    const reached = closure(size, from, dependencies)
    const group = groups.find(({ left }) => left.isSubsetOf(reached) && from.isSubsetOf(closure(size, left, dependencies)))
    if (group) group.attributes = group.attributes.union(from).union(to)
    else groups.push({ left: from, attributes: from.union(to) })
  }
  const all = AttributeSet.full(size)
  const parts = groups.map(group => group.attributes)
  if (!parts.some(part => all.isSubsetOf(closure(size, part, dependencies)))) {
    parts.push(candidateKeys(size, dependencies, { limit: 1 }).keys[0]!)
  }
  return parts.filter((part, i) => !parts.some((other, j) =>
    part.isSubsetOf(other) && (!part.equals(other) || j < i)))
}

/** Boyce-Codd normal form by splitting off one violation at a time; undefined when a projection met its limit. */
export function decomposeToBcnf(
  size: number, dependencies: readonly Dependency[], options: { limit?: number } = {},
): AttributeSet[] | undefined {
  const parts: AttributeSet[] = []
  const waiting = [AttributeSet.full(size)]
  for (let part = waiting.pop(); part; part = waiting.pop()) {
    const within = project(size, part, dependencies, options)
    if (!within) return undefined
    const violation = within.find(({ from }) => !part!.isSubsetOf(closure(size, from, within)))
    if (!violation) {
      parts.push(part)
      continue
    }
    const split = closure(size, violation.from, within).intersect(part)
    waiting.push(part.minus(split).union(violation.from), split)
  }
  return parts.sort((a, b) => [...a][0]! - [...b][0]! || compareSets(a, b))
    .filter((part, i, sorted) => !sorted.some((other, j) => part.isSubsetOf(other) && (!part.equals(other) || j < i)))
}

/** Keys of a part under the projected dependencies; undefined when the projection or the key search met its limit. */
export function keysOfPart(
  size: number, part: AttributeSet, dependencies: readonly Dependency[], options: { limit?: number } = {},
): { keys: AttributeSet[], within: Dependency[] } | undefined {
  const within = project(size, part, dependencies, options)
  if (!within) return undefined
  const outside = AttributeSet.full(size).minus(part)
  const { keys, complete } = candidateKeys(size, [...within, { from: AttributeSet.empty(size), to: outside }], options)
  return complete ? { keys: [...keys], within } : undefined
}

/**
 * The dependencies that no combination of the parts can check, found without projecting: the closure by fragments.
 * Source: Beeri & Honeyman, Preserving functional dependencies, SIAM J. Comput. 10(3), 1981; Ullman.
 */
export function lostDependencies(size: number, parts: readonly AttributeSet[], dependencies: readonly Dependency[]): Dependency[] {
  return dependencies.filter(({ from, to }) => {
    let reached = from
    for (let before: AttributeSet | undefined; !before?.equals(reached);) {
      before = reached
      for (const part of parts) reached = reached.union(closure(size, reached.intersect(part), dependencies).intersect(part))
    }
    return !to.isSubsetOf(reached)
  })
}
