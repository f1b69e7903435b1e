import { AttributeSet, compareSets } from './attribute-set'

export interface Borders {
  /** The minimal sets for which the predicate holds, by size. */
  readonly minimal: readonly AttributeSet[]
  /** The maximal sets for which it does not hold, by size. */
  readonly maximal: readonly AttributeSet[]
  /** False when the limit stopped the search: both lists are then some of all. */
  readonly complete: boolean
}

/**
 * Both borders of a monotone predicate (what holds for a set holds for its supersets): from the maximal
 * failures found so far come the only sets that could be minimal successes; one that fails is grown to a new
 * maximal failure. `limit` counts evaluations of the predicate. Source: Gunopulos, Khardon, Mannila, Saluja,
 * Toivonen & Sharma, Discovering all most specific sentences, TODS 28(2), 2003 ("dualize and advance").
 */
export function borders(
  size: number,
  holds: (set: AttributeSet) => boolean,
  { limit = 200_000 } = {},
): Borders {
  let left = limit
  const ask = (set: AttributeSet): boolean => {
    left--
    return holds(set)
  }
  const all = AttributeSet.full(size)
  if (!ask(all)) return { minimal: [], maximal: [all], complete: true }
  const maximal: AttributeSet[] = []
  const successes = new Set<string>()
  /** Whether the set is a success; each is asked once, and none any more when the limit is reached. */
  const succeeds = (set: AttributeSet): boolean => {
    if (left <= 0 || successes.has(set.key)) return true
    if (!ask(set)) return false
    successes.add(set.key)
    return true
  }
  let candidates: AttributeSet[] = [AttributeSet.empty(size)]
  for (;;) {
    const failing = candidates.find(set => !succeeds(set))
    if (left <= 0)
      return {
        minimal: sorted(candidates.filter(set => successes.has(set.key))),
        maximal: sorted(maximal),
        complete: false,
      }
    if (!failing) return { minimal: sorted(candidates), maximal: sorted(maximal), complete: true }
    const grown = grow(size, failing, ask)
    maximal.push(grown)
    candidates = transversals(candidates, all.minus(grown))
    left -= candidates.length
  }
}

function grow(size: number, start: AttributeSet, holds: (set: AttributeSet) => boolean): AttributeSet {
  let set = start
  for (let a = 0; a < size; a++) if (!set.has(a) && !holds(set.with(a))) set = set.with(a)
  return set
}

/** The minimal sets that meet all edges so far and one more (Berge). */
function transversals(before: readonly AttributeSet[], edge: AttributeSet): AttributeSet[] {
  const meeting = before.filter(set => set.meets(edge))
  const extended = before.filter(set => !set.meets(edge)).flatMap(set => [...edge].map(a => set.with(a)))
  const fresh = extended.filter(set => !meeting.some(other => other.isSubsetOf(set)))
  return [
    ...meeting,
    ...fresh.filter(
      (set, i) => !fresh.some((other, j) => other.isSubsetOf(set) && (!other.equals(set) || j < i)),
    ),
  ]
}

function sorted(sets: readonly AttributeSet[]): AttributeSet[] {
  return [...sets].sort(compareSets)
}
