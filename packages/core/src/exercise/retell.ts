/** The same exercise in another world: which words of the one stand for which of the other. */
export interface Retelling {
  /** What the world is called. */
  readonly world: string
  /**
   * A word, or several, of the world in which it was written; what it becomes. Each form stands by itself (`bell`,
   * `bells`); of words that overlap the longest are taken. One without another stays.
   */
  readonly words: Readonly<Partial<Record<string, string>>>
}

/** Fields whose values are the application's own words, and not of a world. */
const NOT_OF_A_WORLD: ReadonlySet<string> = new Set([
  'kind',
  'id',
  'format',
  'dialect',
  'dialects',
  'sheets',
  'helpLevel',
  'level',
  'outcome',
  'form',
  'ask',
  'expects',
])

/** Fields that hold something under names of the world: samples of an exercise, values of a row. */
const BY_NAME: ReadonlySet<string> = new Set(['samples', 'values'])

/**
 * A document, or an answer, in another world: names in scripts, drawings, rules and samples, sentences and the brief
 * alike, so that what was judged of an answer is so of the answer retold. Time is that of the texts' length.
 */
export function retold<T>(value: T, { words }: Retelling): T {
  const change = wordChange(words)
  const within = (part: unknown, field?: string): unknown => {
    if (field !== undefined && NOT_OF_A_WORLD.has(field)) return part
    if (typeof part === 'string') return change(part)
    if (Array.isArray(part)) return part.map(item => within(item))
    if (typeof part !== 'object' || part === null) return part
    const isByName = field !== undefined && BY_NAME.has(field)
    return Object.fromEntries(
      Object.entries(part).map(([key, of]) =>
        isByName ? [change(key), within(of)] : [key, within(of, key)],
      ),
    )
  }
  return within(value) as T
}

/** Puts words in the place of others wherever they stand whole, also between the marks of a name; capitals are kept. */
function wordChange(words: Retelling['words']): (text: string) => string {
  const known = new Map(
    Object.entries(words).flatMap(([word, becomes]) =>
      becomes === undefined ? [] : [[word, becomes] as const],
    ),
  )
  if (known.size === 0) return text => text
  const escaped = [...known.keys()]
    .toSorted((a, b) => b.length - a.length)
    .map(word => word.replaceAll(/[\\^$.*+?()[\]{}|]/g, String.raw`\$&`))
  const pattern = new RegExp(`(?<![\\p{L}\\p{N}])(?:${escaped.join('|')})(?![\\p{L}\\p{N}])`, 'giu')
  return text =>
    text.replace(pattern, found => {
      const exact = known.get(found)
      if (exact !== undefined) return exact
      const lower = known.get(found.charAt(0).toLowerCase() + found.slice(1))
      return lower === undefined ? found : lower.charAt(0).toUpperCase() + lower.slice(1)
    })
}
