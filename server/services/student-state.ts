import type { ExerciseDocument } from '@nomenklatura/core/formats'
import type { MyState } from '#shared/answers'
import type { Db } from '../repositories/database'
import { findAllowance, type Exercise } from '../repositories/exercises'
import { latestHandIn, listReleases, type HandIn, type Release } from '../repositories/hand-ins'
import { findWorksheet } from '../repositories/worksheets'

const DAY_MS = 86_400_000

/** The points of the rules that are asked. */
export function totalPoints({ rules }: ExerciseDocument): number {
  return rules.filter(({ off }) => !off).reduce((sum, { points }) => sum + Math.round(points * 1000), 0) / 1000
}

interface Known { readonly begun: boolean, readonly handIn: HandIn | null, readonly release: Release | null }

/** What stands between one student and one exercise: dates and attempts with this student's allowance, the last hand-in, released points. */
export async function myState(db: Db, exercise: Exercise, personId: string, known?: Known): Promise<MyState> {
  const allowance = await findAllowance(db, exercise.id, personId)
  const { begun, handIn, release } = known ?? await lookUp(db, exercise.id, personId)
  const isReleased = release !== null && release.takenBackAt === null
  return {
    begun,
    attemptsUsed: handIn?.attempt ?? 0,
    attempts: allowance?.attempts ?? exercise.attempts,
    dueAt: allowance?.dueAt ?? exercise.dueAt,
    handedInAt: handIn?.handedInAt ?? null,
    handInId: handIn?.id ?? null,
    isAutomatic: handIn?.isAutomatic ?? false,
    points: isReleased ? release.points : null,
    takenBack: release !== null && !isReleased,
  }
}

async function lookUp(db: Db, exerciseId: string, personId: string): Promise<Known> {
  const [worksheet, handIn] = await Promise.all([findWorksheet(db, exerciseId, personId), latestHandIn(db, exerciseId, personId)])
  const release = handIn ? (await listReleases(db, [handIn.id])).get(handIn.id) ?? null : null
  return { begun: worksheet !== undefined, handIn: handIn ?? null, release }
}

/** Until when this student may hand in, lateness included; null for ever. */
export function closingTime(exercise: Exercise, dueAt: string | null): Date | null {
  return dueAt === null ? null : new Date(Date.parse(dueAt) + exercise.lateDays * DAY_MS)
}

export function isOpen(exercise: Exercise, dueAt: string | null, now: Date): boolean {
  const closes = closingTime(exercise, dueAt)
  return (exercise.opensAt === null || Date.parse(exercise.opensAt) <= now.getTime()) && (closes === null || now <= closes)
}

/** The lateness of a hand-in in seconds, and the per cent it costs. */
export function lateness(dueAt: string | null, at: Date): number {
  return dueAt === null ? 0 : Math.max(0, Math.ceil((at.getTime() - Date.parse(dueAt)) / 1000))
}

export function lateLoss(exercise: Exercise, lateBySeconds: number): number {
  return lateBySeconds > 0 ? exercise.lateLoss : 0
}
