import { EXERCISE_FORMAT, upgradeDocument, type ExerciseDocument } from '@nomenklatura/core/exercise'
import type { Sheet } from '@nomenklatura/core/findings'
import type { Role, Schedule } from '#shared/answers'
import { rowsOf, toJsonb, type Db } from './database'
import type { AllowanceRow, ExerciseRow, RevisionRow } from './rows'

export interface Exercise extends Schedule {
  readonly id: string
  readonly courseId: string
  readonly state: 'draft' | 'published'
  readonly collectedAt: string | null
}

export interface Revision {
  readonly id: string
  readonly exerciseId: string
  readonly number: number
  readonly document: ExerciseDocument
  /** Whether it waits to be taken, and counts nothing yet. */
  readonly isPrepared: boolean
}

function toExercise(row: ExerciseRow): Exercise {
  return {
    id: row.id,
    courseId: row.course_id,
    state: row.state,
    opensAt: row.opens_at?.toISOString() ?? null,
    dueAt: row.due_at?.toISOString() ?? null,
    attempts: row.attempts,
    lateDays: row.late_days,
    lateLoss: row.late_loss,
    collectsAtDue: row.collects_at_due,
    saysWorkIsRead: row.says_work_is_read,
    toldModel: row.told_model,
    isAnonymous: row.is_anonymous,
    counted: row.counted,
    collectedAt: row.collected_at?.toISOString() ?? null,
  }
}

export async function insertExercise(db: Db, courseId: string): Promise<string> {
  const { position } = (await db('exercises')
    .where({ course_id: courseId })
    .max<{ position: number | null }[]>('position as position')
    .first())!
  const [row] = await db('exercises')
    .insert({ course_id: courseId, position: (position ?? 0) + 1 })
    .returning('id')
  return row!.id
}

export async function findExercise(db: Db, id: string): Promise<Exercise | undefined> {
  const row = await db('exercises').where({ id }).whereNull('archived_at').first()
  return row && toExercise(row)
}

/** An exercise with the role of a person in its course; undefined where they have none. */
export async function findExerciseFor(
  db: Db,
  id: string,
  personId: string,
): Promise<{ exercise: Exercise; role: Role | undefined } | undefined> {
  const row = (await db('exercises as e')
    .join('courses as c', 'c.id', 'e.course_id')
    .leftJoin('memberships as m', join => {
      join.on('m.course_id', 'e.course_id').andOnVal('m.person_id', personId)
    })
    .where('e.id', id)
    .whereNull('e.archived_at')
    .whereNull('c.archived_at')
    .first('e.*', 'm.role')) as (ExerciseRow & { role: Role | null }) | undefined
  return row && { exercise: toExercise(row), role: row.role ?? undefined }
}

/** All that a save must know before it is made, in one question. */
export interface SaveContext {
  readonly exercise: Exercise
  /** The sheets that are asked. */
  readonly sheets: readonly Sheet[]
  /** Until when this student may write; null for ever. */
  readonly dueAt: string | null
  readonly worksheetId: string | null
  /** How many bytes are kept of all worksheets of the person. */
  readonly storedBytes: number
}

export async function findSaveContext(
  db: Db,
  exerciseId: string,
  personId: string,
): Promise<SaveContext | undefined> {
  const [row] = await rowsOf<
    ExerciseRow & { sheets: Sheet[]; own_due_at: Date | null; worksheet_id: string | null; bytes: string }
  >(
    db,
    `SELECT e.*, r.sheets, a.due_at AS own_due_at, w.id AS worksheet_id,
        (SELECT coalesce(sum(stored_bytes), 0) FROM worksheets WHERE person_id = :person) AS bytes
      FROM exercises e
      CROSS JOIN LATERAL (SELECT document->'sheets' AS sheets FROM exercise_revisions
        WHERE exercise_id = e.id AND NOT is_prepared ORDER BY number DESC LIMIT 1) r
      LEFT JOIN allowances a ON a.exercise_id = e.id AND a.person_id = :person
      LEFT JOIN worksheets w ON w.exercise_id = e.id AND w.person_id = :person
      WHERE e.id = :exercise AND e.archived_at IS NULL`,
    { exercise: exerciseId, person: personId },
  )
  if (!row) return undefined
  const exercise = toExercise(row)
  return {
    exercise,
    sheets: row.sheets,
    dueAt: row.own_due_at?.toISOString() ?? exercise.dueAt,
    worksheetId: row.worksheet_id,
    storedBytes: Number(row.bytes),
  }
}

export async function listExercises(db: Db, courseId: string): Promise<Exercise[]> {
  const rows = await db('exercises')
    .where({ course_id: courseId })
    .whereNull('archived_at')
    .orderBy('position')
  return rows.map(toExercise)
}

