import { AttributeSet, compareSets } from './attribute-set'
import { closure, determinesAll } from './closure'
import type { Dependency } from './universe'

export interface KeyOptions {
  /**
   * The most candidate sets that are minimised before the search stops; the same input stops at the same
   * place. @defaultValue 1 000 000
   */
  readonly limit?: number
  /** Asked between two steps; answer true to stop. */
  readonly cancelled?: () => boolean
}

export interface Keys {
  /** By size, then by position. */
  readonly keys: readonly AttributeSet[]
  /** False when the limit or a cancel stopped the search: the keys are then some of all. */
  readonly complete: boolean
}

/**
 * All candidate keys of the relation over `scope` (default: all attributes) under `dependencies`.
 *
 * Attributes and dependencies that share nothing are searched apart and their keys multiplied, so the cost of
 * one component does not multiply that of another. Within a component: from a key K and a dependency X → Y, X
 * ∪ (K − Y) is a superkey; it is minimised and looked up. Time polynomial per key, and there can be
 * exponentially many keys: see `limit`. Source: Lucchesi & Osborn, Candidate keys for relations, JCSS 17(2),
 * 1978.
 */
export function candidateKeys(
  size: number,
  dependencies: readonly Dependency[],
  options: KeyOptions = {},
): Keys {
  const keys: AttributeSet[] = []
  const search = keysOneByOne(size, dependencies, options)
  for (let next = search.next(); ; next = search.next()) {
    if (next.done) return { keys: keys.sort(compareSets), complete: next.value }
    keys.push(next.value)
  }
}

/**
 * The candidate keys as they are found, each once, in no promised order but always the same; the generator
 * returns whether it came to the end. The first comes after one minimisation; each counts as a step of the
 * limit, so that neither a search nor a product of components runs on.
 */
export function* keysOneByOne(
  size: number,
  dependencies: readonly Dependency[],
  options: KeyOptions = {},
): Generator<AttributeSet, boolean> {
  const budget = { left: options.limit ?? 1_000_000, cancelled: options.cancelled ?? (() => false) }
  const searches = components(size, dependencies).map(
    component => new RememberedSearch(keysOfComponent(size, component, budget)),
  )
  let isCut = false
  const combine = function* (at: number, prefix: AttributeSet): Generator<AttributeSet> {
    const search = searches[at]
    if (!search) {
      if (budget.left-- <= 0 || budget.cancelled()) isCut = true
      else yield prefix
      return
    }
    for (const part of search.all()) {
      if (isCut) return
      yield* combine(at + 1, prefix.union(part))
    }
  }
  // The first key is always given, even by a limit of 1.
  budget.left++
  yield* combine(0, AttributeSet.empty(size))
  return !isCut && searches.every(({ isComplete }) => isComplete !== false)
}

/** A search whose finds can be gone through again and again: it goes on only as far as somebody asks. */
class RememberedSearch {
  private readonly found: AttributeSet[] = []
  /** Undefined until it came to its end. */
  isComplete: boolean | undefined

  constructor(private readonly search: Generator<AttributeSet, boolean>) {}

  *all(): Generator<AttributeSet> {
    for (let at = 0; ; at++) {
      if (at === this.found.length && !this.more()) return
      yield this.found[at]!
    }
  }

  private more(): boolean {
    if (this.isComplete !== undefined) return false
    const next = this.search.next()
    if (next.done) this.isComplete = next.value
    else this.found.push(next.value)
    return !next.done
  }
}

interface Component {
  readonly attributes: AttributeSet
  readonly dependencies: readonly Dependency[]
}

interface Budget {
  left: number
  readonly cancelled: () => boolean
}

/**
 * Attributes joined by a dependency stand in one component; each other attribute alone. Ordered by least
 * attribute.
 */
function components(size: number, dependencies: readonly Dependency[]): Component[] {
  const parent = Array.from({ length: size }, (_, i) => i)
  const root = (a: number): number => {
    while (parent[a] !== a) a = parent[a] = parent[parent[a]!]!
    return a
  }
  for (const { from, to } of dependencies) {
    const [first, ...rest] = [...from, ...to]
    for (const a of rest) parent[Math.max(root(a), root(first!))] = Math.min(root(a), root(first!))
  }
  const members = new Map<number, number[]>()
  for (let a = 0; a < size; a++) {
    const known = members.get(root(a))
    if (known) known.push(a)
    else members.set(root(a), [a])
  }
  return [...members].map(([at, attributes]) => ({
    attributes: AttributeSet.of(size, attributes),
    dependencies: dependencies.filter(({ from, to }) => {
      const [first] = [...from, ...to]
      return first !== undefined && root(first) === at
    }),
  }))
}

