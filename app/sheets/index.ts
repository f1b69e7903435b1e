import type { Sheet } from '@nomenklatura/core/findings'
import { dependenciesView } from './dependencies'
import { diagramView } from './diagram'
import { dictionaryView } from './dictionary'
import { scriptView } from './script'
import type { SheetView } from './view'

/** How each sheet is shown: one that is missing here does not compile. */
const VIEWS = {
  dependencies: dependenciesView,
  dictionary: dictionaryView,
  diagram: diagramView,
  script: scriptView,
} satisfies Record<Sheet, SheetView>

/** The same by name, for who treats all alike. */
export function sheetView(sheet: Sheet): SheetView<unknown> {
  return VIEWS[sheet] as SheetView<unknown>
}
