import { isAllowed } from '@nomenklatura/core/instances'
import { RowTrialDocument, isTriable, type TrialReport, type TrialWork } from '@nomenklatura/core/row-trial'
import type { Role, SavedAnswer } from '#shared/answers'
import { showInSandbox } from '../pool/engines'
import type { Db } from '../repositories/database'
import { findSaveContext } from '../repositories/exercises'
import { findRowTrial, keepRowTrial } from '../repositories/row-trials'
import { Refusal, notFound } from './problem'
import { countSave } from './save-limits'
import { begin, visibleExercise } from './worksheets'

/**
 * Keeps what a person tries with their worksheet, on top of save `base`: one made on an older save is refused
 * with what is kept now. It may be kept after closing, since it is not handed in.
 */
export async function saveRowTrial(
  db: Db,
  exerciseId: string,
  personId: string,
  role: Role,
  { content, base }: { readonly content: string; readonly base: number },
  now = new Date(),
): Promise<SavedAnswer> {
  await visibleExercise(db, exerciseId, role)
  countSave(personId, now)
  checkTrial(content)
  const context = await findSaveContext(db, exerciseId, personId)
  if (!context) throw notFound()
  const worksheetId = context.worksheetId ?? (await begin(db, exerciseId, personId, role, now))
  const number = await keepRowTrial(db, worksheetId, { content, base, at: now })
  if (number !== null) return { number, savedAt: now.toISOString() }
  const latest = await findRowTrial(db, worksheetId)
  if (latest.content === content) return { number: latest.number, savedAt: latest.savedAt ?? '' }
  throw new Refusal(409, 'stale', 'Rows were also tried in another window. Look at both.', latest)
}

function checkTrial(content: string): void {
  try {
    RowTrialDocument.parse(JSON.parse(content))
  } catch {
    throw new Refusal(422, 'invalid', 'What is tried with rows is not as it must be.')
  }
}

/** Who tries something just now: one at a time for each person, in this process. */
const trying = new Set<string>()

/** Runs a row trial here, for a browser that cannot. Statements of other kinds are refused, with all the rest. */
export async function tryRows(
  db: Db,
  exerciseId: string,
  personId: string,
  role: Role,
  work: TrialWork,
): Promise<TrialReport> {
  await visibleExercise(db, exerciseId, role)
  const isFine =
    work.tables.every(isAllowed) &&
    work.steps.every(({ statements }) => statements.every(text => isTriable(text)))
  if (!isFine) throw new Refusal(422, 'invalid', 'Only statements about tables and their rows are tried.')
  if (trying.has(personId))
    throw new Refusal(429, 'trying', 'What you tried last is still running: wait for it.')
  trying.add(personId)
  try {
    const report = await showInSandbox(work)
    if (!report)
      throw new Refusal(503, 'no-engine', 'No engine is there now to try rows on: try again later.')
    return report
  } finally {
    trying.delete(personId)
  }
}
