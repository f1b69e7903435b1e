import { AttributeSet } from './attribute-set'
import type { SplitTree } from './split-tree'
import { dependencyBasis, mixedClosure } from './basis'
import type { Keys } from './candidate-keys'
import { borders } from './dualize'
import type { Constraints, Multivalued } from './universe'

/** All candidate keys under both kinds of dependencies; `limit` counts closures. */
export function mixedKeys(size: number, constraints: Constraints, options: { limit?: number } = {}): Keys {
  const all = AttributeSet.full(size)
  const { minimal, complete } = borders(
    size,
    set => all.isSubsetOf(mixedClosure(size, set, constraints)),
    options,
  )
  return { keys: minimal, complete }
}

/**
 * The multivalued dependencies that break fourth normal form (not trivial, and from what is no superkey),
 * among the given ones of both kinds (that suffices: if every given left side is a superkey, all that is
 * implied follows from the keys). One for each left side, its right side what that fixes, else one block of the basis. Source:
 * Fagin, Multivalued dependencies and a new normal form, TODS 2(3), 1977.
 */
export function fourthFormViolations(size: number, constraints: Constraints): Multivalued[] {
  const lefts = new Map(
    [...constraints.multivalued, ...constraints.functional].map(({ from }) => [from.key, from]),
  )
  return [...lefts.values()].flatMap(
    from => violationAt(size, AttributeSet.full(size), from, constraints) ?? [],
  )
}

/**
 * What `from` multidetermines within a part without being a key of it; undefined where there is nothing of
 * the kind.
 */
function violationAt(
  size: number,
  part: AttributeSet,
  from: AttributeSet,
  constraints: Constraints,
): Multivalued | undefined {
  const closure = mixedClosure(size, from, constraints)
  if (part.isSubsetOf(closure)) return undefined
  const rest = part.minus(from)
  // What is fixed is split off as one: its facts each by themselves would be parts too many.
  const fixed = closure.intersect(rest)
  if (!fixed.isEmpty()) return { from, to: fixed, multi: true }
  const block = dependencyBasis(size, from, constraints)
    .map(other => other.intersect(part))
    .find(other => !other.isEmpty() && !other.equals(rest))
  return block && { from, to: block, multi: true }
}

/**
 * Splits until every part is in fourth normal form under the dependencies projected on it: a tree that says
 * which violation split what. Left sides are tried in the order given first, then by size; undefined when
 * more than `limit` would be tried (projecting is exponential).
 */
export function decomposeToFourthForm(
  size: number,
  constraints: Constraints,
  { limit = 20_000 } = {},
): SplitTree | undefined {
  const budget = { left: limit }
  const split = (attributes: AttributeSet): SplitTree | undefined => {
    const by = firstViolation(size, attributes, constraints, budget)
    if (budget.left < 0) return undefined
    if (!by) return { attributes }
    const first = split(by.from.union(by.to))
    const second = first && split(attributes.minus(by.to))
    return first && second && { attributes, by, parts: [first, second] }
  }
  return split(AttributeSet.full(size))
}

/**
 * Whether a part is in fourth normal form under the dependencies projected on it; undefined when the limit
 * stopped the search.
 */
export function isInFourthForm(
  size: number,
  part: AttributeSet,
  constraints: Constraints,
  { limit = 20_000 } = {},
): boolean | undefined {
  const budget = { left: limit }
  const found = firstViolation(size, part, constraints, budget)
  if (found) return false
  if (budget.left < 0) return undefined
  return true
}

function firstViolation(
  size: number,
  part: AttributeSet,
  constraints: Constraints,
  budget: { left: number },
): Multivalued | undefined {
  const given = [...constraints.multivalued, ...constraints.functional]
    .map(({ from }) => from)
    .filter(from => from.isSubsetOf(part))
  for (const from of given) {
    const found = violationAt(size, part, from, constraints)
    if (found) return found
  }
  for (const from of subsetsBySize(size, part)) {
    if (budget.left-- <= 0) return undefined
    const found = violationAt(size, part, from, constraints)
    if (found) return found
  }
  return undefined
}

/** The subsets of a part by size, the part itself left out. */
function* subsetsBySize(size: number, part: AttributeSet): Generator<AttributeSet> {
  let level: AttributeSet[] = [AttributeSet.empty(size)]
  while (level.length > 0) {
    const next: AttributeSet[] = []
    for (const set of level) {
      if (set.size < part.size) yield set
      const last = Math.max(-1, ...set)
      for (const a of part) if (a > last) next.push(set.with(a))
    }
    level = next
  }
}
