/**
 * Three rows of the table of distances, used by one call after another: this is asked for many thousands of
 * pairs.
 */
let rows = [new Int32Array(128), new Int32Array(128), new Int32Array(128)] as const

/**
 * The edit distance of two words: insertions, deletions, replacements and swaps of neighbours (optimal string
 * alignment), or `limit + 1` as soon as it exceeds `limit`. Time |a|·|b|, with a limit |a|·limit.
 */
export function editDistance(a: string, b: string, limit = Math.max(a.length, b.length)): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1
  const { begin, end } = sharedEnds(a, b)
  return begin + end === 0
    ? distanceOf(a, b, limit)
    : distanceOf(a.slice(begin, a.length - end), b.slice(begin, b.length - end), limit)
}

/**
 * How many letters two words share at their begin and, of the rest, at their end: no shortest way from one to
 * the other touches them.
 */
function sharedEnds(a: string, b: string): { begin: number; end: number } {
  const shorter = Math.min(a.length, b.length)
  let begin = 0
  while (begin < shorter && a.charCodeAt(begin) === b.charCodeAt(begin)) begin++
  let end = 0
  while (end < shorter - begin && a.charCodeAt(a.length - 1 - end) === b.charCodeAt(b.length - 1 - end)) end++
  return { begin, end }
}

function distanceOf(a: string, b: string, limit: number): number {
  const width = b.length + 1
  if (rows[0].length < width + 1)
    rows = [new Int32Array(2 * width), new Int32Array(2 * width), new Int32Array(2 * width)]
  let [before, last, row]: [Int32Array, Int32Array, Int32Array] = [...rows]
  for (let j = 0; j < width; j++) last[j] = j
  for (let i = 1; i <= a.length; i++) {
    // Farther from the diagonal than the limit every distance exceeds it: only a band is worked out, with its
    // neighbours too far.
    const from = Math.max(1, i - limit)
    const to = Math.min(b.length, i + limit)
    row[from - 1] = from === 1 ? i : limit + 1
    let least = row[from - 1]!
    for (let j = from; j <= to; j++) {
      const same = a.charCodeAt(i - 1) === b.charCodeAt(j - 1)
      let cost = Math.min(last[j]!, row[j - 1]!) + 1
      cost = Math.min(cost, last[j - 1]! + (same ? 0 : 1))
      if (
        i > 1 &&
        j > 1 &&
        a.charCodeAt(i - 1) === b.charCodeAt(j - 2) &&
        a.charCodeAt(i - 2) === b.charCodeAt(j - 1)
      )
        cost = Math.min(cost, before[j - 2]! + 1)
      row[j] = cost
      if (cost < least) least = cost
    }
    if (to < b.length) row[to + 1] = limit + 1
    if (least > limit) return limit + 1
    const oldest = before
    before = last
    last = row
    row = oldest
  }
  return Math.min(last[b.length]!, limit + 1)
}

/**
 * So many names are compared letter by letter: in a script of thousands of tables the search is cut, not the
 * script.
 */
const MOST_COMPARED = 100

/**
 * The candidate a person most likely meant by `word`, or undefined when none is near. Ties: the first. Case
 * does not matter. Candidates begin or end as the word does; of many, the first are compared.
 */
export function nearest(word: string, candidates: readonly string[]): string | undefined {
  if (word.length < 3 || word.length > 64) return undefined
  const lower = word.toLowerCase()
  const limit = lower.length <= 5 ? 1 : 2
  const [first, last] = [lower[0], lower.at(-1)]
  let best: { name: string; distance: number } | undefined
  let compared = 0
  for (const name of candidates) {
    if (
      Math.abs(name.length - lower.length) > limit ||
      !(isLetter(name[0], first) || isLetter(name.at(-1), last) || isSwapped(name, lower))
    )
      continue
    if (compared++ >= MOST_COMPARED) break
    const distance = editDistance(lower, name.toLowerCase(), best ? best.distance - 1 : limit)
    if (distance > 0 && distance <= limit && distance < (best?.distance ?? Infinity))
      best = { name, distance }
    if (best?.distance === 1) break
  }
  return best?.name
}

function isLetter(written: string | undefined, lower: string | undefined): boolean {
  return written !== undefined && (written === lower || written.toLowerCase() === lower)
}

/** The first two letters, or the last two, changed places. */
function isSwapped(name: string, lower: string): boolean {
  return (
    (isLetter(name[0], lower[1]) && isLetter(name[1], lower[0])) ||
    (isLetter(name.at(-1), lower.at(-2)) && isLetter(name.at(-2), lower.at(-1)))
  )
}
