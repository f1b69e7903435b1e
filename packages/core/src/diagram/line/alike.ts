import { listInWords } from '../../language'
import { findEntityById, type Diagram, type DiagramEntity } from '../document'
import { changeEntity, changeFacts, isSameName, newFact } from '../edit'
import { linesTo } from './far-end'
import { afterArticle, isCalled, readName, type NameRead } from './names'
import { fault, faultAtEnd, read, type Known, type Read } from './read'
import { findPhrase, groupsOf, isWord, textOf, type Word } from './words'
import type { Written } from './written'

/** "No two trips have the same date and ship": a further key, of facts and of what lines lead to. */
export interface Alike {
  readonly kind: 'alike'
  readonly of: NameRead
  readonly by: readonly (readonly Word[])[]
}

const SAME: readonly (readonly string[])[] = [
  ['have', 'the', 'same'],
  ['have', 'same'],
  ['share', 'the', 'same'],
  ['share'],
]
const KEYS: readonly (readonly string[])[] = [
  'alternate',
  'alternative',
  'candidate',
  'unique',
  'further',
  'secondary',
].map(word => [word, 'key', 'of'])
const UNIQUE: readonly (readonly string[])[] = [
  ['are', 'unique', 'together'],
  ['together', 'are', 'unique'],
  ['are', 'unique'],
  ['is', 'unique'],
]

/** Reads a further key in any of its forms; undefined where the words are none of them. */
export function readAlike(known: Known, words: readonly Word[]): Read<Alike> | undefined {
  return readNoTwo(known, words) ?? readKeyOf(known, words) ?? readUnique(known, words)
}

/** No two trips have the same date and ship. */
function readNoTwo({ entities }: Known, words: readonly Word[]): Read<Alike> | undefined {
  if (!isWord(words[0], 'no') || !isWord(words[1], 'two', '2')) return undefined
  const found = phraseIn(words, SAME)
  if (!found || found.at < 3)
    return faultAtEnd(words, 'I look for: no two trips have the same date and ship.')
  return alike(entities, words, words.slice(2, found.at), words.slice(found.at + found.length))
}

/** An alternate key of Trip is date and ship. */
function readKeyOf({ entities }: Known, words: readonly Word[]): Read<Alike> | undefined {
  const own = afterArticle(words)
  const phrase = KEYS.find(key => findPhrase(own, key) === 0)
  const is = own.findIndex((word, i) => i > 3 && isWord(word, 'is', 'are'))
  return phrase && is > 0 ? alike(entities, own, own.slice(3, is), own.slice(is + 1)) : undefined
}

/** Date and ship of Trip are unique. */
function readUnique({ entities }: Known, words: readonly Word[]): Read<Alike> | undefined {
  const found = phraseIn(words, UNIQUE)
  const of = words.findIndex((word, i) => i > 0 && isWord(word, 'of'))
  if (!found || found.at + found.length < words.length || of < 1 || of >= found.at - 1) return undefined
  return alike(entities, words, words.slice(of + 1, found.at), words.slice(0, of))
}

function phraseIn(
  words: readonly Word[],
  phrases: readonly (readonly string[])[],
): { readonly at: number; readonly length: number } | undefined {
  for (const phrase of phrases) {
    const at = findPhrase(words, phrase)
    if (at > 0) return { at, length: phrase.length }
  }
  return undefined
}

function alike(
  entities: Known['entities'],
  words: readonly Word[],
  subject: readonly Word[],
  listed: readonly Word[],
): Read<Alike> {
  const of = readName(entities, afterArticle(subject), true)
  const by = groupsOf(listed, 'and')
    .map(afterArticle)
    .filter(group => group.length > 0)
  if (!of) return fault(words, 'I look for the name of an entity here.')
  if (by.length === 0) return faultAtEnd(words, 'I look for the names of facts: date and ship.')
  return read({ kind: 'alike', of, by })
}

/** The set becomes one that no two share; facts that are not there yet are made. */
export function writeAlike(diagram: Diagram, id: string, by: Alike['by']): Written {
  let next = diagram
  const set: string[] = []
  for (const words of by) {
    const member = memberOf(next, findEntityById(next, id)!, words)
    if (typeof member === 'object') return member
    if (member === undefined) {
      const entity = findEntityById(next, id)!
      const fact = newFact(entity, textOf(words))
      next = changeFacts(next, id, [...entity.attributes, fact])
      set.push(fact.id)
    } else set.push(member)
  }
  const entity = findEntityById(next, id)!
  const isThere = entity.uniques.some(other => isSameSet(other, set))
  return {
    diagram: isThere ? next : changeEntity(next, id, { uniques: [...entity.uniques, [...new Set(set)]] }),
    said: [`no two of ${entity.name} have the same ${listInWords(by.map(textOf))}`],
    touched: [id],
  }
}

/** A fact by its name, a line by the card or the role that it leads to; undefined for what is new. */
function memberOf(
  diagram: Diagram,
  entity: DiagramEntity,
  words: readonly Word[],
): string | { readonly refusal: string } | undefined {
  const fact = entity.attributes.find(({ name }) => isSameName(name, textOf(words)))
  if (fact) return fact.id
  const lines = linesTo(diagram, entity.id, words)
  if (lines.length > 1)
    return {
      refusal: `Several lines lead to ${textOf(words)}: add "it" and the verb of the one that is meant.`,
    }
  const [line] = lines
  if (line) return line.relationship.id
  const card = diagram.entities.find(({ name }) => isCalled(name, words))
  return card && { refusal: `No line leads from ${entity.name} to ${card.name} yet: say that first.` }
}

/** Takes the set away again. */
export function withoutAlike(diagram: Diagram, id: string, by: Alike['by']): Written {
  const entity = findEntityById(diagram, id)
  const set = by.map(words => entity && memberOf(diagram, entity, words))
  const left = entity?.uniques.filter(other => !isSameSet(other, set)) ?? []
  if (!entity || left.length === entity.uniques.length) return { refusal: 'That is said nowhere.' }
  return {
    diagram: changeEntity(diagram, id, { uniques: left }),
    said: [`${entity.name} may have the same ${listInWords(by.map(textOf))} again`],
    touched: [id],
  }
}

const isSameSet = (a: readonly string[], b: readonly unknown[]): boolean =>
  a.length === new Set(b).size && a.every(id => b.includes(id))
