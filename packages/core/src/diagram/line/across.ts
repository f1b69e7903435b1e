import { amountInWords } from '../amounts'
import { findEntityById, type Diagram, type DiagramEnd, type DiagramRelationship } from '../document'
import { changeEnd, isSameName } from '../edit'
import { firstAmount } from './amount'
import { afterArticle, isCalled } from './names'
import { plainWords } from './plain-words'
import { fault, faultAtEnd, read, type Amount, type Read } from './read'
import { groupsOf, isWord, textOf, type Word } from './words'
import type { Written } from './written'

/** "For one garden and one accession: at most one keeper in loan": an end where three or more meet. */
export interface Across {
  readonly kind: 'across'
  readonly others: readonly (readonly Word[])[]
  readonly amount: Amount
  readonly end: readonly Word[]
  /** What they meet in; empty where it is left out. */
  readonly meeting: string
}
/** "Every keeper takes part in loan", "A keeper need not take part in loan". */
export interface TakesPart {
  readonly kind: 'takes part'
  readonly end: readonly Word[]
  readonly must: boolean
  readonly meeting: string
}

/** Undefined where the words do not begin as this does. */
export function readAcross(words: readonly Word[]): Read<Across> | undefined {
  if (!isWord(words[0], 'for') || !isWord(words[1], 'one', 'each', 'every', 'a', 'an')) return undefined
  const plain = plainWords(words.flatMap(withoutColon))
  const there = plain.findIndex((word, i) => isWord(word, 'there') && isWord(plain[i + 1], 'is', 'are'))
  const colon = plain.findIndex(({ text, isQuoted }) => text === ':' && !isQuoted)
  const at = colon >= 0 ? colon : there
  const form = 'I look for: for one garden and one accession: at most one keeper in loan.'
  if (at < 0) return faultAtEnd(words, form)
  const rest = plain.slice(at + (colon >= 0 ? 1 : 2))
  const amount = firstAmount(rest, 0)
  if (amount?.at !== 0)
    return fault(rest.length > 0 ? rest : words, 'I look for how many: one, at most one, many.')
  const { end, meeting } = endIn(rest.slice(amount.length))
  if (end.length === 0) return faultAtEnd(words, form)
  const others = groupsOf(plain.slice(1, at), 'and')
    .map(afterArticle)
    .filter(group => group.length > 0)
  return read({ kind: 'across', others, amount: amount.amount, end, meeting })
}

/** Undefined where the words are none of the two forms. */
export function readTakesPart(words: readonly Word[]): Read<TakesPart> | undefined {
  const at = words.findIndex(
    (word, i) => isWord(word, 'take', 'takes') && isWord(words[i + 1], 'part') && isWord(words[i + 2], 'in'),
  )
  if (at < 1) return undefined
  const isFree = isWord(words[at - 2], 'need') && isWord(words[at - 1], 'not')
  const isForced = isWord(words[at - 1], 'must')
  const before = Number(isForced) + 2 * Number(isFree)
  const subject = afterArticle(words.slice(0, at - before))
  return read({
    kind: 'takes part',
    end: subject,
    must: !isFree,
    meeting: textOf(afterArticle(words.slice(at + 3))),
  })
}

/** "accession:" as the word and the colon. */
function withoutColon(word: Word): Word[] {
  if (word.isQuoted || !word.text.endsWith(':')) return [word]
  const colon = { text: ':', start: word.end - 1, end: word.end, isQuoted: false }
  return word.text === ':' ? [colon] : [{ ...word, text: word.text.slice(0, -1), end: word.end - 1 }, colon]
}

function endIn(words: readonly Word[]): { end: readonly Word[]; meeting: string } {
  const at = words.findIndex((word, i) => i > 0 && isWord(word, 'in'))
  return at < 0
    ? { end: words, meeting: '' }
    : { end: words.slice(0, at), meeting: textOf(afterArticle(words.slice(at + 1))) }
}

export function writeAcross(diagram: Diagram, { others, amount, end, meeting }: Across): Written {
  const found = meetings(diagram, meeting, end).filter(
    ({ relationship: { ends }, at }) =>
      others.length === ends.length - 1 &&
      others.every(words => ends.some((other, i) => i !== at && isEnd(diagram, other, words))),
  )
  return answered(
    diagram,
    found,
    { most: amount.most },
    `${amountInWords({ ...amount, least: null })} ${textOf(end)}`,
  )
}

export function writeTakesPart(diagram: Diagram, { end, must, meeting }: TakesPart): Written {
  const words = `${textOf(end)} ${must ? 'always takes part' : 'need not take part'}`
  return answered(diagram, meetings(diagram, meeting, end), { least: must ? 1 : 0 }, words)
}

interface Meeting {
  readonly relationship: DiagramRelationship
  readonly at: number
}

/** Where three or more meet, of that name if one was said, and which of the ends is called so. */
function meetings(diagram: Diagram, meeting: string, end: readonly Word[]): Meeting[] {
  return diagram.relationships.flatMap(relationship => {
    const at = relationship.ends.findIndex(other => isEnd(diagram, other, end))
    const isIt = meeting === '' || isSameName(relationship.name, meeting)
    return relationship.ends.length > 2 && at >= 0 && isIt ? [{ relationship, at }] : []
  })
}

const isEnd = (diagram: Diagram, { entity, role }: DiagramEnd, words: readonly Word[]): boolean =>
  isCalled(role, words) || (role === '' && isCalled(findEntityById(diagram, entity)?.name ?? '', words))

function answered(
  diagram: Diagram,
  found: readonly Meeting[],
  change: Partial<DiagramEnd>,
  words: string,
): Written {
  const [meeting] = found
  if (!meeting)
    return { refusal: 'Three or more of these meet nowhere yet: Garden, Accession and Keeper meet in loan.' }
  if (found.length > 1) return { refusal: 'They meet in several: add "in" and which.' }
  const { relationship, at } = meeting
  if (relationship.given) return { refusal: 'That relationship is given by the exercise.' }
  return {
    diagram: changeEnd(diagram, relationship.id, at, change),
    said: [`${relationship.name}: ${words}`],
    touched: [relationship.id],
  }
}
