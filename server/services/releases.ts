import type { QueueState } from '#shared/answers'
import { isReady, standsOtherwise } from '#shared/queue'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import {
  lockHandIns,
  saveRelease,
  takeReleasesBack,
  type HandIn,
  type ListedHandIn,
} from '../repositories/hand-ins'
import { classState, overridesOf, queueLine, pointsIn, type ClassState } from './class-state'
import { Refusal } from './problem'

export interface ReleaseResult {
  readonly released: number
  readonly open: number
  readonly flagged: number
  readonly unmarked: number
}

/**
 * Releases what is ready, as it stands at one moment: the whole account is kept, so that nothing changed
 * later moves it. Hand-ins with open points, flagged or not yet marked stay behind and are counted. One that is
 * named and was told already is told anew, where it stands otherwise now.
 */
export async function release(
  db: Db,
  exerciseId: string,
  by: string,
  only?: readonly string[],
): Promise<ReleaseResult> {
  return db.transaction(async trx => {
    await lockHandIns(trx, { exercise_id: exerciseId })
    const state = await classState(trx, exerciseId)
    const chosen = state.handIns
      .filter(({ id }) => !only || only.includes(id))
      .map(handIn => ({ handIn, line: queueLine(state, handIn) }))
    const ready = chosen.filter(({ line }) => isReady(line) || (only !== undefined && standsOtherwise(line)))
    for (const { handIn } of ready) await tell(trx, state, handIn, by)
    await audit(trx, {
      courseId: state.exercise.courseId,
      personId: by,
      action: 'release',
      subject: exerciseId,
      detail: { count: ready.length },
    })
    const count = (...states: QueueState[]): number =>
      chosen.filter(({ line }) => states.includes(line.state)).length
    return {
      released: ready.length,
      open: count('to decide'),
      flagged: count('flagged'),
      unmarked: count('being marked', 'could not be marked'),
    }
  })
}

/** Keeps what a hand-in has now as what its student is told. */
async function tell(db: Db, state: ClassState, handIn: ListedHandIn, by: string): Promise<number> {
  const points = pointsIn(state, handIn)
  const told = { points, overrides: overridesOf(state.decisions.get(handIn.id) ?? []) }
  await saveRelease(db, { handInId: handIn.id, markingId: state.markings.get(handIn.id)!.id, told, by })
  return points.got
}

/** Tells the marks of one hand-in anew, as they stand now; answers the points. It is locked. */
export async function tellAnew(db: Db, { id, exerciseId }: HandIn, by: string): Promise<number> {
  const state = await classState(db, exerciseId)
  const handIn = state.handIns.find(other => other.id === id)
  if (!handIn || !state.markings.has(id))
    throw new Refusal(
      409,
      'not-the-last',
      'It is no longer what counts: a later hand-in does, or it is being marked.',
    )
  return tell(db, state, handIn, by)
}

/** Takes told marks back: all, or those of the hand-ins that are named. */
export async function takeMarksBack(
  db: Db,
  exercise: { id: string; courseId: string },
  by: string,
  only?: readonly string[],
): Promise<number> {
  return db.transaction(async trx => {
    const count = await takeReleasesBack(trx, exercise.id, only)
    await audit(trx, {
      courseId: exercise.courseId,
      personId: by,
      action: 'release.take-back',
      subject: exercise.id,
      detail: { count },
    })
    return count
  })
}
