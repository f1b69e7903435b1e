import type { Sheet } from '../findings'
import { dependencies } from './dependencies'
import { diagram } from './diagram'
import { dictionary } from './dictionary'
import type { SheetModule } from './module'
import { script } from './script'

/** What each sheet is: one that is missing here does not compile. */
export const SHEET = { dependencies, dictionary, diagram, script } satisfies Record<Sheet, object>

/** The same by name, for who treats all alike. */
export function sheetModule(sheet: Sheet): SheetModule<unknown> {
  return SHEET[sheet] as SheetModule<unknown>
}

export { scriptOptions } from './script'
export { readDiagramSheet } from './diagram'
export type { AnswerPlace, Cell, MarkedCell, PlacedReason } from './marked-cell'
export type { TableSheet } from './table-sheet'
export type { OwnSheetModule, SheetModule, TableSheetModule } from './module'
