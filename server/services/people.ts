import { randomBytes, scrypt as scryptWithCallback, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'
import type { Person, Role } from '#shared/answers'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { clearFailures, countFailures, countPeople, findPersonByEmail, insertPerson, recordFailure, setMembership } from '../repositories/people'
import { Refusal } from './problem'

const scrypt = promisify<string, Buffer, number, { N: number, r: number, p: number, maxmem: number }, Buffer>(scryptWithCallback)
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 }

/** scrypt (RFC 7914) with its parameters and salt beside the hash. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  const hash = await scrypt(password.normalize('NFKC'), salt, 32, COST)
  return `scrypt:${COST.N}:${COST.r}:${COST.p}:${salt.toString('base64')}:${hash.toString('base64')}`
}

export async function verifyPassword(password: string, stored: string): Promise<boolean> {
  const [, n, r, p, salt, hash] = stored.split(':')
  if (!salt || !hash) return false
  const expected = Buffer.from(hash, 'base64')
  const actual = await scrypt(password.normalize('NFKC'), Buffer.from(salt, 'base64'), expected.length, { N: Number(n), r: Number(r), p: Number(p), maxmem: COST.maxmem })
  return timingSafeEqual(actual, expected)
}

/** As costly as a real check, so that the time does not tell whether an address is known. */
const NOBODY = 'scrypt:32768:8:1:AAAAAAAAAAAAAAAAAAAAAA==:AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA='
const MOST_FAILURES = 8
/** A whole class may sign in from behind one address. */
const MOST_FAILURES_OF_A_PLACE = 100
const WINDOW_MS = 10 * 60_000

/** Checks e-mail and password. After eight failures within ten minutes for one person, or a hundred from one place, even the right one waits. */
export async function signIn(db: Db, { email, password, from, as }: { email: string, password: string, from: string, as?: string | undefined }, now = new Date()): Promise<Person> {
  const subjects = [`person ${email}`, `place ${from}`]
  const since = new Date(now.getTime() - WINDOW_MS)
  const [ofPerson, ofPlace] = await Promise.all(subjects.map(subject => countFailures(db, subject, since)))
  if (ofPerson! >= MOST_FAILURES || ofPlace! >= MOST_FAILURES_OF_A_PLACE) {
    throw new Refusal(429, 'too-many-tries', 'Too many tries. Wait ten minutes, then try again.')
  }
  const person = await findPersonByEmail(db, email)
  const isRight = await verifyPassword(password, person?.passwordHash ?? NOBODY)
  if (!person || !isRight) {
    await recordFailure(db, subjects, now)
    throw new Refusal(401, 'wrong-password', 'This e-mail address and password do not belong together.')
  }
  if (as !== undefined && as !== person.id) throw new Refusal(409, 'another-person', 'This page is somebody else’s. Sign in as the person it belongs to.', { name: person.name })
  await clearFailures(db, `person ${email}`)
  return { id: person.id, name: person.name, email: person.email }
}

/** The first person of an installation; refused as soon as anybody is there. */
export async function makeFirstPerson(db: Db, { name, email, password }: { name: string, email: string, password: string }): Promise<Person> {
  const passwordHash = await hashPassword(password)
  return db.transaction(async (trx) => {
    await trx.raw('LOCK TABLE people IN SHARE ROW EXCLUSIVE MODE')
    if (await countPeople(trx) > 0) throw new Refusal(409, 'people-exist', 'Somebody is here already. Sign in, or ask an instructor to add you.')
    return insertPerson(trx, { name, email, passwordHash })
  })
}

export interface NewMember { readonly name: string, readonly email: string, readonly role: Role, readonly password?: string | undefined }

/** Makes somebody a member of a course; a person who is new here needs a first password. */
export async function addMember(db: Db, courseId: string, member: NewMember, by: string): Promise<Person> {
  const known = await findPersonByEmail(db, member.email)
  if (!known && member.password === undefined) {
    throw new Refusal(422, 'password-needed', `Nobody with the address ${member.email} is here yet: give a first password.`)
  }
  const passwordHash = known ? '' : await hashPassword(member.password!)
  return db.transaction(async (trx) => {
    const person = known ?? await insertPerson(trx, { name: member.name, email: member.email, passwordHash })
    await setMembership(trx, courseId, person.id, member.role)
    await audit(trx, { courseId, personId: by, action: 'member.add', subject: person.id, detail: { role: member.role } })
    return { id: person.id, name: person.name, email: person.email }
  })
}
