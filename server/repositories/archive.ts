import type { PutAway } from '#shared/answers'
import type { Db } from './database'

/** The courses that a person has put away as an instructor, the last first. */
export async function archivedCourses(db: Db, personId: string): Promise<PutAway[]> {
  const rows = (await db('memberships as m')
    .join('courses as c', 'c.id', 'm.course_id')
    .where({ 'm.person_id': personId, 'm.role': 'instructor' })
    .whereNotNull('c.archived_at')
    .orderBy('c.archived_at', 'desc')
    .select('c.id', 'c.name', 'c.archived_at as at')) as { id: string; name: string; at: Date }[]
  return rows.map(toPutAway)
}

const TITLE = `SELECT r.document->>'title' FROM exercise_revisions r
  WHERE r.exercise_id = e.id AND NOT r.is_prepared ORDER BY r.number DESC LIMIT 1`

/** The exercises of a course that are put away, the last first. */
export async function archivedExercises(db: Db, courseId: string): Promise<PutAway[]> {
  const rows = (await db('exercises as e')
    .where('e.course_id', courseId)
    .whereNotNull('e.archived_at')
    .orderBy('e.archived_at', 'desc')
    .select('e.id', 'e.archived_at as at', db.raw(`(${TITLE}) AS name`))) as {
    id: string
    name: string
    at: Date
  }[]
  return rows.map(toPutAway)
}

const toPutAway = ({ id, name, at }: { id: string; name: string; at: Date }): PutAway => ({
  id,
  name,
  at: at.toISOString(),
})

export async function archiveExercise(db: Db, id: string, at: Date): Promise<void> {
  await db('exercises').where({ id }).update({ archived_at: at })
}

export async function archiveCourse(db: Db, id: string, at: Date): Promise<void> {
  await db('courses').where({ id }).update({ archived_at: at })
}

/** Takes out a course again that this person has put away; false where there is none. */
export async function restoreCourse(db: Db, id: string, personId: string): Promise<boolean> {
  const own = db('memberships').where({ person_id: personId, role: 'instructor' }).select('course_id')
  const changed = await db('courses')
    .where({ id })
    .whereNotNull('archived_at')
    .whereIn('id', own)
    .update({ archived_at: null })
  return changed > 0
}

/** Takes out an exercise of a course again; false where none is put away there. */
export async function restoreExercise(db: Db, id: string, courseId: string): Promise<boolean> {
  const changed = await db('exercises')
    .where({ id, course_id: courseId })
    .whereNotNull('archived_at')
    .update({ archived_at: null })
  return changed > 0
}
