/**
 * Figures of a class, of which an instructor judges an exercise: how marks are spread, which rules are hard, which
 * tell strong answers from weak ones, which fall together. Item analysis as is common practice in testing.
 */

/** One hand-in: what it has of what it could have, and of each item (a rule in a sheet) the share that it keeps. */
export interface Scored {
  readonly got: number
  readonly of: number
  /** Item to share, 0 to 1. An item that is not asked of it is lacking. */
  readonly shares: Readonly<Record<string, number>>
}

export interface ItemFigures {
  /** The mean share that is kept: 1 where everybody upholds it. */
  readonly facility: number
  /**
   * The correlation between the share of this item and the share of all the others, -1 to 1: low where strong
   * answers fail it as often as weak ones. Null where either does not vary.
   */
  readonly discrimination: number | null
}

/**
 * How many hand-ins lie in each of `bins` equal parts of the whole, the lowest first; who has all is in the last.
 * A whole of 0 counts as nothing reached.
 */
export function distribution(hands: readonly Pick<Scored, 'got' | 'of'>[], bins = 10): number[] {
  const counts = Array.from({ length: bins }, () => 0)
  for (const { got, of } of hands) {
    const share = of > 0 ? Math.min(Math.max(got / of, 0), 1) : 0
    counts[Math.min(Math.floor(share * bins), bins - 1)]!++
  }
  return counts
}

/** Facility and discrimination of each item. Time: hand-ins times items. */
export function itemFigures(hands: readonly Scored[]): Readonly<Record<string, ItemFigures>> {
  const items = [...new Set(hands.flatMap(({ shares }) => Object.keys(shares)))]
  const sums = hands.map(({ shares }) => {
    const all = Object.values(shares)
    return { total: all.reduce((a, b) => a + b, 0), count: all.length }
  })
  return Object.fromEntries(
    items.map(item => {
      const [own, rest]: [number[], number[]] = [[], []]
      hands.forEach(({ shares }, i) => {
        const share = shares[item]
        if (share === undefined) return
        own.push(share)
        const { total, count } = sums[i]!
        rest.push(count > 1 ? (total - share) / (count - 1) : 0)
      })
      return [item, { facility: mean(own), discrimination: correlation(own, rest) }]
    }),
  )
}

/**
 * Items that fall together: sets of two and more that are lost (not kept whole) by exactly the same hand-ins, at
 * least `least` of them. The largest sets first.
 */
export function fallingTogether(hands: readonly Scored[], least = 2): string[][] {
  const losers = new Map<string, number[]>()
  hands.forEach(({ shares }, i) => {
    for (const [item, share] of Object.entries(shares))
      if (share < 1) losers.set(item, [...(losers.get(item) ?? []), i])
  })
  const sets = new Map<string, string[]>()
  for (const [item, who] of losers) {
    if (who.length < least) continue
    const key = who.join(' ')
    sets.set(key, [...(sets.get(key) ?? []), item])
  }
  return [...sets.values()].filter(set => set.length > 1).sort((a, b) => b.length - a.length)
}

const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((a, b) => a + b, 0) / values.length

/** Pearson's correlation; null where one of both does not vary. */
export function correlation(a: readonly number[], b: readonly number[]): number | null {
  const [meanA, meanB] = [mean(a), mean(b)]
  let [both, ofA, ofB] = [0, 0, 0]
  a.forEach((value, i) => {
    const [x, y] = [value - meanA, b[i]! - meanB]
    both += x * y
    ofA += x * x
    ofB += y * y
  })
  // Differences that are only those of reckoning are none.
  const isStill = (squares: number): boolean => squares < 1e-12
  return isStill(ofA) || isStill(ofB) ? null : Math.min(1, Math.max(-1, both / Math.sqrt(ofA * ofB)))
}
