/**
 * The edit distance of two words: insertions, deletions, replacements and swaps of neighbours (optimal string alignment), or `limit + 1`
 * as soon as it exceeds `limit`. Time |a|·|b|.
 */
export function editDistance(a: string, b: string, limit = Infinity): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1
  let before: number[] = []
  let last = Array.from({ length: b.length + 1 }, (_, j) => j)
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1]
      let cost = Math.min(last[j]! + 1, row[j - 1]! + 1, last[j - 1]! + (same ? 0 : 1))
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) cost = Math.min(cost, before[j - 2]! + 1)
      row.push(cost)
    }
    if (Math.min(...row) > limit) return limit + 1
    before = last
    last = row
  }
  return last[b.length]!
}

/** The candidate a person most likely meant by `word`, or undefined when none is near. Ties: the first. Case does not matter. */
export function nearest(word: string, candidates: readonly string[]): string | undefined {
  const lower = word.toLowerCase()
  if (lower.length < 3 || lower.length > 64) return undefined
  const limit = lower.length <= 5 ? 1 : 2
  let best: { name: string, distance: number } | undefined
  for (const name of candidates) {
    const distance = editDistance(lower, name.toLowerCase(), limit)
    if (distance > 0 && distance <= limit && distance < (best?.distance ?? Infinity)) best = { name, distance }
  }
  return best?.name
}
