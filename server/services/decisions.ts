import type { Override } from '@nomenklatura/core/marking'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { findExercise, latestRevision, type Exercise } from '../repositories/exercises'
import {
  deleteComment,
  insertComment,
  listDecisions,
  listReleases,
  lockHandIns,
  saveDecision,
  saveReview,
  type HandIn,
} from '../repositories/hand-ins'
import { Refusal, notFound } from './problem'

/**
 * Decides a cell by hand, or (verdict null) gives it back to the engine. `version` is the decision it was
 * made on.
 */
export async function decide(
  db: Db,
  handIn: HandIn,
  cell: { rule: string; sheet: string },
  { verdict, reason, version }: { verdict: Override['verdict'] | null; reason: string; version: number },
  by: string,
): Promise<void> {
  const exercise = await findExercise(db, handIn.exerciseId)
  await decideIn(db, exercise!, handIn, cell, { verdict, reason, version }, by)
}

/** As `decide`, where the exercise is known. */
export async function decideIn(
  db: Db,
  exercise: Exercise,
  handIn: HandIn,
  cell: { readonly rule: string; readonly sheet: string },
  { verdict, reason, version }: { verdict: Override['verdict'] | null; reason: string; version: number },
  by: string,
): Promise<void> {
  await refuseUnknownCell(db, handIn, cell)
  await whereNotTold(db, handIn.id, trx =>
    keep(trx, exercise, handIn, cell, { verdict, reason, version }, by),
  )
}

/** Changes what a hand-in comes to, while its marks are not told and nobody tells them meanwhile. */
export async function whereNotTold(
  db: Db,
  handInId: string,
  change: (trx: Db) => Promise<void>,
): Promise<void> {
  await db.transaction(async trx => {
    await lockHandIns(trx, { id: handInId })
    const released = (await listReleases(trx, [handInId])).get(handInId)
    if (released?.takenBackAt === null)
      throw new Refusal(409, 'released', 'Its marks are released: take them back to change them.')
    await change(trx)
  })
}

/** Sets a verdict over whatever was decided before, told or not. The hand-in is locked. */
export async function setVerdict(
  db: Db,
  exercise: Exercise,
  handIn: HandIn,
  cell: { readonly rule: string; readonly sheet: string },
  { verdict, reason }: { verdict: Override['verdict']; reason: string },
  by: string,
): Promise<void> {
  await refuseUnknownCell(db, handIn, cell)
  const last = (await listDecisions(db, [handIn.id])).find(
    ({ rule, sheet }) => rule === cell.rule && sheet === cell.sheet,
  )
  await keep(db, exercise, handIn, cell, { verdict, reason, version: last?.version ?? 0 }, by)
}

async function refuseUnknownCell(
  db: Db,
  { exerciseId }: HandIn,
  cell: { readonly rule: string; readonly sheet: string },
): Promise<void> {
  const { document } = await latestRevision(db, exerciseId)
  if (
    !document.rules.some(({ id, off }) => id === cell.rule && !off) ||
    !(document.sheets as readonly string[]).includes(cell.sheet)
  )
    throw notFound()
}

async function keep(
  db: Db,
  exercise: Exercise,
  handIn: HandIn,
  cell: { readonly rule: string; readonly sheet: string },
  { verdict, reason, version }: { verdict: Override['verdict'] | null; reason: string; version: number },
  by: string,
): Promise<void> {
  const saved = await saveDecision(db, {
    handInId: handIn.id,
    ...cell,
    verdict,
    reason: verdict === null ? null : reason,
    base: version,
    by,
  })
  if (!saved)
    throw new Refusal(
      409,
      'decided-meanwhile',
      'Somebody decided this meanwhile. Look at it again, then decide.',
    )
  await audit(db, {
    courseId: exercise.courseId,
    personId: by,
    action: 'cell.decide',
    subject: handIn.id,
    detail: { ...cell, verdict, reason },
  })
}

export async function comment(
  db: Db,
  handInId: string,
  text: string,
  rule: string | null,
  by: string,
): Promise<void> {
  await insertComment(db, { handInId, rule, text, by })
}

export async function removeComment(db: Db, handInId: string, commentId: string): Promise<void> {
  if (!(await deleteComment(db, handInId, commentId))) throw notFound()
}

export async function review(
  db: Db,
  handInId: string,
  by: string,
  change: { lookedAt?: boolean | undefined; flagged?: boolean | undefined },
): Promise<void> {
  await saveReview(db, handInId, by, change)
}
