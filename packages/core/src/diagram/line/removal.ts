import { findEntityById, type Diagram, type DiagramRelationship } from '../document'
import { isSameName, removeElements } from '../edit'
import { readAlike, withoutAlike, type Alike } from './alike'
import { afterArticle, isCalled, knownName, type NameRead } from './names'
import { fault, read, type Known, type Read } from './read'
import { factOf } from './rename'
import { findPhrase, textOf, type Word } from './words'
import type { Written } from './written'

/**
 * "remove Trip", "remove width of Drawer", "remove Trip brings in accessions", "remove the kinds of Partner",
 * "remove no two trips have the same date and ship".
 */
export type Removal =
  | { readonly kind: 'remove'; readonly of: NameRead; readonly fact: string }
  | { readonly kind: 'remove line'; readonly relationship: DiagramRelationship }
  | { readonly kind: 'remove kinds'; readonly of: NameRead }
  | { readonly kind: 'remove alike'; readonly alike: Alike }

export function readRemoval(known: Known, words: readonly Word[]): Read<Removal> {
  const own = afterArticle(words.slice(1))
  const alike = readAlike(known, own)
  if (alike) return alike.ok ? read({ kind: 'remove alike', alike: alike.value }) : alike
  const kinds = kindsOf(known, own)
  if (kinds) return read({ kind: 'remove kinds', of: kinds })
  const { card, fact } = factOf(known.entities, own)
  if (card) return read({ kind: 'remove', of: card, fact })
  const lines = linesCalled(known, own)
  if (lines.length === 1) return read({ kind: 'remove line', relationship: lines[0]! })
  return fault(
    own,
    lines.length > 1
      ? `Several lines are called ${textOf(own)}: say which cards it joins.`
      : `Nothing is called ${textOf(own)}.`,
  )
}

function kindsOf({ entities }: Known, words: readonly Word[]): NameRead | undefined {
  if (findPhrase(words, ['kinds', 'of']) !== 0) return undefined
  const rest = afterArticle(words.slice(2))
  const card = knownName(entities, rest)
  return card?.length === rest.length ? card : undefined
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

export function writeRemoval(diagram: Diagram, removal: Removal): Written {
  if (removal.kind === 'remove alike') {
    const id = removal.alike.of.entity?.id
    return id === undefined
      ? { refusal: 'That is said nowhere.' }
      : withoutAlike(diagram, id, removal.alike.by)
  }
  if (removal.kind === 'remove line') return withoutLine(diagram, removal.relationship)
  const card = findEntityById(diagram, removal.of.entity!.id)!
  if (card.given) return { refusal: `${card.name} is given by the exercise and cannot be removed.` }
  if (removal.kind === 'remove kinds') {
    const kinds = diagram.kinds.filter(({ general }) => general === card.id)
    if (kinds.length === 0) return { refusal: `${card.name} has no kinds.` }
    return gone(
      diagram,
      kinds.map(({ id }) => id),
      `the kinds of ${card.name} removed`,
    )
  }
  if (removal.fact === '') {
    const { relationships } = removeElements(diagram, [card.id])
    const lines = relationships > 0 ? ` and ${relationships} relationship${relationships > 1 ? 's' : ''}` : ''
    return gone(diagram, [card.id], `${card.name}${lines} removed`)
  }
  const fact = card.attributes.find(({ name }) => isSameName(name, removal.fact))
  if (!fact) return { refusal: `${card.name} has no fact called ${removal.fact}.` }
  return gone(diagram, [fact.id], `${fact.name} of ${card.name} removed`)
}

function withoutLine(diagram: Diagram, { id, name, back, given }: DiagramRelationship): Written {
  if (given) return { refusal: 'That relationship is given by the exercise and cannot be removed.' }
  return gone(diagram, [id], `the line ${name || back} removed`)
}

const gone = (diagram: Diagram, ids: readonly string[], said: string): Written => ({
  diagram: removeElements(diagram, ids).diagram,
  said: [said],
  touched: [],
})
