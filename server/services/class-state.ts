import type { Points, Total } from '@nomenklatura/core/marking'
import type { GivenLine, QueueLine, QueueState, Totals } from '#shared/answers'
import { askAll, type Db } from '../repositories/database'
import { findExercise, latestRevision, type Exercise, type Revision } from '../repositories/exercises'
import { listGiven, type GivenVersion } from '../repositories/given'
import {
  listAll,
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
import { totalOnce, type KnownByHand } from './known-totals'
import { pointsOf } from './marking'
import { notFound } from './problem'

export interface ClassState {
  readonly exercise: Exercise
  readonly revision: Revision
  readonly handIns: readonly ListedHandIn[]
  readonly markings: ReadonlyMap<string, ListedMarking>
  readonly decisions: ReadonlyMap<string, readonly Decision[]>
  readonly given: ReadonlyMap<string, readonly GivenVersion[]>
  readonly reviews: ReadonlyMap<string, Review>
  readonly releases: ReadonlyMap<string, Release>
  /** Why some could not be marked. */
  readonly faults: ReadonlyMap<string, string>
  /** How many verdicts are asked about and not answered. */
  readonly asks: ReadonlyMap<string, number>
}

/**
 * Everything about the hand-ins of an exercise that count, one of each student, in ten queries whatever the size of
 * the class.
 */
export async function classState(db: Db, exerciseId: string): Promise<ClassState> {
  const exercise = await findExercise(db, exerciseId)
  if (!exercise) throw notFound()
  const [revision, handIns] = await askAll(db, [
    () => latestRevision(db, exerciseId),
    () => (exercise.counted === 'best' ? listAll(db, exerciseId) : listLatest(db, exerciseId)),
  ])
  const ids = handIns.map(({ id }) => id)
  const [markings, decisions, given, reviews, releases, faults, asks] = await askAll(db, [
    () => listMarkings(db, exerciseId, revision.id),
    () => listDecisions(db, ids),
    () => listGiven(db, ids),
    () => listReviews(db, ids),
    () => listReleases(db, ids),
    () => listMarkingFaults(db, ids),
    () => countOpenQuestions(db, ids),
  ])
  const state = {
    exercise,
    revision,
    handIns: underShownNames(exercise, handIns, releases),
    markings,
    decisions: groupByHandIn(decisions),
    given: groupByHandIn(given),
    reviews,
    releases,
    faults,
    asks,
  }
  return exercise.counted === 'best' ? { ...state, handIns: bestOf(state) } : state
}

/**
 * Of each student the hand-in that comes to most for certain, the later of two; while none is marked, the last.
 */
function bestOf(state: ClassState): ListedHandIn[] {
  const best = new Map<string, { handIn: ListedHandIn; got: number }>()
  for (const handIn of state.handIns.toSorted((a, b) => a.attempt - b.attempt)) {
    const got = totalIn(state, handIn)?.got ?? -1
    const other = best.get(handIn.personId)
    if (!other || got >= other.got) best.set(handIn.personId, { handIn, got })
  }
  const counting = new Set([...best.values()].map(({ handIn }) => handIn.id))
  return state.handIns.filter(({ id }) => counting.has(id))
}

export function groupByHandIn<Line extends { readonly handInId: string }>(
  lines: readonly Line[],
): Map<string, Line[]> {
  const groups = new Map<string, Line[]>()
  for (const line of lines) {
    const group = groups.get(line.handInId)
    if (group) group.push(line)
    else groups.set(line.handInId, [line])
  }
  return groups
}

/** The decisions that stand. */
export const overridesOf = (decisions: readonly Decision[]) =>
  decisions.flatMap(({ override }) => (override ? [override] : []))

/** The points by hand that stand. */
export const givenOf = (versions: readonly GivenVersion[]): GivenLine[] =>
  versions.flatMap(({ given }) => given ?? [])

/** What was decided and given by hand. */
export const byHandOf = (decisions: readonly Decision[], versions: readonly GivenVersion[]): KnownByHand => ({
  overrides: overridesOf(decisions),
  given: givenOf(versions),
})

/** The same of a hand-in of the class. */
export const byHandIn = ({ decisions, given }: ClassState, handInId: string): KnownByHand =>
  byHandOf(decisions.get(handInId) ?? [], given.get(handInId) ?? [])

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
    toGive: points?.account.filter(({ kind }) => kind === 'open criterion').length ?? 0,
    asks: state.asks.get(handIn.id) ?? 0,
    toPair: marking?.weakPairs ?? 0,
  }
}

/** What a hand-in has, with what is still open; null where it is not marked. */
export function totalIn(state: ClassState, { id, lateBySeconds }: ListedHandIn): Total | null {
  const marking = state.markings.get(id)
  return marking
    ? totalOnce(state.exercise, state.revision, marking, byHandIn(state, id), lateBySeconds)
    : null
}

/** The whole account of a hand-in that is marked. */
export function pointsIn(state: ClassState, { id, lateBySeconds }: ListedHandIn): Points {
  const { exercise, revision, markings } = state
  return pointsOf(exercise, revision, markings.get(id)!, byHandIn(state, id), lateBySeconds)
}
