import type { MemberLine, Person, Role } from '#shared/answers'
import { isAmong, type Db } from './database'
import type { MembershipRow, PersonRow } from './rows'

const SHOWN = ['id', 'name', 'email', 'may_begin_courses'] as const

function toPerson(row: Pick<PersonRow, (typeof SHOWN)[number]>): Person {
  return { id: row.id, name: row.name, email: row.email, mayBeginCourses: row.may_begin_courses }
}

export async function countPeople(db: Db): Promise<number> {
  const row = await db('people').count<{ count: string }[]>('* as count').first()
  return Number(row?.count ?? 0)
}

export async function findPerson(db: Db, id: string): Promise<Person | undefined> {
  const row = await db('people')
    .where({ id })
    .first(...SHOWN)
  return row && toPerson(row)
}

export async function findPersonByEmail(
  db: Db,
  email: string,
): Promise<(Person & { readonly passwordHash: string }) | undefined> {
  const row = await db('people').where({ email }).first()
  return row && { ...toPerson(row), passwordHash: row.password_hash }
}

export interface NewPerson {
  readonly name: string
  readonly email: string
  readonly passwordHash: string
  readonly mayBeginCourses?: boolean
}

/** The new person; undefined where somebody has the address already. */
export async function insertPersonOnce(
  db: Db,
  { name, email, passwordHash, mayBeginCourses = false }: NewPerson,
): Promise<Person | undefined> {
  const [row] = await db('people')
    .insert({ name, email, password_hash: passwordHash, may_begin_courses: mayBeginCourses })
    .onConflict('email')
    .ignore()
    .returning([...SHOWN])
  return row && toPerson(row)
}

export async function insertPerson(db: Db, person: NewPerson): Promise<Person> {
  const made = await insertPersonOnce(db, person)
  if (!made) throw new Error('Somebody has this address already.')
  return made
}

export async function setPasswordHash(db: Db, id: string, passwordHash: string): Promise<void> {
  await db('people').where({ id }).update({ password_hash: passwordHash })
}

export async function setMayBeginCourses(db: Db, id: string, may: boolean): Promise<void> {
  await db('people').where({ id }).update({ may_begin_courses: may })
}

export async function findRole(db: Db, courseId: string, personId: string): Promise<Role | undefined> {
  const row = (await db('memberships as m')
    .join('courses as c', 'c.id', 'm.course_id')
    .where({ 'm.course_id': courseId, 'm.person_id': personId })
    .whereNull('c.archived_at')
    .first('m.role')) as { role: Role } | undefined
  return row?.role
}

/** Makes somebody a member; false where they are one already, whose role stays as it is. */
export async function insertMembership(
  db: Db,
  courseId: string,
  personId: string,
  role: Role,
): Promise<boolean> {
  const inserted = await db('memberships')
    .insert({ course_id: courseId, person_id: personId, role })
    .onConflict(['course_id', 'person_id'])
    .ignore()
    .returning('role')
  return inserted.length === 1
}

export async function changeRole(db: Db, courseId: string, personId: string, role: Role): Promise<void> {
  await db('memberships').where({ course_id: courseId, person_id: personId }).update({ role })
}

export async function changeSection(
  db: Db,
  courseId: string,
  personId: string,
  section: string | null,
): Promise<void> {
  await db('memberships').where({ course_id: courseId, person_id: personId }).update({ section })
}

export async function deleteMembership(db: Db, courseId: string, personId: string): Promise<void> {
  await db('memberships').where({ course_id: courseId, person_id: personId }).delete()
}

/**
 * The instructors of a course, held until the end of this transaction: of two who leave at once, one stays.
 */
export async function lockInstructors(db: Db, courseId: string): Promise<string[]> {
  const rows = await db('memberships')
    .where({ course_id: courseId, role: 'instructor' })
    .orderBy('person_id')
    .forUpdate()
    .select('person_id')
  return rows.map(row => row.person_id)
}

/** Whether all courses of a person are taught by another, and the person teaches none. */
export async function isInHandsOf(db: Db, personId: string, instructorId: string): Promise<boolean> {
  const other: unknown = await db('memberships as m')
    .where('m.person_id', personId)
    .where(query => {
      void query
        .where('m.role', 'instructor')
        .orWhereNotExists(
          db('memberships as i')
            .whereRaw('i.course_id = m.course_id')
            .where({ 'i.person_id': instructorId, 'i.role': 'instructor' })
            .select(db.raw('1')),
        )
    })
    .first('m.course_id')
  return other === undefined
}

/** Names and e-mail addresses by person. */
export async function listNamesAndEmails(
  db: Db,
  ids: readonly string[],
): Promise<Map<string, { readonly name: string; readonly email: string }>> {
  const rows = await db('people')
    .where(isAmong(db, 'id', ids))
    .select('id', 'name', 'email')
  return new Map(rows.map(({ id, name, email }) => [id, { name, email }]))
}

export async function listMembers(db: Db, courseId: string): Promise<MemberLine[]> {
  const rows = (await db('memberships as m')
    .join('people as p', 'p.id', 'm.person_id')
    .where('m.course_id', courseId)
    .orderBy([{ column: 'm.role' }, { column: 'p.name' }])
    .select('p.id', 'p.name', 'p.email', 'p.may_begin_courses', 'm.role', 'm.section')) as (Pick<
    PersonRow,
    (typeof SHOWN)[number]
  > &
    Pick<MembershipRow, 'role' | 'section'>)[]
  return rows.map(row => ({
    id: row.id,
    name: row.name,
    email: row.email,
    role: row.role,
    section: row.section,
    mayBeginCourses: row.may_begin_courses,
  }))
}
