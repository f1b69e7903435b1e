import { AttributeSet, compareSets } from './attribute-set'
import { closure } from './closure'
import { minimalCover } from './minimal-cover'
import type { Dependency } from './universe'

/** A dependency of one attribute on the right. */
interface Single {
  readonly from: AttributeSet
  readonly attribute: number
}

/**
 * The dependencies that hold within `part`, as a minimal cover, ordered by left side; undefined when more than
 * `limit` of them would be put together on the way. Attributes outside are taken away one by one: what fixes
 * one of them takes its place on the left sides where it stands. Worst case exponential in the attributes
 * taken away, unavoidable (Fischer, Jou & Tsou 1983, from memory). Source: Gottlob, Computing covers for
 * embedded functional dependencies, PODS 1987.
 */
export function project(
  size: number,
  part: AttributeSet,
  dependencies: readonly Dependency[],
  { limit = 100_000 } = {},
): Dependency[] | undefined {
  let singles = relevant(size, part, dependencies)
  const outside = new Set(singles.flatMap(({ from, attribute }) => [...from.minus(part), attribute]))
  for (const a of part) outside.delete(a)
  let budget = limit
  while (outside.size > 0) {
    const gone = cheapest(outside, singles)
    outside.delete(gone)
    const left = without(gone, singles, budget)
    if (!left) return undefined
    budget -= left.tried
    singles = left.singles
  }
  const ordered = singles.sort((a, b) => compareSets(a.from, b.from) || a.attribute - b.attribute)
  return minimalCover(
    size,
    ordered.map(({ from, attribute }) => ({ from, to: AttributeSet.of(size, [attribute]) })),
  ).cover
}

/**
 * Only what can be used from within the part, and leads back into it: the left side is reached from the part,
 * the right side is needed for something in it. Linear in the dependencies.
 */
function relevant(size: number, part: AttributeSet, dependencies: readonly Dependency[]): Single[] {
  const reached = closure(size, part, dependencies)
  const usable = dependencies.filter(({ from }) => from.isSubsetOf(reached))
  const fixing = new Map<number, Dependency[]>()
  for (const dependency of usable) {
    for (const a of dependency.to.minus(dependency.from)) {
      const known = fixing.get(a)
      if (known) known.push(dependency)
      else fixing.set(a, [dependency])
    }
  }
  const needed = new Set(part)
  for (const a of needed) for (const { from } of fixing.get(a) ?? []) for (const b of from) needed.add(b)
  return [...needed].flatMap(attribute =>
    (fixing.get(attribute) ?? []).map(({ from }): Single => ({ from, attribute })),
  )
}

/** The attribute whose taking away puts the fewest dependencies together; the first of several. */
function cheapest(outside: ReadonlySet<number>, singles: readonly Single[]): number {
  const fixing = new Map<number, number>()
  const using = new Map<number, number>()
  for (const { from, attribute } of singles) {
    fixing.set(attribute, (fixing.get(attribute) ?? 0) + 1)
    for (const a of from) using.set(a, (using.get(a) ?? 0) + 1)
  }
  let best = -1
  let least = Infinity
  for (const a of [...outside].sort((x, y) => x - y)) {
    const cost = (fixing.get(a) ?? 0) * (using.get(a) ?? 0)
    if (cost < least) [best, least] = [a, cost]
  }
  return best
}

/** The dependencies once an attribute is gone; undefined when more than `limit` would be tried. */
function without(
  gone: number,
  singles: readonly Single[],
  limit: number,
): { singles: Single[]; tried: number } | undefined {
  const fixing = singles.filter(({ attribute }) => attribute === gone)
  const using = singles.filter(({ from }) => from.has(gone))
  if (fixing.length * using.length > limit) return undefined
  const kept = new LeastLefts(singles.filter(({ from, attribute }) => attribute !== gone && !from.has(gone)))
  for (const { from } of fixing) {
    for (const user of using) {
      const joined = from.union(user.from.without(gone))
      if (!joined.has(user.attribute) && !joined.has(gone))
        kept.add({ from: joined, attribute: user.attribute })
    }
  }
  return { singles: kept.all(), tried: fixing.length * using.length }
}

/** Dependencies of which none has a left side that holds another's with the same right side. */
class LeastLefts {
  private readonly lefts = new Map<number, AttributeSet[]>()

  constructor(singles: readonly Single[]) {
    for (const single of singles) this.add(single)
  }

  add({ from, attribute }: Single): void {
    const known = this.lefts.get(attribute) ?? []
    if (known.some(left => left.isSubsetOf(from))) return
    this.lefts.set(attribute, [...known.filter(left => !from.isSubsetOf(left)), from])
  }

  all(): Single[] {
    return [...this.lefts].flatMap(([attribute, lefts]) => lefts.map(from => ({ from, attribute })))
  }
}
