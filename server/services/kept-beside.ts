import { CaseMarks } from '@nomenklatura/core/exercise'
import { RowTrialDocument } from '@nomenklatura/core/row-trial'
import type { Role, SavedAnswer } from '#shared/answers'
import type { Db } from '../repositories/database'
import { findSaveContext } from '../repositories/exercises'
import { findKept, keep, type KeptTable } from '../repositories/kept-beside'
import { Refusal, notFound } from './problem'
import { countSave } from './save-limits'
import { begin, visibleExercise } from './worksheets'

interface KeptKind {
  readonly table: KeptTable
  readonly document: { parse(value: unknown): unknown }
  readonly invalid: string
  readonly stale: string
}

/** What a person tries with rows. */
export const ROW_TRIAL: KeptKind = {
  table: 'row_trials',
  document: RowTrialDocument,
  invalid: 'What is tried with rows is not as it must be.',
  stale: 'Rows were also tried in another window. Look at both.',
}

/** What a person marks in the case. */
export const CASE_MARKS: KeptKind = {
  table: 'case_marks',
  document: CaseMarks,
  invalid: 'The marks in the case are not as they must be.',
  stale: 'The case was also marked in another window. Look at both.',
}

interface ToKeep {
  readonly exerciseId: string
  readonly personId: string
  readonly role: Role
  readonly content: string
  readonly base: number
}

/**
 * Keeps something beside a person's sheets, on top of save `base`: one made on an older save is refused with what
 * is kept now. It may be kept after closing, since it is not handed in.
 */
export async function saveBeside(
  db: Db,
  { table, document, invalid, stale }: KeptKind,
  { exerciseId, personId, role, content, base }: ToKeep,
  now = new Date(),
): Promise<SavedAnswer> {
  await visibleExercise(db, exerciseId, role)
  countSave(personId, now)
  try {
    document.parse(JSON.parse(content))
  } catch {
    throw new Refusal(422, 'invalid', invalid)
  }
  const context = await findSaveContext(db, exerciseId, personId)
  if (!context) throw notFound()
  const worksheetId = context.worksheetId ?? (await begin(db, exerciseId, personId, role, now))
  const number = await keep(db, table, worksheetId, { content, base, at: now })
  if (number !== null) return { number, savedAt: now.toISOString() }
  const latest = await findKept(db, table, worksheetId)
  if (latest.content === content) return { number: latest.number, savedAt: latest.savedAt ?? '' }
  throw new Refusal(409, 'stale', stale, latest)
}
