import { defaultInWords } from '../dictionary'
import type { Column, Reference } from '../schema'
import type { DiagramAttribute, DiagramEnd } from './document'

/** What a diagram says of a fact besides its type: how it begins, numbers itself, and is to be understood. */
export function marksOfColumn({
  default: standard,
  numbering,
  comment,
}: Column): Pick<DiagramAttribute, 'default' | 'numbering' | 'note'> {
  return {
    ...(standard === null || numbering ? {} : { default: defaultInWords(standard) }),
    ...(numbering ? { numbering: { start: Number(numbering.start), step: Number(numbering.step) } } : {}),
    ...(comment ? { note: comment } : {}),
  }
}

/** The actions of a reference that a diagram names: what every server does by itself is not said. */
export function actionsOf({
  onDelete,
  onUpdate,
}: Pick<Reference, 'onDelete' | 'onUpdate'>): Pick<DiagramEnd, 'onDelete' | 'onUpdate'> {
  return {
    ...(onDelete === 'no action' ? {} : { onDelete }),
    ...(onUpdate === 'no action' ? {} : { onUpdate }),
  }
}
