/** The form of a text, as words say it: "five digits, a space, six digits". */
export interface SaidSize {
  /** A a capital, a a small letter, 9 a digit, X any of them; other signs as they stand. */
  readonly mask: string
  /** Whether it may be shorter. */
  readonly upTo: boolean
}

const NUMBERS = 'a one two three four five six seven eight nine ten eleven twelve'.split(' ')
const SIGNS: readonly (readonly [words: string, sign: string])[] = [
  ['(?:capital|upper[- ]case) letters?|capitals?', 'A'],
  ['(?:small|lower[- ]case) letters?', 'a'],
  ['letters? or digits?|characters?|signs?', 'X'],
  ['letters?', 'A'],
  ['digits?|figures?', '9'],
  ['spaces?|blanks?', ' '],
  ['hyphens?|dash(?:es)?', '-'],
  ['full stops?|points?|dots?', '.'],
  ['slash(?:es)?', '/'],
  ['colons?', ':'],
]
const ITEM = new RegExp(
  String.raw`\b(\d{1,3}|an?|${NUMBERS.slice(1).join('|')})\s+(${SIGNS.map(([words]) => words).join('|')})\b`,
  'gi',
)
const BETWEEN = /^[\s,;]*(?:(?:and|then|followed by|plus)\s+)?$/i
const UP_TO = /\b(?:up to|at most|no more than|no longer than)\s*$/i
const LONGEST = 200

/** The form that words say of a text; undefined where they say none. Of several, the one with most parts. */
export function sizeFromWords(words: string): SaidSize | undefined {
  const runs: { parts: string[]; begins: number; ends: number }[] = []
  for (const { 0: item, 1: number = '', 2: what = '', index } of words.matchAll(ITEM)) {
    const part = signOf(what).repeat(countOf(number))
    const last = runs.at(-1)
    const follows = last && BETWEEN.test(words.slice(last.ends, index))
    if (follows) Object.assign(last, { parts: [...last.parts, part], ends: index + item.length })
    else runs.push({ parts: [part], begins: index, ends: index + item.length })
  }
  const [best] = runs
    .filter(({ parts }) => parts.some(part => /[Aa9X]/.test(part)))
    .toSorted((a, b) => b.parts.length - a.parts.length)
  const mask = best?.parts.join('') ?? ''
  if (!best || mask === '' || mask.length > LONGEST) return undefined
  return { mask, upTo: UP_TO.test(words.slice(0, best.begins)) }
}

function countOf(number: string): number {
  const word = number.toLowerCase()
  if (/^\d/.test(word)) return Number(word)
  return word === 'an' ? 1 : NUMBERS.indexOf(word) + (word === 'a' ? 1 : 0)
}

const signOf = (what: string): string =>
  SIGNS.find(([words]) => new RegExp(`^(?:${words})$`, 'i').test(what))?.[1] ?? ''

const DIGITS = '48213905761'
const LETTERS = 'KDRMSTBWNFJ'

/** Values of the form, each another one: as many as are wanted. */
export function fittingValues({ mask }: SaidSize, count: number): string[] {
  return Array.from({ length: count }, (_, turn) =>
    [...mask]
      .map((sign, i) => {
        const at = (i + turn * 3) % LETTERS.length
        if (sign === '9') return i === 0 && DIGITS[at] === '0' ? '7' : DIGITS[at]!
        if (sign === 'A' || sign === 'X') return LETTERS[at]!
        return sign === 'a' ? LETTERS[at]!.toLowerCase() : sign
      })
      .join(''),
  )
}

/** Values that are not of the form: one sign too long, and with a sign of another kind. */
export function misfits(size: SaidSize): string[] {
  const { mask } = size
  const [value = ''] = fittingValues(size, 1)
  const last = [...mask].findLast(sign => /[Aa9X]/.test(sign))!
  const longer = value + (last === '9' ? '5' : 'K')
  const at = [...mask].findIndex(sign => /[A9]/i.test(sign))
  if (at < 0) return [longer]
  return [longer, value.slice(0, at) + (mask[at] === '9' ? 'K' : '7') + value.slice(at + 1)]
}