export async function updateSchedule(db: Db, id: string, schedule: Schedule): Promise<void> {
  await db('exercises').where({ id }).update({
    opens_at: schedule.opensAt,
    due_at: schedule.dueAt,
    attempts: schedule.attempts,
    late_days: schedule.lateDays,
    late_loss: schedule.lateLoss,
    collects_at_due: schedule.collectsAtDue,
    says_work_is_read: schedule.saysWorkIsRead,
    told_model: schedule.toldModel,
    is_anonymous: schedule.isAnonymous,
    counted: schedule.counted,
    collected_at: null,
  })
}

export async function updateState(db: Db, id: string, state: 'draft' | 'published', at: Date): Promise<void> {
  await db('exercises')
    .where({ id })
    .update({ state, ...(state === 'published' ? { published_at: at } : {}) })
}

/** Stops the marking of an exercise, or lets it go on. */
export async function stopMarking(db: Db, id: string, at: Date | null): Promise<void> {
  await db('exercises').where({ id }).update({ marking_stopped_at: at })
}

export async function isMarkingStopped(db: Db, id: string): Promise<boolean> {
  const row = await db('exercises').where({ id }).first('marking_stopped_at')
  return row?.marking_stopped_at != null
}

/** Locks the exercise for this transaction: document saves and hand-ins of one exercise take turns. */
export async function lockExercise(db: Db, id: string): Promise<void> {
  await db('exercises').where({ id }).forUpdate().first('id')
}

/**
 * The exercise as it stays until the end of this transaction: nobody publishes it, takes it back, or changes
 * its document or dates meanwhile.
 */
export async function holdExercise(db: Db, id: string): Promise<Exercise | undefined> {
  const row = await db('exercises').where({ id }).whereNull('archived_at').forShare().first()
  return row && toExercise(row)
}

function toRevision(row: RevisionRow): Revision {
  return {
    id: row.id,
    exerciseId: row.exercise_id,
    number: row.number,
    document: upgradeDocument(EXERCISE_FORMAT, row.document) as ExerciseDocument,
    isPrepared: row.is_prepared,
  }
}

/** The revision that counts: the newest one that is not only prepared. */
export async function latestRevision(db: Db, exerciseId: string): Promise<Revision> {
  const row = await db('exercise_revisions')
    .where({ exercise_id: exerciseId, is_prepared: false })
    .orderBy('number', 'desc')
    .first()
  return toRevision(row!)
}

/** The revision that is prepared and not yet taken. */
export async function findPrepared(db: Db, exerciseId: string): Promise<Revision | undefined> {
  const row = await db('exercise_revisions').where({ exercise_id: exerciseId, is_prepared: true }).first()
  return row && toRevision(row)
}

export async function findRevisionByNumber(
  db: Db,
  exerciseId: string,
  number: number,
): Promise<Revision | undefined> {
  const row = await db('exercise_revisions')
    .where({ exercise_id: exerciseId, number, is_prepared: false })
    .first()
  return row && toRevision(row)
}

/** A revision among all that there were, with who made it. */
export interface ListedRevision extends Revision {
  readonly savedAt: string
  readonly savedBy: string
}

/** The revisions of an exercise that counted once, or count now; the newest first. */
export async function listRevisions(db: Db, exerciseId: string): Promise<ListedRevision[]> {
  const rows = (await db('exercise_revisions as r')
    .join('people as p', 'p.id', 'r.saved_by')
    .where({ 'r.exercise_id': exerciseId, 'r.is_prepared': false })
    .orderBy('r.number', 'desc')
    .select('r.*', 'p.name')) as (RevisionRow & { name: string })[]
  return rows.map(row => ({
    ...toRevision(row),
    savedAt: row.saved_at.toISOString(),
    savedBy: row.name,
  }))
}

export async function findRevision(db: Db, id: string): Promise<Revision | undefined> {
  const row = await db('exercise_revisions').where({ id }).first()
  return row && toRevision(row)
}

/** The latest revisions of all exercises of a course, by exercise. */
export async function latestRevisions(db: Db, courseId: string): Promise<Map<string, Revision>> {
  const rows = (await db('exercise_revisions as r')
    .join('exercises as e', 'e.id', 'r.exercise_id')
    .where({ 'e.course_id': courseId, 'r.is_prepared': false })
    .distinctOn('r.exercise_id')
    .orderBy([{ column: 'r.exercise_id' }, { column: 'r.number', order: 'desc' }])
    .select('r.*')) as RevisionRow[]
  return new Map(rows.map(row => [row.exercise_id, toRevision(row)]))
}

