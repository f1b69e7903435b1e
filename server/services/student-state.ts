import { worthOf, type ExerciseDocument } from '@nomenklatura/core/exercise'
import type { MyState } from '#shared/answers'
import type { Db } from '../repositories/database'
import { findAllowance, type AllowanceFor, type Exercise } from '../repositories/exercises'
import { handInsOf, listReleases, type Release, type TurnedIn } from '../repositories/hand-ins'
import { findWorksheet } from '../repositories/worksheets'

const DAY_MS = 86_400_000

/** The points of the rules that are asked and of what people judge, without what is a bonus. */
export const totalPoints = ({ rules, rubric }: ExerciseDocument): number =>
  worthOf([...rules, ...(rubric.criteria ?? [])])

/** What is known of one student in one exercise; the hand-ins by attempt. */
export interface Known {
  readonly begun: boolean
  readonly handIns: readonly TurnedIn[]
  /** Of these hand-ins, by hand-in. */
  readonly releases: ReadonlyMap<string, Release>
  readonly allowance: AllowanceFor | undefined
}

/**
 * What stands between one student and one exercise: dates and attempts with this student's allowance, the
 * last hand-in, released points.
 */
export async function myState(
  db: Db,
  exercise: Exercise,
  personId: string,
  { now = new Date(), known }: { now?: Date; known?: Known | undefined } = {},
): Promise<MyState> {
  const { begun, handIns, releases, allowance } = known ?? (await lookUp(db, exercise.id, personId))
  const dueAt = allowance?.dueAt ?? exercise.dueAt
  const shown = handInShown(exercise, handIns, releases)
  const release = (shown && releases.get(shown.id)) ?? null
  const isReleased = release !== null && release.takenBackAt === null
  const handIn = shown && (isReleased || !isOvertaken(shown, dueAt)) ? shown : undefined
  return {
    begun,
    attemptsUsed: attemptsUsed(handIns) + (handIn?.isAutomatic && !isOpen(exercise, dueAt, now) ? 1 : 0),
    attempts: allowance?.attempts ?? exercise.attempts,
    dueAt,
    handedInAt: handIn?.handedInAt ?? null,
    handInId: handIn?.id ?? null,
    handInNumber: handIn?.number ?? null,
    isAutomatic: handIn?.isAutomatic ?? false,
    isAtInstructor: handIn?.couldNotBeMarked ?? false,
    points: isReleased ? release.points : null,
    takenBack: release !== null && !isReleased,
  }
}

/** The last hand-in; where the best counts, that of which most was told, as long as something is. */
function handInShown(
  { counted }: Pick<Exercise, 'counted'>,
  handIns: readonly TurnedIn[],
  releases: ReadonlyMap<string, Release>,
): TurnedIn | undefined {
  const got = ({ id }: TurnedIn): number => {
    const release = releases.get(id)
    return release && release.takenBackAt === null ? release.points.got : -1
  }
  const last = handIns.at(-1)
  return counted === 'best'
    ? handIns.reduce((best, one) => (best && got(best) > got(one) ? best : one), last)
    : last
}

/** Attempts are what somebody hands in; what is handed in for them takes none, as long as more may come. */
export function attemptsUsed(handIns: readonly Pick<TurnedIn, 'isAutomatic'>[]): number {
  return handIns.filter(({ isAutomatic }) => !isAutomatic).length
}

/** Handed in at a due moment that is no longer theirs: with a later date the work goes on. */
function isOvertaken({ isAutomatic, handedInAt }: TurnedIn, dueAt: string | null): boolean {
  return isAutomatic && (dueAt === null || handedInAt < dueAt)
}

async function lookUp(db: Db, exerciseId: string, personId: string): Promise<Known> {
  const worksheet = await findWorksheet(db, exerciseId, personId)
  const handIns = await handInsOf(db, exerciseId, personId)
  const allowance = await findAllowance(db, exerciseId, personId)
  const releases = await listReleases(
    db,
    handIns.map(({ id }) => id),
  )
  return { begun: worksheet !== undefined, handIns, releases, allowance }
}

/** Until when this student may hand in, lateness included; null for ever. */
export function closingTime(exercise: Exercise, dueAt: string | null): Date | null {
  return dueAt === null ? null : new Date(Date.parse(dueAt) + exercise.lateDays * DAY_MS)
}

export function hasOpened(exercise: Exercise, now: Date): boolean {
  return exercise.opensAt === null || Date.parse(exercise.opensAt) <= now.getTime()
}

export function isOpen(exercise: Exercise, dueAt: string | null, now: Date): boolean {
  const closes = closingTime(exercise, dueAt)
  return hasOpened(exercise, now) && (closes === null || now <= closes)
}

/** The lateness of a hand-in in seconds, and the per cent it costs. */
export function lateness(dueAt: string | null, at: Date): number {
  return dueAt === null ? 0 : Math.max(0, Math.ceil((at.getTime() - Date.parse(dueAt)) / 1000))
}

export function lateLoss(exercise: Exercise, lateBySeconds: number): number {
  return lateBySeconds > 0 ? exercise.lateLoss : 0
}
