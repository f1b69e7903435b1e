import type { ReferentialAction } from '../../schema'
import { DELETED, UPDATED } from '../becomes-in-words'
import { findEntityById, type Diagram, type DiagramEnd } from '../document'
import { changeEnd } from '../edit'
import { linesTo } from './far-end'
import { afterArticle, isCalled } from './names'
import { faultAtEnd, read, type Read } from './read'
import { isSign, isWord, textOf, type Word } from './words'
import type { Written } from './written'

/** "When a trip is deleted, its accessions are deleted too." */
export interface Becomes {
  readonly kind: 'becomes'
  readonly of: readonly Word[]
  readonly others: readonly Word[]
  readonly event: 'onDelete' | 'onUpdate'
  readonly action: ReferentialAction
}

type Phrases = Readonly<Record<ReferentialAction, string>>
const OTHER_WORDS: readonly (readonly [string, ReferentialAction, 'onDelete' | 'onUpdate'])[] = [
  ['go too', 'cascade', 'onDelete'],
  ['are deleted', 'cascade', 'onDelete'],
  ['are deleted as well', 'cascade', 'onDelete'],
  ['are kept without one', 'set null', 'onDelete'],
  ['follow it', 'cascade', 'onUpdate'],
  ['change too', 'cascade', 'onUpdate'],
]

/** Undefined where the words do not begin as this does. */
export function readBecomes(words: readonly Word[]): Read<Becomes> | undefined {
  if (!isWord(words[0], 'when', 'if')) return undefined
  const comma = words.findIndex(isSign)
  const before = afterArticle(words.slice(1, comma < 0 ? words.length : comma))
  const isUpdate = isWord(before[0], 'key') && isWord(before[1], 'of')
  const subject = isUpdate ? afterArticle(before.slice(2)) : before
  const verb = subject.findIndex(word => isWord(word, ...(isUpdate ? ['changes'] : ['is'])))
  if (verb < 1 || (!isUpdate && !isWord(subject[verb + 1], 'deleted', 'removed')))
    return faultAtEnd(
      words.slice(0, comma < 0 ? words.length : comma),
      'After "when" I look for: a trip is deleted, …; or: the key of a trip changes, …',
    )
  const event = isUpdate ? 'onUpdate' : 'onDelete'
  const after = comma < 0 ? [] : words.slice(comma + 1)
  const rest = isWord(after[0], 'its', 'the', 'their') ? after.slice(1) : after
  const found = actionAtEnd(rest, event)
  if (!found || found.at === 0)
    return faultAtEnd(words, `I look for what becomes of the others: its accessions ${listOf(event)}.`)
  return read({
    kind: 'becomes',
    of: subject.slice(0, verb),
    others: rest.slice(0, found.at),
    event,
    action: found.action,
  })
}

const listOf = (event: Becomes['event']): string =>
  Object.values(event === 'onDelete' ? DELETED : UPDATED).join(', or ')

function actionAtEnd(
  words: readonly Word[],
  event: Becomes['event'],
): { readonly at: number; readonly action: ReferentialAction } | undefined {
  const own = event === 'onDelete' ? DELETED : UPDATED
  const phrases = [
    ...(Object.entries(own satisfies Phrases) as [ReferentialAction, string][]).map(
      ([action, said]) => [said, action] as const,
    ),
    ...OTHER_WORDS.filter(([, , of]) => of === event).map(([said, action]) => [said, action] as const),
  ].toSorted((a, b) => b[0].length - a[0].length)
  const text = textOf(words).toLowerCase()
  const found = phrases.find(([said]) => text.endsWith(` ${said}`))
  return found && { at: words.length - found[0].split(' ').length, action: found[1] }
}

/** Set where one line of two leads from the others to what is deleted. */
export function writeBecomes(diagram: Diagram, { of, others, event, action }: Becomes): Written {
  const isIt = ({ role, entity }: DiagramEnd): boolean =>
    isCalled(role, of) || (role === '' && isCalled(findEntityById(diagram, entity)?.name ?? '', of))
  const found = diagram.entities
    .flatMap(({ id }) => linesTo(diagram, id, others))
    .filter(({ relationship: { ends }, at }) => isIt(ends[at]!))
  if (found.length === 0) return { refusal: `No line leads from ${textOf(others)} to ${textOf(of)}.` }
  if (found.length > 1)
    return {
      refusal: `Several lines lead from ${textOf(others)} to ${textOf(of)}: add "it" and the verb of the one that is meant.`,
    }
  const [line] = found
  const { relationship, at } = line!
  if (relationship.given) return { refusal: 'That relationship is given by the exercise.' }
  return {
    diagram: changeEnd(diagram, relationship.id, at, { [event]: action }),
    said: [
      `when ${event === 'onDelete' ? `${textOf(of)} is deleted` : `the key of ${textOf(of)} changes`}, ${textOf(others)} ${(event === 'onDelete' ? DELETED : UPDATED)[action]}`,
    ],
    touched: [relationship.id],
  }
}
