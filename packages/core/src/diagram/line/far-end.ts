import { findEntityById, type Diagram, type DiagramRelationship } from '../document'
import { isSameName } from '../edit'
import { isCalled } from './names'
import { isWord, textOf, type Word } from './words'

/** A line of two as it is seen from one of its cards: `at` is the end of that card. */
export interface Seen {
  readonly relationship: DiagramRelationship
  readonly at: 0 | 1
}

/**
 * The lines from a card whose far end is called so, by its role or its card: "keeper", or, where several lead
 * there, "keeper it is kept by".
 */
export function linesTo(diagram: Diagram, from: string, words: readonly Word[]): Seen[] {
  const it = words.findIndex((word, i) => i > 0 && isWord(word, 'it'))
  const [name, verb] = it < 0 ? [words, ''] : [words.slice(0, it), textOf(words.slice(it + 1))]
  return linesFrom(diagram, from).filter(({ relationship, at }) => {
    const far = relationship.ends[1 - at]!
    const card = findEntityById(diagram, far.entity)?.name ?? ''
    const said = at === 0 ? relationship.name : relationship.back
    return (isCalled(far.role, name) || isCalled(card, name)) && (verb === '' || isSameName(verb, said))
  })
}

export function linesFrom({ relationships }: Diagram, from: string): Seen[] {
  return relationships.flatMap(relationship =>
    relationship.ends.length === 2
      ? ([0, 1] as const).flatMap(at =>
          relationship.ends[at]!.entity === from ? [{ relationship, at }] : [],
        )
      : [],
  )
}
