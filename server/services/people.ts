import { setTimeout as pause } from 'node:timers/promises'
import type { Person } from '#shared/answers'
import { hashOfToken } from '../auth/token'
import type { Db } from '../repositories/database'
import { deleteFirstWords, insertFirstWord, isFirstWord } from '../repositories/invitations'
import { countPeople, findPersonByEmail, insertPerson, setPasswordHash } from '../repositories/people'
import { countTries, recordTries, takeBackTries } from '../repositories/sessions'
import { NOBODY, hashPassword, isOfOldMeasure, refuseWeakPassword, verifyPassword } from './passwords'
import { Refusal } from './problem'

/**
 * Tries for one person from one place, and from one place for anybody: a whole class may sign in from behind
 * one address.
 */
const MOST_TRIES = 8
const MOST_TRIES_OF_A_PLACE = 100
const WINDOW_MS = 10 * 60_000
/**
 * So many for one person from anywhere, and every further one waits a moment: guessing is slow, and the right
 * person gets in all the same.
 */
const TRIES_WITHOUT_PAUSE = 20
const PAUSE_MS = 2000

interface SignIn {
  readonly email: string
  readonly password: string
  readonly from: string
  /** Whose page it is: nobody else signs in there. */
  readonly as?: string | undefined
}

/**
 * Checks e-mail and password. Each try is counted as it is made, so that many at one moment are many. Wrong
 * tries from elsewhere never keep the right person out: what waits is a place, or this person from this
 * place.
 */
export async function signIn(
  db: Db,
  { email, password, from, as }: SignIn,
  now = new Date(),
): Promise<Person> {
  const [pair, place, everywhere] = [`person ${email} at ${from}`, `place ${from}`, `person ${email}`]
  await recordTries(db, [pair, place, everywhere], now)
  const since = new Date(now.getTime() - WINDOW_MS)
  const [ofPair, ofPlace, ofPerson] = await Promise.all(
    [pair, place, everywhere].map(subject => countTries(db, subject, since)),
  )
  if (ofPair! > MOST_TRIES || ofPlace! > MOST_TRIES_OF_A_PLACE)
    throw new Refusal(429, 'too-many-tries', 'Too many tries from here. Wait ten minutes, then try again.')
  if (ofPerson! > TRIES_WITHOUT_PAUSE) await pause(PAUSE_MS)
  const person = await findPersonByEmail(db, email)
  const isRight = await verifyPassword(password, person?.passwordHash ?? NOBODY)
  if (!person || !isRight)
    throw new Refusal(401, 'wrong-password', 'This e-mail address and password do not belong together.')
  if (as !== undefined && as !== person.id)
    throw new Refusal(
      409,
      'another-person',
      'This page is somebody else’s. Sign in as the person it belongs to.',
      { name: person.name },
    )
  await takeBackTries(db, { clear: pair, once: [place, everywhere], at: now })
  if (isOfOldMeasure(person.passwordHash)) await setPasswordHash(db, person.id, await hashPassword(password))
  return withoutHash(person)
}

function withoutHash({ passwordHash: _, ...person }: Person & { readonly passwordHash: string }): Person {
  return person
}

export interface FirstPerson {
  readonly name: string
  readonly email: string
  readonly password: string
  readonly word: string
}

/**
 * The first person of an installation, who gives the word that its start printed; refused as soon as anybody
 * is there.
 */
export async function makeFirstPerson(db: Db, { name, email, password, word }: FirstPerson): Promise<Person> {
  refuseWeakPassword(password, { name, email })
  const passwordHash = await hashPassword(password)
  return db.transaction(async trx => {
    await trx.raw('LOCK TABLE people IN SHARE ROW EXCLUSIVE MODE')
    if ((await countPeople(trx)) > 0)
      throw new Refusal(
        409,
        'people-exist',
        'Somebody is here already. Sign in, or ask an instructor to invite you.',
      )
    if (!(await isFirstWord(trx, hashOfToken(word.trim().toLowerCase()))))
      throw new Refusal(
        403,
        'wrong-word',
        'This is not the word that the server printed when it was started.',
      )
    const person = await insertPerson(trx, { name, email, passwordHash, mayBeginCourses: true })
    await deleteFirstWords(trx)
    return person
  })
}

/**
 * Keeps a word by which the first person shows that the installation is theirs; false where somebody is here
 * already.
 */
export async function offerFirstWord(db: Db, word: string): Promise<boolean> {
  if ((await countPeople(db)) > 0) return false
  await insertFirstWord(db, hashOfToken(word))
  return true
}

/** A new password for oneself: who only found the page open does not know the old one. */
export async function changePassword(
  db: Db,
  person: Person,
  { old, password }: { old: string; password: string },
): Promise<void> {
  const known = await findPersonByEmail(db, person.email)
  if (!known || !(await verifyPassword(old, known.passwordHash)))
    throw new Refusal(403, 'wrong-password', 'This is not your password of now.')
  refuseWeakPassword(password, person)
  await setPasswordHash(db, person.id, await hashPassword(password))
}
