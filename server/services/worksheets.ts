import { personalExercise } from '@nomenklatura/core/marking'
import type { AskedSheet, Role, SavedAnswer, SheetContent, WorksheetAnswer } from '#shared/answers'
import { SHEETS, SHEET_NAMES } from '#shared/sheets'
import { findCourse } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { findExercise, latestRevision, type Exercise } from '../repositories/exercises'
import { beginWorksheet, findWorksheet, insertSheet, keepStale, latestSheet, lockWorksheet, type SavedSheet } from '../repositories/worksheets'
import { scheduleOf } from './exercises'
import { Refusal, notFound } from './problem'
import { checkContent, latestSheets, seedOf, toStudentRelation, type SavedSheets } from './sheets'
import { closingTime, isOpen, myState, totalPoints } from './student-state'

/** Staff may try any exercise as a student; students see the published ones only. */
export async function visibleExercise(db: Db, exerciseId: string, role: Role): Promise<Exercise> {
  const exercise = await findExercise(db, exerciseId)
  if (!exercise || (role === 'student' && exercise.state !== 'published')) throw notFound()
  return exercise
}

export async function showWorksheet(db: Db, exerciseId: string, personId: string, role: Role, now = new Date()): Promise<WorksheetAnswer> {
  const exercise = await visibleExercise(db, exerciseId, role)
  const [course, { document }, mine, worksheetId] = await Promise.all([
    findCourse(db, exercise.courseId), latestRevision(db, exerciseId), myState(db, exercise, personId), findWorksheet(db, exerciseId, personId),
  ])
  const opened = role !== 'student' || exercise.opensAt === null || Date.parse(exercise.opensAt) <= now.getTime()
  const saved = worksheetId ? await latestSheets(db, worksheetId, document.sheets) : undefined
  const relation = opened ? toStudentRelation(personalExercise(document, seedOf(exerciseId, personId))) : null
  return {
    exerciseId, course: course!, title: document.title, brief: opened ? document.brief : '', starter: opened ? document.starter : null, helpLevel: document.helpLevel,
    schedule: scheduleOf(exercise), closedAt: closingTime(exercise, mine.dueAt)?.toISOString() ?? null, isOpen: role !== 'student' || isOpen(exercise, mine.dueAt, now),
    points: totalPoints(document), mine, isPreview: role !== 'student',
    asked: SHEETS.filter(sheet => document.sheets.includes(sheet)), level: document.level ?? 'logical', script: { dialect: document.dialect, dialects: document.dialects ?? [], habits: document.habits ?? null }, relation, rows: opened ? document.rows ?? null : null, sheets: saved ? contents(document.sheets, saved) : null,
  }
}

function contents(asked: readonly AskedSheet[], saved: SavedSheets): Partial<Record<AskedSheet, SheetContent>> {
  return Object.fromEntries(asked.map(sheet => [sheet, saved[sheet] ?? { content: '', number: 0, savedAt: null }]))
}

export async function begin(db: Db, exerciseId: string, personId: string, role: Role, now = new Date()): Promise<void> {
  const exercise = await visibleExercise(db, exerciseId, role)
  await refuseIfClosed(db, exercise, personId, role, now)
  await beginWorksheet(db, exerciseId, personId, now)
}

async function refuseIfClosed(db: Db, exercise: Exercise, personId: string, role: Role, now: Date): Promise<void> {
  if (role !== 'student') return
  const { dueAt } = await myState(db, exercise, personId)
  if (!isOpen(exercise, dueAt, now)) throw new Refusal(409, 'closed', 'This exercise is not open now. What you wrote is kept.')
}

/**
 * Saves one sheet on top of revision `base`. A save made on an older one is refused with what is saved now, and kept beside it, so
 * that neither version is lost. Saving again what is already saved is no new revision.
 */
export async function saveSheet(
  db: Db, exerciseId: string, personId: string, role: Role, { sheet: name, content, base }: { sheet: string, content: string, base: number }, now = new Date(),
): Promise<SavedAnswer> {
  const exercise = await visibleExercise(db, exerciseId, role)
  await refuseIfClosed(db, exercise, personId, role, now)
  const sheet = (await latestRevision(db, exerciseId)).document.sheets.find(asked => asked === name)
  if (!sheet) throw notFound()
  checkContent(sheet, content)
  const worksheetId = await findWorksheet(db, exerciseId, personId) ?? await beginWorksheet(db, exerciseId, personId, now)
  const result = await db.transaction(async (trx): Promise<SavedAnswer | { stale: SavedSheet }> => {
    await lockWorksheet(trx, worksheetId)
    const latest = await latestSheet(trx, worksheetId, sheet)
    if (latest && latest.content === content) return { number: latest.number, savedAt: latest.savedAt }
    if ((latest?.number ?? 0) !== base) {
      await keepStale(trx, worksheetId, sheet, base, content)
      return { stale: latest! }
    }
    await insertSheet(trx, worksheetId, sheet, { number: base + 1, content, at: now })
    return { number: base + 1, savedAt: now.toISOString() }
  })
  if ('stale' in result) throw new Refusal(409, 'stale', `${SHEET_NAMES[sheet]} was also changed in another window. Both versions are kept.`, result.stale)
  return result
}
