import { isSign, isWord, type Word } from './words'

/** One way of saying how many, word for word, and the words for it that the grammar knows. */
interface Saying {
  readonly said: readonly string[]
  readonly plain: readonly string[]
}

const saying = (said: string, plain: string): Saying => ({ said: said.split(' '), plain: plain.split(' ') })

/** `one|1` is either. The longest that fits is taken. */
const SAYINGS: readonly Saying[] = [
  saying('( including none )', ''),
  saying('( or none )', ''),
  saying('( possibly none )', ''),
  saying('one|1 and only one|1', 'exactly one'),
  saying('exactly 1', 'exactly one'),
  saying('1..1', 'exactly one'),
  saying('0..1', 'at most one'),
  saying('zero|0 or one|1', 'at most one'),
  saying('up to one|1', 'at most one'),
  saying('at most 1', 'at most one'),
  saying('no|not more than one|1', 'at most one'),
  saying('a maximum of one|1', 'at most one'),
  saying('1..*|1..n|1..m', 'one or more'),
  saying('one|1 or many', 'one or more'),
  saying('1 or more', 'one or more'),
  saying('one|1 to many', 'one or more'),
  saying('at least 1', 'at least one'),
  saying('some', 'one or more'),
  saying('0..*|0..n|0..m', 'any number of'),
  saying('zero|0 or more|many', 'any number of'),
  saying('zero|0 , one|1 or many|more', 'any number of'),
  saying('zero|0 to many', 'any number of'),
  saying('only one|1', 'one'),
  saying('just one|1', 'one'),
  saying('a single', 'one'),
  saying('several', 'many'),
].toSorted((a, b) => b.said.length - a.said.length)

/**
 * The words of a sentence with the many ways of saying how many brought to the few that the grammar knows; each new
 * word stands where those stood that it is for.
 */
export function plainWords(words: readonly Word[]): Word[] {
  const plain: Word[] = []
  let depth = 0
  for (let at = 0; at < words.length;) {
    // What stands in brackets are marks of a fact.
    const found =
      depth > 0 ? undefined : SAYINGS.find(({ said }) => said.every((text, i) => isSaid(words[at + i], text)))
    if (!found && isSign(words[at]!)) depth += { '(': 1, ')': -1 }[words[at]!.text] ?? 0
    if (!found) {
      plain.push(words[at]!)
      at++
      continue
    }
    const place = { start: words[at]!.start, end: words[at + found.said.length - 1]!.end, isQuoted: false }
    plain.push(...found.plain.filter(text => text !== '').map(text => ({ ...place, text })))
    at += found.said.length
  }
  return plain
}

const isSaid = (word: Word | undefined, text: string): boolean =>
  word !== undefined && !word.isQuoted && text.split('|').includes(word.text.toLowerCase())

/** A sentence without its negation, or that it cannot be read with one. */
export type Positive = { readonly words: readonly Word[] } | { readonly refused: readonly Word[] }

const NEGATIONS: readonly (readonly string[])[] = [
  ['does', 'not', 'have', 'to'],
  ['do', 'not', 'have', 'to'],
  ['need', 'not'],
  ['must', 'not'],
  ['may', 'not'],
  ['can', 'not'],
  ['does', 'not'],
  ['do', 'not'],
  ['cannot'],
  ["can't"],
  ['never'],
  ['not'],
]
const FREEING = new Set(['does', 'do', 'need'])

/**
 * What is denied said as what is: not more than one is at most one, not many is one, what need not be may lack. Any
 * other negation is refused: it would be read as its contrary.
 */
export function withoutNegation(words: readonly Word[]): Positive {
  if (isWord(words[0], 'not') && isWord(words[1], 'every', 'all', 'each')) return freed(words.slice(2), words)
  if (isWord(words[0], 'no') && words.length > 2) return denied(words.slice(1), words.slice(0, 1))
  for (const negation of NEGATIONS) {
    const at = words.findIndex((_, i) => i > 0 && negation.every((text, j) => isWord(words[i + j], text)))
    if (at < 0) continue
    const rest = [...words.slice(0, at), ...words.slice(at + negation.length)]
    const said = words.slice(at, at + negation.length)
    const isFree = FREEING.has(negation[0]!) && (negation.length === 4 || negation[0] === 'need')
    return isFree ? freed(rest, said) : denied(rest, said)
  }
  return { words }
}

/** "more than one" denied is at most one; "many" denied is one. */
function denied(rest: readonly Word[], said: readonly Word[]): Positive {
  const more = rest.findIndex(
    (_, i) => isWord(rest[i], 'more') && isWord(rest[i + 1], 'than') && isWord(rest[i + 2], 'one', '1'),
  )
  if (more >= 0) return { words: replaced(rest, more, 3, ['at', 'most', 'one']) }
  const many = rest.findIndex((word, i) => i > 0 && isWord(word, 'many', 'several'))
  if (many >= 0) return { words: replaced(rest, many, 1, ['one']) }
  const exact = rest.findIndex((word, i) => isWord(word, 'at') && isWord(rest[i + 1], 'most'))
  return exact >= 0 && isWord(said[0], 'not') ? { words: rest } : { refused: said }
}

/** What need not be: an open number, and perhaps none, of what stands behind a or an. */
function freed(rest: readonly Word[], said: readonly Word[]): Positive {
  const article = rest.findIndex((word, i) => i > 1 && isWord(word, 'a', 'an', 'any'))
  return article < 0 ? { refused: said } : { words: replaced(rest, article, 1, ['possibly', 'no']) }
}

function replaced(words: readonly Word[], at: number, length: number, by: readonly string[]): Word[] {
  const place = { start: words[at]!.start, end: words[at + length - 1]!.end, isQuoted: false }
  return [...words.slice(0, at), ...by.map(text => ({ ...place, text })), ...words.slice(at + length)]
}

/** Words of which no card is made: they say how many, or join what should have been read otherwise. */
const NO_NAME = new Set(
  'or and to no not every each only many several some more less most least exactly one zero than never cannot any at'.split(
    ' ',
  ),
)

/** The words that keep a name from being a new card's; empty where it can be one. */
export function notOfName(words: readonly Word[]): readonly Word[] {
  return words.filter(word => isSign(word) || (!word.isQuoted && NO_NAME.has(word.text.toLowerCase())))
}

/** Numbers as they are said. */
const NUMBERS = [
  'zero',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
]

/** The number that a word is, of two and more; undefined where it is none. */
export function numberSaid(word: Word | undefined): number | undefined {
  if (!word || word.isQuoted) return undefined
  const text = word.text.toLowerCase()
  const number = /^\d{1,3}$/.test(text) ? Number(text) : NUMBERS.indexOf(text)
  return number >= 2 ? number : undefined
}
