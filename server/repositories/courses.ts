import type { CourseLine } from '#shared/answers'
import { toJsonb, type Db } from './database'
import type { CourseRow, MembershipRow } from './rows'

export interface Course {
  readonly id: string
  readonly name: string
  readonly timeZone: string
}

export async function insertCourse(db: Db, name: string): Promise<string> {
  const [row] = await db('courses').insert({ name }).returning('id')
  return row!.id
}

export async function findCourse(db: Db, id: string): Promise<Course | undefined> {
  const row = await db('courses').where({ id }).whereNull('archived_at').first()
  return row && { id: row.id, name: row.name, timeZone: row.time_zone }
}

export async function listCourses(db: Db, personId: string): Promise<CourseLine[]> {
  const rows = (await db('memberships as m')
    .join('courses as c', 'c.id', 'm.course_id')
    .where('m.person_id', personId)
    .whereNull('c.archived_at')
    .orderBy('c.created_at')
    .select(
      'c.id',
      'c.name',
      'c.time_zone',
      'm.role',
      db.raw(
        "(SELECT count(*)::int FROM exercises e WHERE e.course_id = c.id AND e.archived_at IS NULL AND (m.role <> 'student' OR e.state = 'published')) AS exercises",
      ),
      db.raw(
        "(SELECT count(*)::int FROM memberships s WHERE s.course_id = c.id AND s.role = 'student') AS students",
      ),
    )) as (Pick<CourseRow, 'id' | 'name' | 'time_zone'> &
    Pick<MembershipRow, 'role'> & { exercises: number; students: number })[]
  return rows.map(row => ({
    id: row.id,
    name: row.name,
    role: row.role,
    timeZone: row.time_zone,
    exercises: row.exercises,
    students: row.students,
  }))
}

export async function countStudents(db: Db, courseId: string): Promise<number> {
  const row = await db('memberships')
    .where({ course_id: courseId, role: 'student' })
    .count<{ count: string }[]>('* as count')
    .first()
  return Number(row?.count ?? 0)
}

/** Who did what: append only. */
export async function audit(
  db: Db,
  entry: { courseId?: string; personId?: string; action: string; subject: string; detail?: unknown },
): Promise<void> {
  await db('audit_entries').insert({
    course_id: entry.courseId ?? null,
    person_id: entry.personId ?? null,
    action: entry.action,
    subject: entry.subject,
    detail: toJsonb(entry.detail ?? {}),
  })
}
