/** The most values of a column that are compared. */
const MOST_VALUES = 400
const MOST_PAIRS = 10

/**
 * Pairs of values that are probably the same, written differently: by case, spaces, accents or signs, or by
 * one letter in a long word.
 */
export function spelledAlike(values: readonly string[]): [string, string][] {
  const pairs: [string, string][] = []
  const byPlain = new Map<string, string>()
  const looked = values.slice(0, MOST_VALUES)
  for (const value of looked) {
    const plain = plainly(value)
    const other = byPlain.get(plain)
    if (other === undefined) byPlain.set(plain, value)
    else pairs.push([other, value])
  }
  const plains = [...byPlain].filter(([plain]) => plain.length >= 6 && !/\d/.test(plain))
  for (const [i, [a, first]] of plains.entries()) {
    for (const [b, second] of plains.slice(i + 1)) if (differByOne(a, b)) pairs.push([first, second])
    if (pairs.length >= MOST_PAIRS) break
  }
  return pairs.slice(0, MOST_PAIRS)
}

const plainly = (value: string): string =>
  value
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '')

/** Whether one letter was put in, left out, changed, or two neighbours exchanged. */
function differByOne(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 1) return false
  let at = 0
  while (at < a.length && a[at] === b[at]) at++
  const [restA, restB] = [a.slice(at), b.slice(at)]
  if (a.length !== b.length) return a.length > b.length ? restA.slice(1) === restB : restB.slice(1) === restA
  return (
    restA.slice(1) === restB.slice(1) ||
    (restA.length > 1 && restA[0] === restB[1] && restA[1] === restB[0] && restA.slice(2) === restB.slice(2))
  )
}
