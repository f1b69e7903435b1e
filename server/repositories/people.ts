import type { Person, Role, MemberLine } from '#shared/answers'
import type { Db } from './database'

interface PersonRow { id: string, name: string, email: string, password_hash: string }

export async function countPeople(db: Db): Promise<number> {
  const row = await db('people').count<{ count: string }[]>('* as count').first()
  return Number(row?.count ?? 0)
}

export async function findPerson(db: Db, id: string): Promise<Person | undefined> {
  return db<PersonRow>('people').where({ id }).first('id', 'name', 'email')
}

export async function findPersonByEmail(db: Db, email: string): Promise<Person & { passwordHash: string } | undefined> {
  const row = await db<PersonRow>('people').where({ email }).first()
  return row && { id: row.id, name: row.name, email: row.email, passwordHash: row.password_hash }
}

export async function insertPerson(db: Db, { name, email, passwordHash }: { name: string, email: string, passwordHash: string }): Promise<Person> {
  const [row] = await db<PersonRow>('people').insert({ name, email, password_hash: passwordHash }).returning(['id', 'name', 'email'])
  return row!
}

export async function findRole(db: Db, courseId: string, personId: string): Promise<Role | undefined> {
  const row = await db('memberships').where({ course_id: courseId, person_id: personId }).first('role')
  return row?.role
}

export async function setMembership(db: Db, courseId: string, personId: string, role: Role): Promise<void> {
  await db('memberships').insert({ course_id: courseId, person_id: personId, role }).onConflict(['course_id', 'person_id']).merge({ role })
}

export async function listMembers(db: Db, courseId: string): Promise<MemberLine[]> {
  return db('memberships as m').join('people as p', 'p.id', 'm.person_id').where('m.course_id', courseId)
    .orderBy([{ column: 'm.role' }, { column: 'p.name' }]).select('p.id', 'p.name', 'p.email', 'm.role')
}

export async function recordFailure(db: Db, subjects: readonly string[], at: Date): Promise<void> {
  await db('sign_in_failures').insert(subjects.map(subject => ({ subject, at })))
  await db('sign_in_failures').where('at', '<', new Date(at.getTime() - 86_400_000)).delete()
}

export async function countFailures(db: Db, subject: string, since: Date): Promise<number> {
  const row = await db('sign_in_failures').where({ subject }).where('at', '>', since).count<{ count: string }[]>('* as count').first()
  return Number(row?.count ?? 0)
}

export async function clearFailures(db: Db, subject: string): Promise<void> {
  await db('sign_in_failures').where({ subject }).delete()
}
