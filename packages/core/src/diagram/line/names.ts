import { capital } from '../../language'
import type { DiagramEntity } from '../document'
import { isWord, type Word } from './words'

const ARTICLES = ['a', 'an', 'the', 'one', 'each', 'every']

export const afterArticle = (words: readonly Word[]): readonly Word[] =>
  isWord(words[0], ...ARTICLES) && words.length > 1 ? words.slice(1) : words

/** A name read from the beginning of some words: whose it is, if it is known, and how many words it took. */
export interface NameRead {
  readonly entity: DiagramEntity | null
  /** As it will be called, where it is new. */
  readonly name: string
  readonly length: number
}

/** Singular forms that a plural may come from; the word itself first. */
export function singulars(word: string): string[] {
  const text = word.toLowerCase()
  return [
    text,
    ...(text.endsWith('ies') ? [`${text.slice(0, -3)}y`] : []),
    ...(text.endsWith('es') ? [text.slice(0, -2)] : []),
    ...(text.endsWith('s') ? [text.slice(0, -1)] : []),
    ...(IRREGULAR[text] ? [IRREGULAR[text]] : []),
  ]
}
const IRREGULAR: Readonly<Record<string, string>> = {
  taxa: 'taxon',
  people: 'person',
  children: 'child',
  genera: 'genus',
  species: 'species',
  data: 'datum',
  criteria: 'criterion',
  indices: 'index',
  women: 'woman',
  men: 'man',
}

/**
 * The longest known name at the beginning, without regard to case and number; undefined where none stands
 * there.
 */
export function knownName(entities: readonly DiagramEntity[], words: readonly Word[]): NameRead | undefined {
  let best: NameRead | undefined
  for (const entity of entities) {
    const parts = entity.name.trim().toLowerCase().split(/\s+/)
    const length = wordsTaken(parts, words)
    if (length > 0 && length > (best?.length ?? 0)) best = { entity, name: entity.name, length }
  }
  return best
}

/** How many words at the beginning are the name: a quoted one is one word. */
function wordsTaken(parts: readonly string[], words: readonly Word[]): number {
  const [first] = words
  if (first?.isQuoted) return isSameWord(parts.join(' '), first.text) ? 1 : 0
  return matches(parts, words) ? parts.length : 0
}

/** Whether all of these words are that name, in one or in many. */
export const isCalled = (name: string, words: readonly Word[]): boolean => {
  const parts = name.trim().toLowerCase().split(/\s+/)
  return name.trim() !== '' && words.length > 0 && wordsTaken(parts, words) === words.length
}

/** A name in the plural as it is called in the singular: "dispatch lines" is Dispatch line. */
export function singular(name: string): string {
  const at = name.lastIndexOf(' ') + 1
  const last = name.slice(at).toLowerCase()
  const ending = IRREGULAR[last] ?? withoutPlural(last)
  return ending === last ? name : name.slice(0, at) + (at === 0 ? capital(ending) : ending)
}

const isSameWord = (part: string, word: string): boolean =>
  singulars(word).includes(part) || singulars(part).includes(word.toLowerCase())

function matches(parts: readonly string[], words: readonly Word[]): boolean {
  return (
    parts.length <= words.length &&
    parts.every(
      (part, i) =>
        !words[i]!.isQuoted &&
        (i === parts.length - 1 ? isSameWord(part, words[i]!.text) : words[i]!.text.toLowerCase() === part),
    )
  )
}

/**
 * A name at the beginning: known, or new as one word or one in quotes; with `takesAll` a new one is
 * everything that is there.
 */
export function readName(
  entities: readonly DiagramEntity[],
  words: readonly Word[],
  takesAll = false,
): NameRead | undefined {
  const known = knownName(entities, words)
  if (known && (!takesAll || known.length === words.length)) return known
  const [first] = words
  if (!first || first.text === '') return undefined
  if (takesAll)
    return { entity: null, name: capital(words.map(({ text }) => text).join(' ')), length: words.length }
  return { entity: null, name: capital(first.text), length: 1 }
}

function withoutPlural(word: string): string {
  if (word.endsWith('ies')) return `${word.slice(0, -3)}y`
  if (/(?:x|ch|sh|ss)es$/.test(word)) return word.slice(0, -2)
  return /[^suia]s$/.test(word) ? word.slice(0, -1) : word
}