export async function insertRevision(
  db: Db,
  exerciseId: string,
  number: number,
  document: ExerciseDocument,
  savedBy: string,
  isPrepared = false,
): Promise<void> {
  await db('exercise_revisions').insert({
    exercise_id: exerciseId,
    number,
    document: toJsonb(document),
    saved_by: savedBy,
    is_prepared: isPrepared,
  })
}

/** Lets a prepared revision count from now on. */
export async function takePrepared(db: Db, revisionId: string, savedBy: string): Promise<void> {
  await db('exercise_revisions')
    .where({ id: revisionId })
    .update({ is_prepared: false, saved_by: savedBy, saved_at: db.fn.now() })
}

/**
 * Takes a prepared revision away, with what was marked under it. The one that counts gets a number beyond it, and
 * that is answered: no number names two documents, so that a window which still has the old one is told.
 */
export async function deletePrepared(db: Db, prepared: Revision, current: Revision): Promise<number> {
  await forgetMarkingsUnder(db, prepared.id)
  await db('exercise_revisions').where({ id: prepared.id, is_prepared: true }).delete()
  const number = prepared.number + 1
  await db('exercise_revisions').where({ id: current.id }).update({ number })
  return number
}

/** Writes a prepared revision anew; what was marked under it before is no longer of it. */
export async function replacePrepared(
  db: Db,
  { id, number }: Revision,
  document: ExerciseDocument,
  savedBy: string,
): Promise<void> {
  // First the row, so that no marking of what stood there before comes in behind.
  await db('exercise_revisions')
    .where({ id })
    .update({ document: toJsonb(document), saved_by: savedBy, saved_at: db.fn.now(), number: number + 1 })
  await forgetMarkingsUnder(db, id)
}

async function forgetMarkingsUnder(db: Db, revisionId: string): Promise<void> {
  for (const table of ['markings', 'marking_failures'] as const)
    await db(table).where({ exercise_revision_id: revisionId }).delete()
}

/** Replaces a revision that no hand-in and no marking refers to; false when one does. */
export async function replaceRevision(
  db: Db,
  revision: Revision,
  document: ExerciseDocument,
  savedBy: string,
): Promise<boolean> {
  await db('exercise_revisions').where({ id: revision.id }).forUpdate().first('id')
  const used =
    (await db('hand_ins').where({ exercise_revision_id: revision.id }).first('id')) ??
    (await db('markings').where({ exercise_revision_id: revision.id }).first('id'))
  if (used) return false
  await db('exercise_revisions')
    .where({ id: revision.id })
    .update({
      document: toJsonb(document),
      saved_by: savedBy,
      saved_at: db.fn.now(),
      number: revision.number + 1,
    })
  return true
}

export interface Allowance {
  readonly personId: string
  readonly name: string
  readonly dueAt: string | null
  readonly attempts: number | null
}

export async function listAllowances(db: Db, exerciseId: string): Promise<Allowance[]> {
  const rows = (await db('allowances as a')
    .join('people as p', 'p.id', 'a.person_id')
    .where('a.exercise_id', exerciseId)
    .orderBy('p.name')
    .select('a.person_id', 'p.name', 'a.due_at', 'a.attempts')) as (Omit<AllowanceRow, 'exercise_id'> & {
    name: string
  })[]
  return rows.map(row => ({
    personId: row.person_id,
    name: row.name,
    dueAt: row.due_at?.toISOString() ?? null,
    attempts: row.attempts,
  }))
}

/** Another date or number of attempts for one person. */
export interface AllowanceFor {
  readonly dueAt: string | null
  readonly attempts: number | null
}

function toAllowance(row: Pick<AllowanceRow, 'due_at' | 'attempts'>): AllowanceFor {
  return { dueAt: row.due_at?.toISOString() ?? null, attempts: row.attempts }
}

export async function findAllowance(
  db: Db,
  exerciseId: string,
  personId: string,
): Promise<AllowanceFor | undefined> {
  const row = await db('allowances').where({ exercise_id: exerciseId, person_id: personId }).first()
  return row && toAllowance(row)
}

/** The allowances of one person in some exercises, by exercise. */
export async function listAllowancesOf(
  db: Db,
  personId: string,
  exerciseIds: readonly string[],
): Promise<Map<string, AllowanceFor>> {
  const rows = await db('allowances').where({ person_id: personId }).whereIn('exercise_id', exerciseIds)
  return new Map(rows.map(row => [row.exercise_id, toAllowance(row)]))
}

/** Whether somebody's own due moment is still to come. */
export async function hasLaterAllowance(db: Db, exerciseId: string, now: Date): Promise<boolean> {
  return (
    (await db('allowances')
      .where({ exercise_id: exerciseId })
      .where('due_at', '>', now)
      .first('exercise_id')) !== undefined
  )
}

