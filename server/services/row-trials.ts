import { isAllowed } from '@nomenklatura/core/instances'
import { isTriable, type TrialReport, type TrialWork } from '@nomenklatura/core/row-trial'
import type { Role } from '#shared/answers'
import { showInSandbox } from '../pool/engines'
import type { Db } from '../repositories/database'
import { Refusal } from './problem'
import { visibleExercise } from './worksheets'

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