/** Yields the keys of one component, each once; returns whether the search came to its end. */
function* keysOfComponent(
  size: number,
  { attributes, dependencies }: Component,
  budget: Budget,
): Generator<AttributeSet, boolean> {
  const useful = dependencies.filter(({ from, to }) => !to.isSubsetOf(from))
  // What nothing at all determines already stands in no key.
  const open = attributes.minus(closure(size, AttributeSet.empty(size), useful))
  const first = shrinkToKey(size, open, attributes, useful)
  const seen = new Set([first.key])
  // The same superkey comes from many keys: it is minimised once.
  const tried = new Set([first.key])
  const waiting = [first]
  yield first
  for (let at = 0; at < waiting.length; at++) {
    const key = waiting[at]!
    for (const { from, to } of useful) {
      if (!to.meets(key)) continue
      const superkey = from.union(key.minus(to))
      if (tried.has(superkey.key)) continue
      tried.add(superkey.key)
      if (budget.left-- <= 0 || budget.cancelled()) return false
      const next = shrinkToKey(size, superkey, attributes, useful)
      if (seen.has(next.key)) continue
      seen.add(next.key)
      waiting.push(next)
      yield next
    }
  }
  return true
}

const rightSidesOf = new WeakMap<readonly Dependency[], AttributeSet>()

/** What stands on some right side; once for a list of dependencies. */
function rightSides(size: number, dependencies: readonly Dependency[]): AttributeSet {
  const known = rightSidesOf.get(dependencies)
  if (known) return known
  const all = dependencies.reduce((union, { to }) => union.union(to), AttributeSet.empty(size))
  rightSidesOf.set(dependencies, all)
  return all
}

/**
 * A key within `superkey`: attributes are left out from the last to the first as long as the rest still
 * determines `all`.
 */
export function shrinkToKey(
  size: number,
  superkey: AttributeSet,
  all: AttributeSet,
  dependencies: readonly Dependency[],
): AttributeSet {
  let key = superkey
  const attributes = new Int32Array(size)
  // What nothing determines stands in every key.
  const determined = rightSides(size, dependencies)
  for (let i = superkey.writeTo(attributes) - 1; i >= 0; i--) {
    if (!determined.has(attributes[i]!)) continue
    const smaller = key.without(attributes[i]!)
    if (determinesAll(size, smaller, all, dependencies)) key = smaller
  }
  return key
}

/** Why a set is no candidate key: what it does not reach, or an attribute it could do without. */
export type KeyRefutation =
  | { readonly kind: 'key' }
  | { readonly kind: 'not-unique'; readonly closure: AttributeSet; readonly missing: AttributeSet }
  | { readonly kind: 'not-minimal'; readonly superfluous: number }

/** Whether `claimed` is a candidate key, with the reason if it is not. At most |claimed| + 1 closures. */
export function refuteKey(
  size: number,
  claimed: AttributeSet,
  dependencies: readonly Dependency[],
): KeyRefutation {
  const all = AttributeSet.full(size)
  const reached = closure(size, claimed, dependencies)
  if (!all.isSubsetOf(reached)) return { kind: 'not-unique', closure: reached, missing: all.minus(reached) }
  for (const attribute of claimed) {
    if (all.isSubsetOf(closure(size, claimed.without(attribute), dependencies)))
      return { kind: 'not-minimal', superfluous: attribute }
  }
  return { kind: 'key' }
}

/**
 * Attributes that stand in some key. With incomplete keys an attribute not seen yet is `undecided`, never
 * "not prime".
 */
export function primeAttributes(
  size: number,
  { keys, complete }: Keys,
): { prime: AttributeSet; undecided: AttributeSet } {
  const prime = keys.reduce((all, key) => all.union(key), AttributeSet.empty(size))
  return { prime, undecided: complete ? AttributeSet.empty(size) : AttributeSet.full(size).minus(prime) }
}
