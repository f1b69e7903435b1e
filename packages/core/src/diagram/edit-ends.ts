import { MOST_ENDS, findRelationship, type Diagram, type DiagramEnd } from './document'
import { FREE_END, changeRelationship } from './edit'

/**
 * A further card takes part in a relationship. Where there were two, the questions are others then, and open:
 * how many of each for one of all the others.
 */
export function addEnd(diagram: Diagram, id: string, entity: string): Diagram {
  const relationship = findRelationship(diagram, id)
  if (!relationship || relationship.ends.length >= MOST_ENDS) return diagram
  const isTwo = relationship.ends.length === 2
  const ends = isTwo ? relationship.ends.map(opened) : relationship.ends
  return changeRelationship(diagram, id, {
    ends: [...ends, { entity, ...FREE_END }],
    ...(isTwo ? { name: relationship.name || relationship.back, back: '' } : {}),
  })
}

/** An end goes: not one of the last two. Where two are left, their questions are others, and open. */
export function removeEnd(diagram: Diagram, id: string, at: number): Diagram {
  const relationship = findRelationship(diagram, id)
  if (!relationship || relationship.ends.length <= 2) return diagram
  const left = relationship.ends.filter((_, i) => i !== at)
  return changeRelationship(diagram, id, { ends: left.length === 2 ? left.map(opened) : left })
}

const opened = ({ entity, role }: DiagramEnd): DiagramEnd => ({ entity, ...FREE_END, role })
