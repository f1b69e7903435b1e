import { shownPictures } from '@nomenklatura/core/exercise'
import { SHEETS, SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import type { Role, SavedAnswer, SheetContent, WorksheetAnswer } from '#shared/answers'
import { toStudentRelation } from '#shared/student-relation'
import { findCourse } from '../repositories/courses'
import type { Db } from '../repositories/database'
import {
  findExercise,
  findSaveContext,
  holdExercise,
  latestRevision,
  type Exercise,
  findPrepared,
  type Revision,
} from '../repositories/exercises'
import { NOTHING_KEPT, findKept } from '../repositories/kept-beside'
import {
  beginWorksheet,
  findAssumptions,
  findWorksheet,
  insertSheet,
  keepLate,
  keepStale,
  latestSheet,
  lockWorksheet,
  type SavedSheet,
} from '../repositories/worksheets'
import { scheduleOf } from './exercises'
import { personalDocument } from './marking'
import { Refusal, notFound } from './problem'
import { checkRoom, countSave } from './save-limits'
import { checkContent, latestSheets, seedOf, type SavedSheets } from './sheets'
import { closingTime, hasOpened, isOpen, myState, totalPoints } from './student-state'

/** Staff may try any exercise as a student; students see the published ones only. */
export async function visibleExercise(db: Db, exerciseId: string, role: Role): Promise<Exercise> {
  const exercise = await findExercise(db, exerciseId)
  if (!exercise || !isVisible(exercise, role)) throw notFound()
  return exercise
}

/** What a person works on: a student what counts, who teaches what is prepared, as long as something is. */
export async function revisionFor(db: Db, exerciseId: string, role: Role): Promise<Revision> {
  const prepared = role === 'student' ? undefined : await findPrepared(db, exerciseId)
  return prepared ?? latestRevision(db, exerciseId)
}

const isVisible = ({ state }: Exercise, role: Role): boolean => role !== 'student' || state === 'published'

export async function showWorksheet(
  db: Db,
  exerciseId: string,
  personId: string,
  role: Role,
  now = new Date(),
): Promise<WorksheetAnswer> {
  const exercise = await visibleExercise(db, exerciseId, role)
  const [course, { document, isPrepared }, mine, worksheetId] = await Promise.all([
    findCourse(db, exercise.courseId),
    revisionFor(db, exerciseId, role),
    myState(db, exercise, personId, { now }),
    findWorksheet(db, exerciseId, personId),
  ])
  const opened = role !== 'student' || hasOpened(exercise, now)
  const saved = worksheetId ? await latestSheets(db, worksheetId, document.sheets) : undefined
  const [rowTrial, caseMarks] = worksheetId
    ? await Promise.all([findKept(db, 'row_trials', worksheetId), findKept(db, 'case_marks', worksheetId)])
    : [NOTHING_KEPT, NOTHING_KEPT]
  const assumptions = worksheetId ? await findAssumptions(db, worksheetId) : NOTHING_KEPT
  const { relation } = opened ? await personalDocument(document, seedOf(exerciseId, personId)) : {}
  return {
    personId,
    exerciseId,
    course: course!,
    title: document.title,
    brief: opened ? document.brief : '',
    pictures: opened ? shownPictures(document.brief, document.pictures ?? []) : [],
    starter: opened ? document.starter : null,
    begins: (opened && document.begins) || null,
    helpLevel: document.helpLevel,
    schedule: scheduleOf(exercise),
    closedAt: closingTime(exercise, mine.dueAt)?.toISOString() ?? null,
    isOpen: role !== 'student' || isOpen(exercise, mine.dueAt, now),
    points: totalPoints(document),
    mine,
    isPreview: role !== 'student',
    triesPrepared: isPrepared,
    asked: SHEETS.filter(sheet => document.sheets.includes(sheet)),
    level: document.level ?? 'logical',
    script: { dialect: document.dialect, dialects: document.dialects ?? [], habits: document.habits ?? null },
    relation: relation ? toStudentRelation(relation) : null,
    named: opened && document.helpLevel === 'practice' ? (document.named ?? []) : [],
    rows: opened ? (document.rows ?? []) : [],
    sheets: saved ? contents(document.sheets, saved) : null,
    rowTrial,
    caseMarks,
    assumptions,
  }
}

function contents(asked: readonly Sheet[], saved: SavedSheets): Partial<Record<Sheet, SheetContent>> {
  return Object.fromEntries(asked.map(sheet => [sheet, saved[sheet] ?? NOTHING_KEPT]))
}

/** Begins a worksheet while the exercise is held: it is not taken back meanwhile. */
export async function begin(
  db: Db,
  exerciseId: string,
  personId: string,
  role: Role,
  now = new Date(),
): Promise<string> {
  return db.transaction(async trx => {
    const exercise = await holdExercise(trx, exerciseId)
    if (!exercise || !isVisible(exercise, role)) throw notFound()
    if (role === 'student' && !isOpen(exercise, (await myState(trx, exercise, personId, { now })).dueAt, now))
      throw closed()
    return beginWorksheet(trx, exerciseId, personId, now)
  })
}

const closed = (): Refusal =>
  new Refusal(409, 'closed', 'This exercise is not open now. What you wrote is kept.')

interface ToSave {
  readonly sheet: string
  readonly content: string
  readonly base: number
}

/**
 * Saves one sheet on top of revision `base`. A save made on an older one is refused with what is saved now,
 * and kept beside it, so that neither version is lost; one that arrives after closing is refused and kept
 * beside what counts. Saving again what is already saved is no new revision.
 */
export async function saveSheet(
  db: Db,
  exerciseId: string,
  personId: string,
  role: Role,
  { sheet: name, content, base }: ToSave,
  now = new Date(),
): Promise<SavedAnswer> {
  countSave(personId, now)
  const context = await findSaveContext(db, exerciseId, personId)
  if (!context || !isVisible(context.exercise, role)) throw notFound()
  const { exercise, dueAt, worksheetId: known } = context
  const sheet = context.sheets.find(asked => asked === name)
  if (!sheet) throw notFound()
  checkContent(sheet, content)
  const isClosed = role === 'student' && !isOpen(exercise, dueAt, now)
  if (isClosed && (known === null || !hasOpened(exercise, now))) throw closed()
  const worksheetId = known ?? (await begin(db, exerciseId, personId, role, now))
  await checkRoom(db, personId, { worksheetId, storedBytes: context.storedBytes, content, now })
  if (isClosed) return refuseAndKeep(db, worksheetId, sheet, { base, content, at: now })
  const result = await db.transaction(trx => saveOnTop(trx, worksheetId, sheet, { base, content, at: now }))
  if ('stale' in result)
    throw new Refusal(
      409,
      'stale',
      `${SHEET_NAMES[sheet]} was also changed in another window. Both versions are kept.`,
      result.stale,
    )
  return result
}

interface Save {
  readonly base: number
  readonly content: string
  readonly at: Date
}

async function saveOnTop(
  db: Db,
  worksheetId: string,
  sheet: Sheet,
  { base, content, at }: Save,
): Promise<SavedAnswer | { stale: SavedSheet }> {
  await lockWorksheet(db, worksheetId)
  const latest = await latestSheet(db, worksheetId, sheet)
  if (latest && latest.content === content) return { number: latest.number, savedAt: latest.savedAt }
  if ((latest?.number ?? 0) !== base) {
    await keepStale(db, worksheetId, sheet, base, content)
    return { stale: latest ?? { content: '', number: 0, savedAt: at.toISOString() } }
  }
  await insertSheet(db, worksheetId, sheet, { number: base + 1, content, at })
  return { number: base + 1, savedAt: at.toISOString() }
}

async function refuseAndKeep(db: Db, worksheetId: string, sheet: Sheet, late: Save): Promise<never> {
  await db.transaction(async trx => {
    await lockWorksheet(trx, worksheetId)
    const latest = await latestSheet(trx, worksheetId, sheet)
    if (latest?.content !== late.content) await keepLate(trx, worksheetId, sheet, late)
  })
  throw new Refusal(
    409,
    'closed-kept',
    'This exercise is closed. What you wrote came too late to count; it is kept, and your instructor can read it.',
    { at: late.at.toISOString() },
  )
}
