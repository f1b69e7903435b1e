import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import type { MyState } from '#shared/answers'
import type { Db } from '../repositories/database'
import { findAllowance, type AllowanceFor, type Exercise } from '../repositories/exercises'
import { handInsOf, listReleases, type Release, type TurnedIn } from '../repositories/hand-ins'
import { findWorksheet } from '../repositories/worksheets'

const DAY_MS = 86_400_000

/** The points of the rules that are asked. */
export function totalPoints({ rules }: ExerciseDocument): number {
  return (
    rules.filter(({ off }) => !off).reduce((sum, { points }) => sum + Math.round(points * 1000), 0) / 1000
  )
}

/** What is known of one student in one exercise; the hand-ins by attempt. */
export interface Known {
  readonly begun: boolean
  readonly handIns: readonly TurnedIn[]
  readonly release: Release | null
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
  const { begun, handIns, release, allowance } = known ?? (await lookUp(db, exercise.id, personId))
  const dueAt = allowance?.dueAt ?? exercise.dueAt
  const isReleased = release !== null && release.takenBackAt === null
  const last = handIns.at(-1)
  const handIn = last && (isReleased || !isOvertaken(last, dueAt)) ? last : undefined
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
  const last = handIns.at(-1)
  const release = last ? ((await listReleases(db, [last.id])).get(last.id) ?? null) : null
  return { begun: worksheet !== undefined, handIns, release, allowance }
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
