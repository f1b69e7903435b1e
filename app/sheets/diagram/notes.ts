import { checkDiagram, type Diagram } from '@nomenklatura/core/diagram'
import { toldAt } from '@nomenklatura/core/exercise'
import type { SheetNotes } from '../view'

/** A diagram is checked as it is drawn, at the level where it is; a check adds what it says of another. */
export const diagramNotes: SheetNotes<Diagram> = {
  live: ({ content, worksheet: { helpLevel } }) => toldAt(helpLevel, checkDiagram(content)),
  adds: ({ code }, live) => !live.some(note => note.code === code),
}
