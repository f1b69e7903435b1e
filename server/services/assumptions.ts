import type { Role, SavedAnswer } from '#shared/answers'
import type { Db } from '../repositories/database'
import { findAssumptions, keepAssumptions } from '../repositories/worksheets'
import { Refusal } from './problem'
import { countSave } from './save-limits'
import { begin } from './worksheets'

/**
 * Saves what a student takes for granted, on top of save `base`: it is handed in with the sheets, so only while the
 * exercise is open. One made on an older save is refused with what is saved now.
 */
export async function saveAssumptions(
  db: Db,
  exerciseId: string,
  personId: string,
  role: Role,
  { content, base }: { readonly content: string; readonly base: number },
  now = new Date(),
): Promise<SavedAnswer> {
  countSave(personId, now)
  const worksheetId = await begin(db, exerciseId, personId, role, now)
  const number = await keepAssumptions(db, worksheetId, { content, base, at: now })
  if (number !== null) return { number, savedAt: now.toISOString() }
  const latest = await findAssumptions(db, worksheetId)
  if (latest.content === content) return { number: latest.number, savedAt: latest.savedAt ?? '' }
  throw new Refusal(409, 'stale', 'This was also changed in another window. Look at both.', latest)
}
