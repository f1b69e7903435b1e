import { FREELY } from '@nomenklatura/core/exercise'
import type { GivenBody } from '#shared/requests'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { latestRevision, type Exercise } from '../repositories/exercises'
import { saveGiven } from '../repositories/given'
import type { HandIn } from '../repositories/hand-ins'
import { whereNotTold } from './decisions'
import { Refusal, notFound } from './problem'

/** Gives points for a criterion, or freely with a reason; null takes them back. `version` is what they were given on. */
export async function give(
  db: Db,
  exercise: Pick<Exercise, 'courseId'>,
  handIn: HandIn,
  criterion: string,
  { points, reason, version }: GivenBody,
  by: string,
): Promise<void> {
  await refuseUnfit(db, handIn, criterion, points, reason)
  await whereNotTold(db, handIn.id, async trx => {
    const thousandths = points === null ? null : Math.round(points * 1000)
    const isSaved = await saveGiven(trx, {
      handInId: handIn.id,
      criterion,
      thousandths,
      reason,
      base: version,
      by,
    })
    if (!isSaved)
      throw new Refusal(
        409,
        'given-meanwhile',
        'Somebody gave points for this meanwhile. Look at them again.',
      )
    await audit(trx, {
      courseId: exercise.courseId,
      personId: by,
      action: 'points.give',
      subject: handIn.id,
      detail: { criterion, points, reason },
    })
  })
}

async function refuseUnfit(
  db: Db,
  { exerciseId }: HandIn,
  criterion: string,
  points: number | null,
  reason: string,
): Promise<void> {
  if (criterion === FREELY) {
    if (points !== null && reason === '')
      throw new Refusal(422, 'no-reason', 'Say why: the student reads it.')
    return
  }
  const { document } = await latestRevision(db, exerciseId)
  const known = document.rubric.criteria?.find(({ id }) => id === criterion)
  if (!known) throw notFound()
  if (points !== null && (points < 0 || points > known.points))
    throw new Refusal(422, 'too-many', `From 0 to ${known.points} points can be given for this.`)
}
