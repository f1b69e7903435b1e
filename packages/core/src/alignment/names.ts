import { editDistance } from '../language'
import { WORD } from './weights'

/**
 * A name cut into comparable words: lower case, singular, with the many words for "number that identifies"
 * made one.
 */
export type NameWords = readonly string[]

const NUMBER_WORDS: ReadonlySet<string> = new Set([
  'no',
  'nr',
  'num',
  'number',
  'id',
  'code',
  'key',
  'ref',
  'nummer',
])
const NOISE: ReadonlySet<string> = new Set(['tbl', 'tb', 'table', 't', 'the', 'of', 'fk', 'pk', 'col'])

const wordsOf = new Map<string, NameWords>()

/** `TBL_DispatchLines` gives dispatch, line; `trip_no`, `TripNumber` and `trip_id` all give trip, #. */
export function nameWords(name: string): NameWords {
  const known = wordsOf.get(name)
  if (known) return known
  const parts = name
    .replace(/([\p{Ll}\d])(\p{Lu})/gu, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(part => part !== '')
  const words = parts
    .filter(part => !NOISE.has(part))
    .map(part => (NUMBER_WORDS.has(part) ? '#' : singular(part)))
  const result = words.length > 0 ? words : parts
  if (wordsOf.size > 20_000) wordsOf.clear()
  wordsOf.set(name, result)
  return result
}

function singular(word: string): string {
  if (/[^aeiou]ies$/.test(word)) return `${word.slice(0, -3)}y`
  if (/(ss|us|is|x|ch|sh)es$/.test(word)) return word.slice(0, -2)
  if (/[^sui]s$/.test(word) && word.length > 3) return word.slice(0, -1)
  return word
}

/**
 * How alike two words are, 0 to 1: equal, one a beginning of the other, letters of the other in order, or a
 * slip of the pen.
 */
function wordLikeness(a: string, b: string): number {
  if (a === b) return 1
  if (a === '#' || b === '#') return 0
  const [short, long] = a.length <= b.length ? [a, b] : [b, a]
  if (short.length >= 3 && long.startsWith(short)) return WORD.prefix
  if (short.length >= 4 && long.endsWith(short)) return WORD.ending
  if (short.length >= 3 && isAbbreviation(short, long)) return WORD.abbreviated
  if (isAbbreviation(short.replace(/s$/, ''), long)) return WORD.twoLetters
  if (short.length >= 4 && editDistance(a, b, 2) <= (short.length >= 7 ? 2 : 1)) return WORD.misspelt
  return 0
}

/**
 * First letters equal and the rest in order, and mostly consonants left: gdn for garden, nm for name. A
 * plural is taken off before: wks for weeks.
 */
function isAbbreviation(short: string, long: string): boolean {
  if (short.length < 2 || short[0] !== long[0] || short.length > long.length - 2) return false
  let at = 0
  for (const letter of long) if (letter === short[at]) at++
  return at === short.length && !/[aeiou]/.test(short.slice(1))
}

/**
 * How alike two names are, 0 to 1: twice the likeness of best-fitting words over the number of words.
 * Symmetric.
 */
export function nameLikeness(a: NameWords, b: NameWords): number {
  if (a.length === 0 || b.length === 0) return 0
  if (isGluedNumber(a, b) || isGluedNumber(b, a)) return WORD.gluedNumber
  const used = new Set<number>()
  let total = 0
  for (const word of a) {
    let best = -1
    let bestLikeness = 0
    for (let i = 0; i < b.length && bestLikeness < 1; i++) {
      const likeness = used.has(i) ? 0 : wordLikeness(word, b[i]!)
      if (likeness > bestLikeness) {
        best = i
        bestLikeness = likeness
      }
    }
    if (best >= 0) used.add(best)
    total += bestLikeness
  }
  return (2 * total) / (a.length + b.length)
}

/** Nothing but the word for a number that identifies. */
export const isBareNumber = (words: NameWords): boolean => words.length === 1 && words[0] === '#'

/** The most letters of a table's name that are written before a column's without anything between. */
const MOST_GLUED = 3

/** What is left of a word without one to three first letters of another: no of fno for ferry, and of others. */
function leftAfterGlued(word: string, own: string): string[] {
  const lengths = Array.from({ length: MOST_GLUED }, (_, i) => i + 1)
  return lengths
    .filter(length => own.startsWith(word.slice(0, length)) && word.length > length)
    .map(length => word.slice(length))
}

/** First letters of the one word, and a word for a number, in one: fno for ferry_no. */
function isGluedNumber([glued, ...rest]: NameWords, [word, number, ...more]: NameWords): boolean {
  if (number !== '#' || rest.length > 0 || more.length > 0) return false
  return leftAfterGlued(glued!, word!).some(left => NUMBER_WORDS.has(left))
}

/**
 * A column's name written in one with the first letters of its table: `fno` and `fname` of a ferry give #
 * and name. `known` are the words that may be left; undefined where nothing is glued.
 */
export function withoutGlued(
  column: string,
  table: string,
  known: ReadonlySet<string>,
): NameWords | undefined {
  const [own] = nameWords(table)
  const [word, ...more] = nameWords(column)
  if (own === undefined || word === undefined || more.length > 0) return undefined
  const left = leftAfterGlued(word, own).find(
    rest => NUMBER_WORDS.has(rest) || (rest.length >= MOST_GLUED && known.has(singular(rest))),
  )
  if (left === undefined) return undefined
  return [NUMBER_WORDS.has(left) ? '#' : singular(left)]
}

/** The name without the words in `prefix` at its beginning; the whole name when nothing would be left. */
export function withoutPrefix(words: NameWords, prefix: NameWords): NameWords {
  let at = 0
  while (at < words.length - 1 && prefix.includes(words[at]!)) at++
  return words.slice(at)
}
