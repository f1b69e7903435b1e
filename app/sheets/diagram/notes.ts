import { checkDiagram, type Diagram } from '@nomenklatura/core/diagram'
import { toldAt } from '@nomenklatura/core/exercise'
import type { FindingCode } from '@nomenklatura/core/findings'
import type { SheetNotes } from '../view'

/** What a rule of the exercise may settle is told after a check. */
const WAITS: ReadonlySet<FindingCode> = new Set(['diagram.one-to-one'])

/** A diagram is checked as it is drawn, at the level where it is; a check adds what it says of another. */
export const diagramNotes: SheetNotes<Diagram> = {
  live: ({ content, worksheet: { helpLevel } }) =>
    toldAt(helpLevel, checkDiagram(content)).filter(({ code }) => !WAITS.has(code)),
  adds: ({ code }, live) => !live.some(note => note.code === code),
}
