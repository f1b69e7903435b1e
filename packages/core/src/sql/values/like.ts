/**
 * Whether a text is like a pattern of SQL: `%` stands for any signs, `_` for one, a backslash takes the next
 * sign as it is. Each part between two `%` is looked for from the left, once: of several places the first is
 * always as good as any (so it never goes back, unlike a regular expression). Time text · pattern at most,
 * mostly linear.
 */
export function isLike(text: string, pattern: string, ignoresCase = false): boolean {
  const fold = (value: string): string => (ignoresCase ? value.toLowerCase() : value)
  const signs = Array.from(fold(text))
  const [first, ...rest] = partsOf(fold(pattern)) as [Part, ...Part[]]
  const last = rest.pop()
  if (!last) return first.length === signs.length && isAt(signs, first, 0)
  if (first.length + last.length > signs.length || !isAt(signs, first, 0)) return false
  const end = signs.length - last.length
  let at = first.length
  for (const part of rest) {
    const found = findFrom(signs, part, at, end)
    if (found < 0) return false
    at = found + part.length
  }
  return at <= end && isAt(signs, last, end)
}

/** Signs to be found one after another; null for any one. */
type Part = readonly (string | null)[]

/** The parts between the `%` of a pattern: one more than there are of these. */
function partsOf(pattern: string): Part[] {
  const parts: (string | null)[][] = [[]]
  let isEscaped = false
  for (const sign of pattern) {
    if (!isEscaped && sign === '\\') isEscaped = true
    else {
      if (!isEscaped && sign === '%') parts.push([])
      else parts.at(-1)!.push(!isEscaped && sign === '_' ? null : sign)
      isEscaped = false
    }
  }
  if (isEscaped) parts.at(-1)!.push('\\')
  return parts
}

function isAt(signs: readonly string[], part: Part, at: number): boolean {
  return at + part.length <= signs.length && part.every((sign, i) => sign === null || sign === signs[at + i])
}

function findFrom(signs: readonly string[], part: Part, from: number, end: number): number {
  for (let at = from; at + part.length <= end; at++) if (isAt(signs, part, at)) return at
  return -1
}
