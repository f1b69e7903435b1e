import type { Person } from '#shared/answers'
import type { Db } from './database'
import type { PersonRow, SessionRow } from './rows'

/** The session of a cookie, with its person; undefined when it has ended. */
export async function findSession(
  db: Db,
  tokenHash: string,
  now: Date,
): Promise<{ person: Person; seenAt: Date } | undefined> {
  const row = (await db('sessions as s')
    .join('people as p', 'p.id', 's.person_id')
    .where({ 's.token_hash': tokenHash })
    .where('s.expires_at', '>', now)
    .first('p.id', 'p.name', 'p.email', 'p.may_begin_courses', 's.seen_at')) as
    (Omit<PersonRow, 'password_hash' | 'created_at'> & Pick<SessionRow, 'seen_at'>) | undefined
  return (
    row && {
      person: { id: row.id, name: row.name, email: row.email, mayBeginCourses: row.may_begin_courses },
      seenAt: row.seen_at,
    }
  )
}

export async function insertSession(
  db: Db,
  session: { tokenHash: string; personId: string; begunAt: Date; expiresAt: Date },
): Promise<void> {
  await db('sessions').insert({
    token_hash: session.tokenHash,
    person_id: session.personId,
    begun_at: session.begunAt,
    seen_at: session.begunAt,
    expires_at: session.expiresAt,
  })
}

export async function renewSession(db: Db, tokenHash: string, seenAt: Date, expiresAt: Date): Promise<void> {
  await db('sessions').where({ token_hash: tokenHash }).update({ seen_at: seenAt, expires_at: expiresAt })
}

export async function deleteSession(db: Db, tokenHash: string): Promise<void> {
  await db('sessions').where({ token_hash: tokenHash }).delete()
}

/** Ends all sessions of a person, but one where it is named. Answers how many. */
export async function deleteSessionsOf(db: Db, personId: string, but = ''): Promise<number> {
  return db('sessions').where({ person_id: personId }).whereNot({ token_hash: but }).delete()
}

export async function deleteExpiredSessions(db: Db, now: Date): Promise<number> {
  return db('sessions').where('expires_at', '<=', now).delete()
}

/** Tries to sign in, each counted as it is made. */
export async function recordTries(db: Db, subjects: readonly string[], at: Date): Promise<void> {
  await db('sign_in_failures').insert(subjects.map(subject => ({ subject, at })))
}

export async function countTries(db: Db, subject: string, since: Date): Promise<number> {
  const row = await db('sign_in_failures')
    .where({ subject })
    .where('at', '>', since)
    .count<{ count: string }[]>('* as count')
    .first()
  return Number(row?.count ?? 0)
}

/**
 * A try that was right is none: it is taken back, with the wrong ones before it where the subject is given to
 * clear.
 */
export async function takeBackTries(
  db: Db,
  { clear, once, at }: { clear: string; once: readonly string[]; at: Date },
): Promise<void> {
  await db('sign_in_failures').where({ subject: clear }).delete()
  for (const subject of once)
    await db('sign_in_failures')
      .whereIn('id', db('sign_in_failures').where({ subject, at }).limit(1).select('id'))
      .delete()
}

export async function deleteOldTries(db: Db, before: Date): Promise<void> {
  await db('sign_in_failures').where('at', '<', before).delete()
}
