import type { Sheet } from '@nomenklatura/core/findings'
import WorkDependencies from './dependencies/WorkDependencies.vue'
import WorkDiagram from './diagram/WorkDiagram.vue'
import { BOARD_KEYS } from './diagram/keys'
import WorkDictionary from './dictionary/WorkDictionary.vue'
import WorkScript from './script/WorkScript.vue'
import { SCRIPT_KEYS } from './script/keys'
import type { SheetView } from './view'

/** How each sheet is worked on: one that is missing here does not compile. */
export const SHEET_VIEWS: Readonly<Record<Sheet, SheetView>> = {
  dependencies: { component: WorkDependencies, keys: [] },
  dictionary: { component: WorkDictionary, keys: [] },
  diagram: { component: WorkDiagram, keys: BOARD_KEYS },
  script: { component: WorkScript, keys: SCRIPT_KEYS },
}
