import type { WorkOfAnswer } from '#shared/answers'
import { findCourse } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { latestRevision, type Exercise, type Revision } from '../repositories/exercises'
import { listGiven } from '../repositories/given'
import {
  handInsOf,
  listComments,
  listDecisions,
  listReleases,
  listReviews,
  findBringer,
  findHandIn,
  type TurnedIn,
} from '../repositories/hand-ins'
import { findMarking, listMarkingFaults } from '../repositories/markings'
import { findPerson, findRole } from '../repositories/people'
import { findWorksheet } from '../repositories/worksheets'
import { byHandOf, queueState, toldIn, totalsOf } from './class-state'
import { nameShown } from './anonymous'
import { pointsOf } from './marking'
import { notFound } from './problem'

/**
 * What one person made of an exercise, as those who teach read it: the attempts with what they came to. What
 * stood on the sheets is in their versions (`showVersions`).
 */
export async function showWorkOf(db: Db, exercise: Exercise, personId: string): Promise<WorkOfAnswer> {
  const [person, role, course, revision, worksheetId, handIns] = await Promise.all([
    findPerson(db, personId),
    findRole(db, exercise.courseId, personId),
    findCourse(db, exercise.courseId),
    latestRevision(db, exercise.id),
    findWorksheet(db, exercise.id, personId),
    handInsOf(db, exercise.id, personId),
  ])
  if (!person || (!role && !worksheetId && handIns.length === 0)) throw notFound()
  const { document } = revision
  return {
    personId,
    name: await nameOf(db, exercise, person, handIns.at(-1)),
    exercise: {
      id: exercise.id,
      title: document.title,
      courseId: exercise.courseId,
      courseName: course!.name,
      timeZone: course!.timeZone,
    },
    sheets: document.sheets,
    hasBegun: worksheetId !== undefined,
    closures: document.relation?.asks.closures ?? [],
    attempts: await Promise.all(handIns.map(handIn => attemptOf(db, exercise, revision, handIn))),
  }
}

/** A name, or the number of the last hand-in where it is marked without names. */
async function nameOf(
  db: Db,
  exercise: Exercise,
  { name }: { readonly name: string },
  last: TurnedIn | undefined,
): Promise<string> {
  if (!last) return name
  const releases = await listReleases(db, [last.id])
  return nameShown(exercise, { number: last.number, name }, releases.get(last.id))
}

async function attemptOf(
  db: Db,
  exercise: Exercise,
  revision: Revision,
  { id, number, attempt, handedInAt, isAutomatic }: TurnedIn,
): Promise<WorkOfAnswer['attempts'][number]> {
  const [handIn, broughtInBy, marking, decisions, given, reviews, releases, comments, faults] =
    await Promise.all([
      findHandIn(db, id),
      findBringer(db, id),
      findMarking(db, id, revision.id),
      listDecisions(db, [id]),
      listGiven(db, [id]),
      listReviews(db, [id]),
      listReleases(db, [id]),
      listComments(db, id),
      listMarkingFaults(db, [id]),
    ])
  const lateBySeconds = handIn!.lateBySeconds
  const points = marking
    ? pointsOf(exercise, revision, marking.verdicts, byHandOf(decisions, given), lateBySeconds)
    : null
  return {
    id,
    number,
    attempt,
    handedInAt,
    lateBySeconds,
    isAutomatic,
    broughtInBy,
    state: queueState(points, reviews.get(id), releases.get(id), faults.get(id)),
    points: points && totalsOf(points),
    told: toldIn(releases.get(id)),
    comments,
  }
}
