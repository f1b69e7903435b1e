import type { DiagramEntity } from '../document'
import { afterArticle, knownName, type NameRead } from './names'
import { findPhrase, isWord, type Word } from './words'

/** One and many for the two sides of a line, in the short forms of the trade. */
const RATIOS: Readonly<Record<string, readonly ['one' | 'many', 'one' | 'many']>> = {
  '1:1': ['one', 'one'],
  '1:n': ['one', 'many'],
  '1:m': ['one', 'many'],
  'n:1': ['many', 'one'],
  'm:1': ['many', 'one'],
  'n:m': ['many', 'many'],
  'm:n': ['many', 'many'],
  'one-to-one': ['one', 'one'],
  'one-to-many': ['one', 'many'],
  'many-to-one': ['many', 'one'],
  'many-to-many': ['many', 'many'],
}

export interface Ratio {
  readonly from: NameRead
  readonly to: NameRead
  /** How many of `from` there are for one of `to`, and the other way round. */
  readonly most: readonly ['one' | 'many', 'one' | 'many']
}

/** `Boat 1:N Diver`, `the relationship between boat and diver is one-to-many`, `a and b are related many to many`. */
export function readRatio(entities: readonly DiagramEntity[], words: readonly Word[]): Ratio | undefined {
  const at = words.findIndex(word => !word.isQuoted && Object.hasOwn(RATIOS, word.text.toLowerCase()))
  const spelled = at < 0 ? spelledRatio(words) : undefined
  const most = at < 0 ? spelled?.most : RATIOS[words[at]!.text.toLowerCase()]
  if (!most) return undefined
  const before = words.slice(0, at < 0 ? spelled!.at : at)
  const after = at < 0 ? [] : words.slice(at + 1)
  const names = after.length > 0 ? [before, after] : joined(before)
  const [from, to] = names.map(each => wholeName(entities, each))
  return from && to ? { from, to, most } : undefined
}

/** "many to many" in words of their own, at the end. */
function spelledRatio(words: readonly Word[]): { at: number; most: Ratio['most'] } | undefined {
  const at = words.length - 3
  const [a, to, b] = words.slice(at)
  if (at < 2 || !isWord(to, 'to') || !isWord(a, 'one', 'many') || !isWord(b, 'one', 'many')) return undefined
  return { at, most: [a!.text.toLowerCase() as 'one' | 'many', b!.text.toLowerCase() as 'one' | 'many'] }
}

/** The two names of "the relationship between A and B is" and of "A and B are related". */
function joined(words: readonly Word[]): readonly (readonly Word[])[] {
  const between = findPhrase(words, ['between'])
  const end = words.findIndex(word => isWord(word, 'is', 'are'))
  const part = words.slice(between + 1, end < 0 ? words.length : end)
  const and = part.findIndex(word => isWord(word, 'and'))
  return and < 0 ? [] : [part.slice(0, and), part.slice(and + 1)]
}

/** A known card that is all that stands there. */
export function wholeName(entities: readonly DiagramEntity[], words: readonly Word[]): NameRead | undefined {
  const own = afterArticle(words)
  const known = knownName(entities, own)
  return known?.length === own.length ? known : undefined
}

/** `A guide is a diver`, where the diver is known: a kind. */
export function readIsA(
  entities: readonly DiagramEntity[],
  words: readonly Word[],
): { readonly special: readonly Word[]; readonly general: NameRead } | undefined {
  const at = words.findIndex((word, i) => i > 0 && isWord(word, 'is') && isWord(words[i + 1], 'a', 'an'))
  const general = at > 0 ? wholeName(entities, words.slice(at + 2)) : undefined
  const special = words.slice(0, Math.max(0, at))
  return general && special.length > 0 && !isWord(special.at(-1), 'either') ? { special, general } : undefined
}

/** `The primary key of Diver is badge`: turned into what is identified by what. */
export function readKeyOf(
  words: readonly Word[],
): { readonly of: readonly Word[]; readonly by: readonly Word[] } | undefined {
  const at = KEYS.map(phrase => ({ at: findPhrase(words, phrase), length: phrase.length })).find(
    found => found.at === 0,
  )
  const is = words.findIndex((word, i) => i > (at?.length ?? 0) && isWord(word, 'is', 'are'))
  return at && is > 0 ? { of: words.slice(at.length, is), by: words.slice(is + 1) } : undefined
}
const KEYS = [
  ['primary', 'key', 'of'],
  ['key', 'of'],
  ['identifier', 'of'],
]

/** `its`, `his`: of no name. */
export const withoutPossessive = (words: readonly Word[]): readonly Word[] =>
  words.filter(word => !isWord(word, 'its', 'his', 'her', 'their'))
