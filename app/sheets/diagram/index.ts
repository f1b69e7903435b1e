import type { Diagram } from '@nomenklatura/core/diagram'
import type { SheetView } from '../view'
import EvidenceDiagram from './EvidenceDiagram.vue'
import HandedInDiagram from './HandedInDiagram.vue'
import SetDiagram from './SetDiagram.vue'
import WorkDiagram from './WorkDiagram.vue'
import { BOARD_KEYS } from './keys'
import { diagramNotes } from './notes'

export const diagramView: SheetView<Diagram> = {
  toMake: ({ level, starter }) =>
    `an entity-relationship diagram, to the ${level} level${starter ? ', beside what is given' : ''}`,
  work: WorkDiagram,
  keys: BOARD_KEYS,
  notes: diagramNotes,
  setting: SetDiagram,
  evidence: EvidenceDiagram,
  handedIn: HandedInDiagram,
  isWide: true,
}
