import { ENGINE_VERSION, markAnswer, markedPoints, type Marking, type MarkingSummary, type Override, type Points } from '@nomenklatura/core/marking'
import type { ProgressAnswer } from '#shared/answers'
import type { Db } from '../repositories/database'
import { findRevision, latestRevision, type Exercise, type Revision } from '../repositories/exercises'
import { findHandIn, findPinning, hasMarking, insertMarking, listLatest, listMarkings, listUnmarked } from '../repositories/hand-ins'
import { preparedFor } from './checking'
import { lateLoss } from './student-state'

/** One job: marks a hand-in under a revision of its exercise. Running it again changes nothing: a marking is stored once per key. */
export async function markHandIn(db: Db, handInId: string, revisionId: string): Promise<void> {
  const { version, pins } = await findPinning(db, handInId)
  if (await hasMarking(db, handInId, revisionId, ENGINE_VERSION, version)) return
  const [handIn, revision] = await Promise.all([findHandIn(db, handInId), findRevision(db, revisionId)])
  if (!handIn) return
  const marking = markAnswer(preparedOf(revision, handIn.answer.seed), handIn.answer, { pins })
  await insertMarking(db, handInId, revisionId, version, marking)
}

/** An exercise as it is read; with a seed, as one student has it. */
export function preparedOf(revision: Revision, seed?: string) {
  return preparedFor(`${revision.id}:${revision.number}`, revision.document, seed)
}

/** What still needs a marking: each student's last hand-in, under the newest revision. */
export async function unmarked(db: Db, exerciseId?: string): Promise<{ handInId: string, revisionId: string }[]> {
  return listUnmarked(db, ENGINE_VERSION, exerciseId)
}

/** The points of a marking under its revision, with the decisions made by hand and the late policy. */
export function pointsOf(exercise: Exercise, revision: Revision, marking: MarkingSummary | Marking, overrides: readonly Override[], lateBySeconds: number): Points {
  return markedPoints(preparedOf(revision), marking.cells, overrides, lateLoss(exercise, lateBySeconds))
}

export async function progress(db: Db, exerciseId: string): Promise<ProgressAnswer> {
  const [revision, handIns] = await Promise.all([latestRevision(db, exerciseId), listLatest(db, exerciseId)])
  const markings = await listMarkings(db, exerciseId, revision.id)
  return { marked: handIns.filter(({ id }) => markings.has(id)).length, of: handIns.length }
}
