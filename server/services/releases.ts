import type { QueueState } from '#shared/answers'
import { isReady, standsOtherwise } from '#shared/queue'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { lockHandIns, saveRelease, takeReleasesBack } from '../repositories/hand-ins'
import { classState, overridesOf, queueLine, pointsIn } from './class-state'

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
    for (const { handIn } of ready) {
      const told = {
        points: pointsIn(state, handIn),
        overrides: overridesOf(state.decisions.get(handIn.id) ?? []),
      }
      await saveRelease(trx, { handInId: handIn.id, markingId: state.markings.get(handIn.id)!.id, told, by })
    }
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
