import type { DiagramRelationship } from '../document'
import { isSameName } from '../edit'
import { afterArticle, isCalled } from './names'
import type { Known } from './read'
import { isWord, textOf, type Word } from './words'

/** "brings in", "date of brings in": the lines that are named, and which fact of them. */
export function lineOrWhatItCarries(
  known: Known,
  words: readonly Word[],
): { readonly lines: readonly DiagramRelationship[]; readonly fact: string } {
  const lines = linesCalled(known, words)
  const of = words.findLastIndex((word, i) => i > 0 && isWord(word, 'of', 'from'))
  if (lines.length > 0 || of < 0) return { lines, fact: '' }
  return { lines: linesCalled(known, afterArticle(words.slice(of + 1))), fact: textOf(words.slice(0, of)) }
}

/** Lines that these words name: a verb phrase alone, or with both of its cards. */
function linesCalled({ entities, relationships }: Known, words: readonly Word[]): DiagramRelationship[] {
  const nameOf = (id: string): string => entities.find(entity => entity.id === id)?.name ?? ''
  const text = textOf(words)
  return relationships.filter(({ name, back, table = '', ends }) => {
    if ([name, back, table].some(verb => verb !== '' && isSameName(verb, text))) return true
    const [a, b] = ends
    return (
      ends.length === 2 &&
      (isPut(words, nameOf(a!.entity), name, nameOf(b!.entity)) ||
        isPut(words, nameOf(b!.entity), back, nameOf(a!.entity)))
    )
  })
}

/** Whether the words are: a card, the verb, and the other card in one or many. */
function isPut(words: readonly Word[], from: string, verb: string, to: string): boolean {
  const [start, middle] = [from.trim().split(/\s+/).length, verb.trim().split(/\s+/).length]
  return (
    verb.trim() !== '' &&
    isCalled(from, words.slice(0, start)) &&
    isSameName(verb, textOf(words.slice(start, start + middle))) &&
    isCalled(to, afterArticle(words.slice(start + middle)))
  )
}
