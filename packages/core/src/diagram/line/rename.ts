import {
  findEntityById,
  type Diagram,
  type DiagramAttribute,
  type DiagramEntity,
  type DiagramRelationship,
} from '../document'
import { changeEntity, changeFacts, changeRelationship, isSameName } from '../edit'
import { lineOrWhatItCarries } from './lines-called'
import { afterArticle, knownName, type NameRead } from './names'
import { fault, faultAtEnd, read, type Known, type Read } from './read'
import { isWord, textOf, type Word } from './words'
import type { Written } from './written'

/**
 * "rename Trip to Journey", "rename width of Drawer to breadth"; "rename date of brings in to day", which a line
 * carries, and "rename brings in to delivers".
 */
export type Rename = CardRename | LineRename
interface Renaming {
  readonly kind: 'rename'
  /** The fact that is meant; empty for the card or the line itself. */
  readonly fact: string
  readonly to: string
}
interface CardRename extends Renaming {
  readonly of: NameRead
}
interface LineRename extends Renaming {
  readonly line: DiagramRelationship
  /** The words by which the line was named. */
  readonly called: string
}

export function readRename(known: Known, words: readonly Word[]): Read<Rename> {
  const to = words.findIndex((word, i) => i > 1 && isWord(word, 'to'))
  if (to < 0 || to === words.length - 1) return faultAtEnd(words, 'I look for: rename Trip to Journey.')
  const what = afterArticle(words.slice(1, to))
  const name = textOf(words.slice(to + 1))
  const { card, fact } = factOf(known.entities, what)
  if (card) return read({ kind: 'rename', of: card, fact, to: name })
  const { lines, fact: carried } = lineOrWhatItCarries(known, what)
  if (lines.length !== 1)
    return fault(
      words.slice(1, to),
      lines.length > 1 ? `Several lines are called ${textOf(what)}.` : `Nothing is called ${textOf(what)}.`,
    )
  return read({ kind: 'rename', line: lines[0]!, called: textOf(what), fact: carried, to: name })
}

/** "width of Drawer", "Drawer": the card, and which of its facts. */
export function factOf(
  entities: Known['entities'],
  words: readonly Word[],
): { readonly card: NameRead | undefined; readonly fact: string } {
  const whole = knownName(entities, words)
  if (whole?.length === words.length) return { card: whole, fact: '' }
  const of = words.findLastIndex((word, i) => i > 0 && isWord(word, 'of', 'from'))
  const own = of < 0 ? [] : afterArticle(words.slice(of + 1))
  const card = of < 0 ? undefined : knownName(entities, own)
  return card?.length === own.length
    ? { card, fact: textOf(words.slice(0, of)) }
    : { card: undefined, fact: '' }
}

export function writeRename(diagram: Diagram, rename: Rename): Written {
  return 'line' in rename
    ? renamedLine(diagram, rename.line, rename)
    : renamedCard(diagram, findEntityById(diagram, rename.of.entity!.id)!, rename)
}

function renamedCard(diagram: Diagram, card: DiagramEntity, { fact, to }: Rename): Written {
  if (card.given) return { refusal: `${card.name} is given by the exercise.` }
  if (fact !== '') return renamedFact(diagram, card, card.name, { fact, to })
  const twin = diagram.entities.find(other => other.id !== card.id && isSameName(other.name, to))
  if (twin) return { refusal: `${twin.name} is there already.` }
  return renamed(changeEntity(diagram, card.id, { name: to }), card.name, to, [card.id])
}

/** The verb phrase of a line in the direction that was named, or a fact that it carries. */
function renamedLine(diagram: Diagram, line: DiagramRelationship, { fact, called, to }: LineRename): Written {
  if (line.given) return { refusal: 'That relationship is given by the exercise.' }
  if (fact !== '') return renamedFact(diagram, line, line.name || line.back, { fact, to })
  const which = (['name', 'back', 'table'] as const).find(key => isSameName(line[key] ?? '', called))
  if (!which)
    return { refusal: `I look for its verb phrase alone: rename ${line.name || line.back} to ${to}.` }
  return renamed(changeRelationship(diagram, line.id, { [which]: to }), line[which]!, to, [])
}

function renamedFact(
  diagram: Diagram,
  owner: DiagramEntity | DiagramRelationship,
  name: string,
  { fact, to }: Pick<Rename, 'fact' | 'to'>,
): Written {
  const own = owner.attributes.find(attribute => isSameName(attribute.name, fact))
  if (!own) return { refusal: `${name} has no fact called ${fact}.` }
  const twin = owner.attributes.find(other => other !== own && isSameName(other.name, to))
  if (twin) return { refusal: `${twin.name} is there already.` }
  const facts = owner.attributes.map((other): DiagramAttribute =>
    other === own ? { ...own, name: to } : other,
  )
  const touched = 'ends' in owner ? [] : [owner.id]
  return renamed(changeFacts(diagram, owner.id, facts), own.name, to, touched)
}

const renamed = (diagram: Diagram, from: string, to: string, touched: readonly string[]): Written => ({
  diagram,
  said: [`${from} will be called ${to}`],
  touched,
})
