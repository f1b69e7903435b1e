import type { Diagram } from '../document'
import { wordsOf, isSign, isWord, textOf, type Word } from './words'

/** What the end of a line may become: the text that stands there from `start` on. */
export interface Completion {
  readonly text: string
  readonly start: number
}

const AMOUNTS = ['exactly one', 'at most one', 'one or more', 'any number of', 'many']
const PHRASES = [
  'is identified by',
  'has',
  'carries',
  'meet in',
  'is one of',
  'is any of',
  'may be one of',
  'may be any of',
  'have the same',
  'takes part in',
  'need not take part in',
  'within',
]
const BEGINNINGS = ['no two', 'when a', 'for one', 'rename', 'remove']
const MARKS = [
  'identifier',
  'may lack',
  'required',
  'several',
  'worked out',
  'parts',
  'default',
  'numbers itself from 1',
  'note',
  'text 20',
  'whole number',
  'decimal 8 2',
  'yes/no',
  'date',
  'time',
]
/** As many as are offered. */
const MOST = 5

/**
 * What the word or words at the end of a line may become: in brackets marks and types, else names of cards,
 * amounts and the phrases of the grammar, and names of facts where facts are listed. What is written whole is not
 * offered. Linear in the line and the names.
 */
export function completions(diagram: Diagram, line: string): Completion[] {
  const words = wordsOf(line)
  const sentence = lastSentence(words)
  const last = sentence.at(-1)
  if (!last || last.isQuoted || isSign(last) || last.end < line.length) return []
  const found = candidates(diagram, sentence).flatMap(candidate => fitting(candidate, sentence))
  // What fits the most of what stands there.
  const start = Math.min(...found.map(each => each.start))
  const texts = new Set(found.filter(each => each.start === start).map(({ text }) => text))
  return [...texts].slice(0, MOST).map(text => ({ text, start }))
}

function lastSentence(words: readonly Word[]): readonly Word[] {
  const at = words.findLastIndex(word => isSign(word) && word.text === ';')
  return words.slice(at + 1)
}

function candidates({ entities, relationships }: Diagram, words: readonly Word[]): string[] {
  if (isInBrackets(words)) return MARKS
  const names = entities.map(({ name }) => quoted(name)).filter(name => name !== '')
  const facts = [...entities, ...relationships].flatMap(({ attributes }) =>
    attributes.map(({ name }) => name),
  )
  const isFirst = words.length === 1
  if (isFirst) return [...names, ...BEGINNINGS]
  if (words.some(word => isWord(word, 'by', 'same', 'share', 'remove', 'rename')))
    return [...facts, ...names, 'within']
  return [...names, ...AMOUNTS, ...PHRASES]
}

function isInBrackets(words: readonly Word[]): boolean {
  const signs = words.filter(isSign).map(({ text }) => text)
  return signs.filter(text => text === '(').length > signs.filter(text => text === ')').length
}

/** The longest run of words at the end with which the candidate begins. */
function fitting(candidate: string, words: readonly Word[]): Completion[] {
  const plain = candidate.replaceAll('"', '').toLowerCase()
  for (let count = Math.min(plain.split(' ').length, words.length); count > 0; count--) {
    const run = words.slice(-count)
    const written = textOf(run).toLowerCase()
    if (run.some(word => isSign(word) || word.isQuoted)) continue
    if (written.length >= 1 && plain.startsWith(written) && plain !== written)
      return [{ text: candidate, start: run[0]!.start }]
    if (plain === written) return []
  }
  return []
}

/** A name of several words stands in quotes. */
const quoted = (name: string): string => (/\s/.test(name.trim()) ? `"${name.trim()}"` : name.trim())
