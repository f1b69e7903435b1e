import { findEntityById, type Diagram } from '../document'
import { changeEntity, changeFacts, isSameName } from '../edit'
import { afterArticle, knownName, type NameRead } from './names'
import { fault, faultAtEnd, read, type Known, type Read } from './read'
import { isWord, textOf, type Word } from './words'
import type { Written } from './written'

/** "rename Trip to Journey", "rename width of Drawer to breadth". */
export interface Rename {
  readonly kind: 'rename'
  readonly of: NameRead
  /** The fact that is meant; empty for the card itself. */
  readonly fact: string
  readonly to: string
}

export function readRename({ entities }: Known, words: readonly Word[]): Read<Rename> {
  const to = words.findIndex((word, i) => i > 1 && isWord(word, 'to'))
  if (to < 0 || to === words.length - 1) return faultAtEnd(words, 'I look for: rename Trip to Journey.')
  const what = afterArticle(words.slice(1, to))
  const { card, fact } = factOf(entities, what)
  if (!card) return fault(words.slice(1, to), `Nothing is called ${textOf(what)}.`)
  return read({ kind: 'rename', of: card, fact, to: textOf(words.slice(to + 1)) })
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

export function writeRename(diagram: Diagram, { of: { entity }, fact, to }: Rename): Written {
  const card = findEntityById(diagram, entity!.id)!
  if (card.given) return { refusal: `${card.name} is given by the exercise.` }
  const others = fact === '' ? diagram.entities : card.attributes
  const own = fact === '' ? card : card.attributes.find(({ name }) => isSameName(name, fact))
  if (!own) return { refusal: `${card.name} has no fact called ${fact}.` }
  const twin = [...others].find(other => other.id !== own.id && isSameName(other.name, to))
  if (twin) return { refusal: `${twin.name} is there already.` }
  const renamed =
    fact === ''
      ? changeEntity(diagram, card.id, { name: to })
      : changeFacts(
          diagram,
          card.id,
          card.attributes.map(other => (other.id === own.id ? { ...other, name: to } : other)),
        )
  return { diagram: renamed, said: [`${own.name} will be called ${to}`], touched: [card.id] }
}
