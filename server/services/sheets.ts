import { SHEETS, SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import {
  documentFaults,
  type AnswerDocument,
  type ExerciseDocument,
  type SheetsOfAnswer,
} from '@nomenklatura/core/exercise'
import { isOwnWork, sheetModule } from '@nomenklatura/core/sheets'
import type { Db } from '../repositories/database'
import { latestSheet, type SavedSheet } from '../repositories/worksheets'
import { Refusal } from './problem'
import { refuseBadSigns } from './signs'

export type SavedSheets = Readonly<Partial<Record<Sheet, SavedSheet>>>

/** What each person's own task is made from: the same person always has the same, another has another. */
export const seedOf = (exerciseId: string, personId: string): string => `${exerciseId}:${personId}`

/** What stands on each asked sheet: what was last saved, or last saved by a moment. */
export async function latestSheets(
  db: Db,
  worksheetId: string,
  asked: readonly Sheet[],
  by?: Date,
): Promise<SavedSheets> {
  const saved: Partial<Record<Sheet, SavedSheet>> = {}
  for (const sheet of asked) {
    const found = await latestSheet(db, worksheetId, sheet, by)
    if (found) saved[sheet] = found
  }
  return saved
}

/** Refuses content that is not what the sheet holds, and says where. */
export function checkContent(sheet: Sheet, content: string): void {
  if (sheet === 'script') return
  let value: unknown
  try {
    value = JSON.parse(content)
  } catch {
    throw new Refusal(422, 'invalid', 'The content of this sheet is not JSON.')
  }
  refuseBadSigns(value, SHEET_NAMES[sheet])
  const parsed = sheetModule(sheet).shape.safeParse(value)
  if (!parsed.success)
    throw new Refusal(
      422,
      'invalid',
      'Something on this sheet is not as it must be.',
      documentFaults(parsed.error),
    )
}

type Asked = Pick<ExerciseDocument, 'sheets' | 'begins'>

/** What a person has on a sheet: nothing, where it is as it began. */
function workOn(sheet: Sheet, saved: SavedSheets, { begins }: Asked): unknown {
  const { parse, empty } = sheetModule(sheet)
  const content = parse(saved[sheet]?.content ?? '')
  return isOwnWork(sheet, content, begins) ? content : empty
}

/** Whether nothing of the student's own stands on any sheet. */
export function isEmpty(saved: SavedSheets, document: Asked): boolean {
  return SHEETS.every(sheet => !sheetModule(sheet).hasOwn(workOn(sheet, saved, document)))
}

/** The answer that the asked sheets make. */
export function answerFrom(
  document: Asked,
  saved: SavedSheets,
  seed: string,
  assumptions = '',
): AnswerDocument {
  const { sheets } = document
  const written = sheets.map(sheet => [sheetModule(sheet).field, workOn(sheet, saved, document)])
  return {
    format: 'nomenklatura-answer',
    version: 1,
    script: '',
    ...(sheets.includes('dependencies') ? { seed } : {}),
    ...(assumptions.trim() === '' ? {} : { assumptions }),
    ...(Object.fromEntries(written) as Partial<SheetsOfAnswer>),
  }
}
