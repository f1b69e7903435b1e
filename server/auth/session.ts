import { createHmac } from 'node:crypto'
import { deleteCookie, getCookie, setCookie, type H3Event } from 'h3'
import type { Person } from '#shared/answers'
import type { Db } from '../repositories/database'
import {
  deleteSession,
  deleteSessionsOf,
  findSession,
  insertSession,
  renewSession,
} from '../repositories/sessions'
import { newToken } from './token'

const COOKIE = 'nomenklatura'
const LASTS_MS = 14 * 86_400_000
/** A session is renewed by use, at most so often. */
const RENEW_MS = 3_600_000
const SHORTEST_SECRET = 32

export function isSecretSet(): boolean {
  return (process.env.NUXT_SESSION_PASSWORD ?? '').length >= SHORTEST_SECRET
}

/**
 * What the database knows a cookie by: made with the installation's secret, so that neither the database
 * alone nor a copy of it lets anybody in.
 */
function hashOf(token: string): string {
  if (!isSecretSet())
    throw new Error(
      `NUXT_SESSION_PASSWORD is not set, or shorter than ${SHORTEST_SECRET} characters: it protects the sessions.`,
    )
  return createHmac('sha256', process.env.NUXT_SESSION_PASSWORD!).update(token).digest('hex')
}

/** Not readable by scripts, sent by this site's pages only; over https alone where that is said. */
function giveCookie(event: H3Event, token: string): void {
  setCookie(event, COOKIE, token, {
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
    secure: process.env.NUXT_SESSION_SECURE === 'true',
    maxAge: LASTS_MS / 1000,
  })
}

/** Who is signed in; undefined where the session has ended, on this side or that. */
export async function personOf(event: H3Event, db: Db, now: Date): Promise<Person | undefined> {
  const token = getCookie(event, COOKIE)
  if (!token) return undefined
  const session = await findSession(db, hashOf(token), now)
  if (session && now.getTime() - session.seenAt.getTime() > RENEW_MS) {
    await renewSession(db, hashOf(token), now, new Date(now.getTime() + LASTS_MS))
    giveCookie(event, token)
  }
  return session?.person
}

/** Begins a session under a new token; the one that the browser had ends. */
export async function beginSession(event: H3Event, db: Db, personId: string, now: Date): Promise<void> {
  await endSession(event, db)
  const token = newToken()
  await insertSession(db, {
    tokenHash: hashOf(token),
    personId,
    begunAt: now,
    expiresAt: new Date(now.getTime() + LASTS_MS),
  })
  giveCookie(event, token)
}

export async function endSession(event: H3Event, db: Db): Promise<void> {
  const token = getCookie(event, COOKIE)
  if (!token) return
  await deleteSession(db, hashOf(token))
  deleteCookie(event, COOKIE, { path: '/' })
}

/** Ends the person's sessions everywhere else. */
export async function endOtherSessions(event: H3Event, db: Db, personId: string): Promise<number> {
  const token = getCookie(event, COOKIE)
  return deleteSessionsOf(db, personId, token ? hashOf(token) : '')
}
