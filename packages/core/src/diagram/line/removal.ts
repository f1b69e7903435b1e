import { findEntityById, type Diagram, type DiagramRelationship } from '../document'
import { isSameName, removeElements } from '../edit'
import { readAlike, withoutAlike, type Alike } from './alike'
import { lineOrWhatItCarries } from './lines-called'
import { afterArticle, knownName, type NameRead } from './names'
import { fault, read, type Known, type Read } from './read'
import { factOf } from './rename'
import { findPhrase, textOf, type Word } from './words'
import type { Written } from './written'

/**
 * "remove Trip", "remove width of Drawer", "remove Trip brings in accessions", "remove the kinds of Partner",
 * "remove date of brings in" (what a line carries), "remove no two trips have the same date and ship".
 */
export type Removal =
  | { readonly kind: 'remove'; readonly of: NameRead; readonly fact: string }
  | { readonly kind: 'remove line'; readonly relationship: DiagramRelationship }
  | { readonly kind: 'remove carried'; readonly relationship: DiagramRelationship; readonly fact: string }
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
  const { lines, fact: carried } = lineOrWhatItCarries(known, own)
  const [relationship, another] = lines
  if (!relationship) return fault(own, `Nothing is called ${textOf(own)}.`)
  if (another) return fault(own, `Several lines are called ${textOf(own)}: say which cards it joins.`)
  return read(
    carried === ''
      ? { kind: 'remove line', relationship }
      : { kind: 'remove carried', relationship, fact: carried },
  )
}

function kindsOf({ entities }: Known, words: readonly Word[]): NameRead | undefined {
  if (findPhrase(words, ['kinds', 'of']) !== 0) return undefined
  const rest = afterArticle(words.slice(2))
  const card = knownName(entities, rest)
  return card?.length === rest.length ? card : undefined
}

export function writeRemoval(diagram: Diagram, removal: Removal): Written {
  if (removal.kind === 'remove alike') {
    const id = removal.alike.of.entity?.id
    return id === undefined
      ? { refusal: 'That is said nowhere.' }
      : withoutAlike(diagram, id, removal.alike.by)
  }
  if (removal.kind === 'remove line') return withoutLine(diagram, removal.relationship)
  if (removal.kind === 'remove carried') return withoutCarried(diagram, removal.relationship, removal.fact)
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

function withoutCarried(
  diagram: Diagram,
  { name, back, given, attributes }: DiagramRelationship,
  fact: string,
): Written {
  const line = name || back
  if (given) return { refusal: 'That relationship is given by the exercise.' }
  const own = attributes.find(({ name }) => isSameName(name, fact))
  if (!own) return { refusal: `${line} carries no fact called ${fact}.` }
  return gone(diagram, [own.id], `${own.name} of ${line} removed`)
}

const gone = (diagram: Diagram, ids: readonly string[], said: string): Written => ({
  diagram: removeElements(diagram, ids).diagram,
  said: [said],
  touched: [],
})
