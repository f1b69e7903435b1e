import { saysTheSame, type ExerciseDocument, type SheetsOfAnswer } from '../exercise'
import type { Sheet, TableSheetName } from '../findings'
import { dependencies } from './dependencies'
import { diagram } from './diagram'
import { dictionary } from './dictionary'
import type { SheetModule, TableSheetModule, Given } from './module'
import { script } from './script'

/** What each sheet is: one that is missing here does not compile. */
export const SHEET = { dependencies, dictionary, diagram, script } satisfies Record<Sheet, object>

/** The same by name, for who treats all alike. */
export function sheetModule(sheet: Sheet): SheetModule<unknown> {
  return SHEET[sheet] as SheetModule<unknown>
}

/** What a sheet holds. */
export type ContentOf<S extends Sheet> = (typeof SHEET)[S]['empty']

/** Saved content as a person reads it; what this version cannot read stands as it is. */
export function readableContent(sheet: Sheet, text: string): string {
  const { parse, readable } = sheetModule(sheet)
  try {
    return readable(parse(text))
  } catch {
    return text
  }
}

export function tableSheetModule(sheet: TableSheetName): TableSheetModule<unknown> {
  return SHEET[sheet] as TableSheetModule<unknown>
}

/** What a student begins with on a sheet; undefined where that is nothing. */
export function beginningOf(sheet: Sheet, begins: ExerciseDocument['begins']): unknown {
  const { field, hasOwn } = sheetModule(sheet)
  const content = (begins as Partial<SheetsOfAnswer> | undefined)?.[field]
  return content !== undefined && hasOwn(content) ? content : undefined
}

/** Whether anything of the student's own stands on a sheet: not what is given, nor what it began with. */
export function isOwnWork(sheet: Sheet, content: unknown, begins: ExerciseDocument['begins']): boolean {
  const beginning = beginningOf(sheet, begins)
  return sheetModule(sheet).hasOwn(content) && (beginning === undefined || !saysTheSame(content, beginning))
}

/** The content of a sheet as it was saved: what is given where nothing was, or where it cannot be read. */
export function contentFrom(sheet: Sheet, text: string, given: Given): unknown {
  const { parse, begin, empty } = sheetModule(sheet)
  const nothing = beginningOf(sheet, given.begins) ?? begin?.(given) ?? empty
  if (text === '') return nothing
  try {
    return parse(text)
  } catch {
    return nothing
  }
}

export { MARKS_ON, type MarkableSheet, type MarksOnSheet } from './from-marks'
export { scriptOptions } from './script'
export { readDiagramSheet } from './diagram'
export type { AnswerPlace, Cell, MarkedCell, PlacedReason } from './marked-cell'
export type { DescribedTables, TableSheet } from './table-sheet'
export type { Given, SheetReading } from './module'
export type { OwnSheetModule, SheetModule, TableSheetModule } from './module'