export async function setAllowance(
  db: Db,
  exerciseId: string,
  personId: string,
  allowance: { dueAt: string | null; attempts: number | null },
): Promise<void> {
  if (allowance.dueAt === null && allowance.attempts === null) {
    await db('allowances').where({ exercise_id: exerciseId, person_id: personId }).delete()
    return
  }
  const row = { due_at: allowance.dueAt, attempts: allowance.attempts }
  await db('allowances')
    .insert({ exercise_id: exerciseId, person_id: personId, ...row })
    .onConflict(['exercise_id', 'person_id'])
    .merge(row)
}

export interface Counts {
  begun: number
  handedIn: number
  marked: number
  lookedAt: number
  released: number
}

interface CountsRow {
  id: string
  begun: number
  handed_in: number
  marked: number
  looked_at: number
  released: number
}

/**
 * Per exercise of a course: students who began and handed in; of their last hand-ins how many are marked,
 * looked at and released.
 */
export async function countsByExercise(db: Db, courseId: string): Promise<Map<string, Counts>> {
  const rows = await rowsOf<CountsRow>(
    db,
    `
    WITH own AS (SELECT id, counted FROM exercises WHERE course_id = :course),
    latest AS (SELECT DISTINCT ON (h.exercise_id, h.person_id) h.id, h.exercise_id, h.person_id
      FROM own JOIN hand_ins h ON h.exercise_id = own.id ORDER BY h.exercise_id, h.person_id, h.attempt DESC),
    counting AS (SELECT l.id, l.exercise_id, l.person_id FROM latest l UNION
      SELECT h.id, h.exercise_id, h.person_id FROM own JOIN hand_ins h ON h.exercise_id = own.id WHERE own.counted = 'best'),
    begun AS (SELECT w.exercise_id, count(*) AS n FROM own JOIN worksheets w ON w.exercise_id = own.id JOIN memberships m ON m.person_id = w.person_id AND m.course_id = :course AND m.role = 'student' GROUP BY w.exercise_id)
    SELECT own.id, coalesce(max(begun.n), 0)::int AS begun, count(DISTINCT h.person_id)::int AS handed_in,
      count(DISTINCT h.person_id) FILTER (WHERE EXISTS (SELECT FROM markings k WHERE k.hand_in_id = h.id))::int AS marked,
      count(DISTINCT h.person_id) FILTER (WHERE v.looked_at IS NOT NULL)::int AS looked_at,
      count(DISTINCT h.person_id) FILTER (WHERE r.hand_in_id IS NOT NULL)::int AS released
    FROM own LEFT JOIN counting h ON h.exercise_id = own.id LEFT JOIN begun ON begun.exercise_id = own.id
    LEFT JOIN reviews v ON v.hand_in_id = h.id LEFT JOIN releases r ON r.hand_in_id = h.id AND r.taken_back_at IS NULL
    GROUP BY own.id`,
    { course: courseId },
  )
  return new Map(
    rows.map(row => [
      row.id,
      {
        begun: row.begun,
        handedIn: row.handed_in,
        marked: row.marked,
        lookedAt: row.looked_at,
        released: row.released,
      },
    ]),
  )
}

/** How many students of the course have begun an exercise. */
export async function countBegun(
  db: Db,
  { id, courseId }: Pick<Exercise, 'id' | 'courseId'>,
): Promise<number> {
  const row = await db('worksheets as w')
    .join('memberships as m', 'm.person_id', 'w.person_id')
    .where({ 'w.exercise_id': id, 'm.course_id': courseId, 'm.role': 'student' })
    .count<{ count: string }[]>('* as count')
    .first()
  return Number(row?.count ?? 0)
}

/**
 * Exercises whose due moment has passed and whose worksheets are to be collected; an allowance may put that
 * off for one person. Of what is put away nothing is collected before it is taken out again.
 */
export async function listDue(db: Db, now: Date): Promise<Exercise[]> {
  const rows = await db('exercises as e')
    .join('courses as c', 'c.id', 'e.course_id')
    .where({ 'e.state': 'published', 'e.collects_at_due': true })
    .whereNull('e.archived_at')
    .whereNull('c.archived_at')
    .whereNull('e.collected_at')
    .where('e.due_at', '<=', now)
    .select('e.*')
  return rows.map(toExercise)
}

/** When all was collected; null where something may have to be collected again, since a date was changed. */
export async function setCollected(db: Db, id: string, at: Date | null): Promise<void> {
  await db('exercises').where({ id }).update({ collected_at: at })
}
