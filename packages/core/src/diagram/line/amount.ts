import { numberSaid } from './plain-words'
import type { Amount } from './read'
import { isWord, type Word } from './words'

const AMOUNTS: readonly { readonly words: readonly string[]; readonly amount: Amount }[] = [
  { words: ['exactly', 'one'], amount: { least: 1, most: 'one' } },
  { words: ['at', 'most', 'one'], amount: { least: 0, most: 'one' } },
  { words: ['one', 'or', 'more'], amount: { least: 1, most: 'many' } },
  { words: ['at', 'least', 'one'], amount: { least: 1, most: 'many' } },
  { words: ['many', ',', 'at', 'least', 'one'], amount: { least: 1, most: 'many' } },
  { words: ['any', 'number', 'of'], amount: { least: 0, most: 'many' } },
  { words: ['possibly', 'no'], amount: { least: 0, most: null } },
  { words: ['an', 'open', 'number', 'of'], amount: { least: null, most: null } },
  { words: ['one'], amount: { least: null, most: 'one' } },
  { words: ['many'], amount: { least: null, most: 'many' } },
]
export interface AmountAt {
  readonly at: number
  readonly length: number
  readonly amount: Amount
}

/** At least two, two or more, at most three, exactly two. */
function numberedAmount(words: readonly Word[], at: number): AmountAt | undefined {
  const [first, second, third] = [words[at], words[at + 1], words[at + 2]]
  const [a, c] = [numberSaid(first), numberSaid(third)]
  if (isWord(first, 'at') && isWord(second, 'least') && c !== undefined)
    return { at, length: 3, amount: { least: c, most: 'many' } }
  if (a !== undefined && isWord(second, 'or') && isWord(third, 'more'))
    return { at, length: 3, amount: { least: a, most: 'many' } }
  if (isWord(first, 'at') && isWord(second, 'most') && c !== undefined)
    return { at, length: 3, amount: { least: 0, most: c } }
  if ((a !== undefined || isWord(first, 'one')) && isWord(second, 'to') && c !== undefined)
    return { at, length: 3, amount: { least: a ?? 1, most: c } }
  const b = numberSaid(second)
  if (isWord(first, 'up') && isWord(second, 'to') && c !== undefined)
    return { at, length: 3, amount: { least: 0, most: c } }
  return isWord(first, 'exactly') && b !== undefined
    ? { at, length: 2, amount: { least: b, most: b } }
    : undefined
}

/** The first amount from a position on, the longest that stands there. */
export function firstAmount(words: readonly Word[], from: number): AmountAt | undefined {
  for (let at = from; at < words.length; at++) {
    const numbered = numberedAmount(words, at)
    if (numbered) return numbered
    const found = AMOUNTS.filter(({ words: phrase }) =>
      phrase.every((text, i) => isWord(words[at + i], text) || (text === ',' && words[at + i]?.text === ',')),
    ).toSorted((a, b) => b.words.length - a.words.length)[0]
    if (found) return { at, length: found.words.length, amount: found.amount }
  }
  return undefined
}
