import type { Points, Total } from '@nomenklatura/core/marking'
import type { QueueLine, QueueState, Totals } from '#shared/answers'
import { askAll, type Db } from '../repositories/database'
import { findExercise, latestRevision, type Exercise, type Revision } from '../repositories/exercises'
import {
  listDecisions,
  listLatest,
  listReleases,
  listReviews,
  type Decision,
  type ListedHandIn,
  type Release,
  type Review,
} from '../repositories/hand-ins'
import { listMarkingFaults, listMarkings, type ListedMarking } from '../repositories/markings'
import { countOpenQuestions } from '../repositories/questions'
import { underShownNames } from './anonymous'
import { pointsOf, totalOf } from './marking'
import { notFound } from './problem'

export interface ClassState {
  readonly exercise: Exercise
  readonly revision: Revision
  readonly handIns: readonly ListedHandIn[]
  readonly markings: ReadonlyMap<string, ListedMarking>
  readonly decisions: ReadonlyMap<string, readonly Decision[]>
  readonly reviews: ReadonlyMap<string, Review>
  readonly releases: ReadonlyMap<string, Release>
  /** Why some could not be marked. */
  readonly faults: ReadonlyMap<string, string>
  /** How many verdicts are asked about and not answered. */
  readonly asks: ReadonlyMap<string, number>
}

/** Everything about the last hand-ins of an exercise, in nine queries whatever the size of the class. */
export async function classState(db: Db, exerciseId: string): Promise<ClassState> {
  const exercise = await findExercise(db, exerciseId)
  if (!exercise) throw notFound()
  const [revision, handIns] = await askAll(db, [
    () => latestRevision(db, exerciseId),
    () => listLatest(db, exerciseId),
  ])
  const ids = handIns.map(({ id }) => id)
  const [markings, decisions, reviews, releases, faults, asks] = await askAll(db, [
    () => listMarkings(db, exerciseId, revision.id),
    () => listDecisions(db, ids),
    () => listReviews(db, ids),
    () => listReleases(db, ids),
    () => listMarkingFaults(db, ids),
    () => countOpenQuestions(db, ids),
  ])
  return {
    exercise,
    revision,
    handIns: underShownNames(exercise, handIns, releases),
    markings,
    decisions: groupByHandIn(decisions),
    reviews,
    releases,
    faults,
    asks,
  }
}

function groupByHandIn(decisions: readonly Decision[]): Map<string, Decision[]> {
  const groups = new Map<string, Decision[]>()
  for (const decision of decisions) {
    const group = groups.get(decision.handInId)
    if (group) group.push(decision)
    else groups.set(decision.handInId, [decision])
  }
  return groups
}

/** The decisions that stand. */
export const overridesOf = (decisions: readonly Decision[]) =>
  decisions.flatMap(({ override }) => (override ? [override] : []))

export function queueState(
  points: Total | null,
  review: Review | undefined,
  release: Release | undefined,
  fault: string | undefined,
): QueueState {
  if (release && release.takenBackAt === null) return 'released'
  if (!points) return fault === undefined ? 'being marked' : 'could not be marked'
  if (review?.isFlagged) return 'flagged'
  if (points.open > 0) return 'to decide'
  return review?.lookedAtBy ? 'looked at' : 'ready'
}

/** Points without their account. */
export const totalsOf = ({ got, open, of }: Totals): Totals => ({ got, open, of })

/** What a student is told of the points of a hand-in; null where nothing is, or not any more. */
export const toldIn = (release: Release | undefined): Release['points'] | null =>
  release && release.takenBackAt === null ? release.points : null

/** A hand-in as the queue shows it. */
export function queueLine(state: ClassState, handIn: ListedHandIn): QueueLine {
  const { markings, reviews, releases, faults } = state
  const marking = markings.get(handIn.id)
  const points = totalIn(state, handIn)
  return {
    id: handIn.id,
    number: handIn.number,
    name: handIn.name,
    attempt: handIn.attempt,
    handedInAt: handIn.handedInAt,
    lateBySeconds: handIn.lateBySeconds,
    isAutomatic: handIn.isAutomatic,
    state: queueState(points, reviews.get(handIn.id), releases.get(handIn.id), faults.get(handIn.id)),
    lookedAtBy: reviews.get(handIn.id)?.lookedAtBy ?? null,
    points: points && totalsOf(points),
    told: toldIn(releases.get(handIn.id)),
    toDecide: points?.account.filter(({ kind }) => kind === 'open').length ?? 0,
    asks: state.asks.get(handIn.id) ?? 0,
    toPair: marking?.weakPairs ?? 0,
  }
}

/** What a hand-in has, with what is still open; null where it is not marked. */
export function totalIn(
  { exercise, revision, markings, decisions }: ClassState,
  handIn: ListedHandIn,
): Total | null {
  const marking = markings.get(handIn.id)
  return marking
    ? totalOf(exercise, revision, marking, overridesOf(decisions.get(handIn.id) ?? []), handIn.lateBySeconds)
    : null
}

/** The whole account of a hand-in that is marked. */
export function pointsIn(
  { exercise, revision, markings, decisions }: ClassState,
  handIn: ListedHandIn,
): Points {
  return pointsOf(
    exercise,
    revision,
    markings.get(handIn.id)!,
    overridesOf(decisions.get(handIn.id) ?? []),
    handIn.lateBySeconds,
  )
}
