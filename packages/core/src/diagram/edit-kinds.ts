import type { Diagram, DiagramKinds } from './document'
import { freshId } from './edit'

/**
 * Makes one card a kind of another: of the kinds that the other has already, else of new ones, of which each
 * may be at most one until it is said otherwise. Answers the kinds; empty where a card would be a kind of
 * itself, by however many steps.
 */
export function addKind(
  diagram: Diagram,
  general: string,
  special: string,
): { readonly diagram: Diagram; readonly id: string } {
  if (isKindOf(diagram, general, special)) return { diagram, id: '' }
  const known = diagram.kinds.find(kinds => kinds.general === general)
  if (known)
    return {
      id: known.id,
      diagram: changeKinds(diagram, known.id, { special: [...new Set([...known.special, special])] }),
    }
  const id = freshId(diagram, 'k')
  const kinds: DiagramKinds = { id, general, special: [special], isDisjoint: true, isTotal: false }
  return { id, diagram: { ...diagram, kinds: [...diagram.kinds, kinds] } }
}

/** Whether the one is the other, or a kind of it. */
function isKindOf(
  { kinds }: Pick<Diagram, 'kinds'>,
  special: string,
  general: string,
  seen: readonly string[] = [],
): boolean {
  if (special === general) return true
  return kinds
    .filter(each => each.special.includes(special) && !seen.includes(each.id))
    .some(each => isKindOf({ kinds }, each.general, general, [...seen, each.id]))
}

export function changeKinds(diagram: Diagram, id: string, change: Partial<DiagramKinds>): Diagram {
  const kinds = diagram.kinds
    .map(each => (each.id === id ? { ...each, ...change } : each))
    .filter(({ special }) => special.length > 0)
  return { ...diagram, kinds }
}

/** The cards that may become kinds of this one. */
export function possibleKinds(diagram: Diagram, id: string): string[] {
  const kinds = diagram.kinds.find(each => each.id === id)
  if (!kinds) return []
  return diagram.entities
    .map(entity => entity.id)
    .filter(card => !kinds.special.includes(card) && !isKindOf(diagram, kinds.general, card))
}
