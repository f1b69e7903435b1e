import type { InvitationLine, MyInvitation, Role } from '#shared/answers'
import type { Db } from './database'
import type { InvitationRow, PersonRow } from './rows'

export interface Invitation {
  readonly courseId: string
  readonly courseName: string
  readonly email: string
  readonly name: string
  readonly role: Role
}

/**
 * Writes an invitation; one to the same address takes the place of the one before, whose link is then no
 * longer good.
 */
export async function putInvitation(
  db: Db,
  invitation: Omit<Invitation, 'courseName'> & { tokenHash: string; by: string; expiresAt: Date },
): Promise<void> {
  const { courseId, email, name, role, tokenHash, by, expiresAt } = invitation
  const row = {
    name,
    role,
    token_hash: tokenHash,
    invited_by: by,
    invited_at: db.fn.now(),
    expires_at: expiresAt,
  }
  await db('invitations')
    .insert({ course_id: courseId, email, ...row })
    .onConflict(['course_id', 'email'])
    .merge(row)
}

function open(db: Db, now: Date) {
  return db('invitations as i')
    .join('courses as c', 'c.id', 'i.course_id')
    .whereNull('c.archived_at')
    .where('i.expires_at', '>', now)
}

type OpenRow = Pick<InvitationRow, 'course_id' | 'email' | 'name' | 'role'> & { course_name: string }

function toInvitation(row: OpenRow): Invitation {
  return {
    courseId: row.course_id,
    courseName: row.course_name,
    email: row.email,
    name: row.name,
    role: row.role,
  }
}

const COLUMNS = ['i.course_id', 'c.name as course_name', 'i.email', 'i.name', 'i.role'] as const

/** An invitation that is still good, held: it is taken up once. */
export async function lockInvitation(
  db: Db,
  which: { readonly 'i.token_hash': string } | { readonly 'i.course_id': string; readonly 'i.email': string },
  now: Date,
): Promise<Invitation | undefined> {
  const row = (await open(db, now)
    .where(which)
    .forUpdate('i')
    .first(...COLUMNS)) as OpenRow | undefined
  return row && toInvitation(row)
}

export async function findInvitation(db: Db, tokenHash: string, now: Date): Promise<Invitation | undefined> {
  const row = (await open(db, now)
    .where({ 'i.token_hash': tokenHash })
    .first(...COLUMNS)) as OpenRow | undefined
  return row && toInvitation(row)
}

export async function deleteInvitation(db: Db, courseId: string, email: string): Promise<boolean> {
  return (await db('invitations').where({ course_id: courseId, email }).delete()) === 1
}

export async function listInvitations(db: Db, courseId: string): Promise<InvitationLine[]> {
  const rows = await db('invitations')
    .where({ course_id: courseId })
    .orderBy('name')
    .select('email', 'name', 'role', 'expires_at')
  return rows.map(row => ({
    email: row.email,
    name: row.name,
    role: row.role,
    expiresAt: row.expires_at.toISOString(),
  }))
}

/** What somebody is asked to take part in. */
export async function listInvitationsTo(db: Db, email: string, now: Date): Promise<MyInvitation[]> {
  const rows = (await open(db, now)
    .where('i.email', email)
    .orderBy('c.name')
    .select('i.course_id', 'c.name as course_name', 'i.role')) as Pick<
    OpenRow,
    'course_id' | 'course_name' | 'role'
  >[]
  return rows.map(row => ({ courseId: row.course_id, courseName: row.course_name, role: row.role }))
}

/** Writes the link by which a person sets a new password; one for each person. */
export async function putPasswordLink(
  db: Db,
  link: { personId: string; tokenHash: string; by: string | null; expiresAt: Date },
): Promise<void> {
  const row = {
    token_hash: link.tokenHash,
    made_by: link.by,
    made_at: db.fn.now(),
    expires_at: link.expiresAt,
  }
  await db('password_links')
    .insert({ person_id: link.personId, ...row })
    .onConflict('person_id')
    .merge(row)
}

export async function findPasswordLink(
  db: Db,
  tokenHash: string,
  now: Date,
): Promise<{ personId: string; name: string; email: string } | undefined> {
  const row = (await db('password_links as l')
    .join('people as p', 'p.id', 'l.person_id')
    .where({ 'l.token_hash': tokenHash })
    .where('l.expires_at', '>', now)
    .first('p.id', 'p.name', 'p.email')) as Pick<PersonRow, 'id' | 'name' | 'email'> | undefined
  return row && { personId: row.id, name: row.name, email: row.email }
}

/** Uses the link up; false where somebody did so meanwhile. */
export async function deletePasswordLink(db: Db, tokenHash: string): Promise<boolean> {
  return (await db('password_links').where({ token_hash: tokenHash }).delete()) === 1
}

export async function insertFirstWord(db: Db, wordHash: string): Promise<void> {
  await db('first_words').insert({ word_hash: wordHash }).onConflict('word_hash').ignore()
}

export async function isFirstWord(db: Db, wordHash: string): Promise<boolean> {
  return (await db('first_words').where({ word_hash: wordHash }).first('word_hash')) !== undefined
}

export async function deleteFirstWords(db: Db): Promise<void> {
  await db('first_words').delete()
}
