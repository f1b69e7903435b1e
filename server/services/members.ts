import type { InvitationAnswer, InvitedLine, MyInvitation, Person, Role } from '#shared/answers'
import { hashOfToken, newToken } from '../auth/token'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import {
  deleteInvitation,
  deletePasswordLink,
  findInvitation,
  findPasswordLink,
  listInvitationsTo,
  lockInvitation,
  putInvitation,
  putPasswordLink,
  type Invitation,
} from '../repositories/invitations'
import {
  changeRole,
  changeSection,
  deleteMembership,
  findPerson,
  findPersonByEmail,
  findRole,
  insertMembership,
  insertPersonOnce,
  isInHandsOf,
  lockInstructors,
  setMayBeginCourses,
  setPasswordHash,
} from '../repositories/people'
import { deleteSessionsOf } from '../repositories/sessions'
import { hashPassword, refuseWeakPassword } from './passwords'
import { Refusal, forbidden, notFound } from './problem'

const DAY_MS = 86_400_000
const INVITATION_LASTS_MS = 30 * DAY_MS
const LINK_LASTS_MS = 2 * DAY_MS

export interface Invited {
  readonly name: string
  readonly email: string
  readonly role: Role
}

/**
 * Asks people into a course: each takes it up by a link that is good once, and sets the password there. Who
 * has an account is asked in it as well. Nobody is added in silence, and the answer does not tell who has
 * one. Who is in the course already stays as they are.
 */
export async function invite(
  db: Db,
  courseId: string,
  people: readonly Invited[],
  by: string,
  now = new Date(),
): Promise<InvitedLine[]> {
  const invited: InvitedLine[] = []
  for (const { name, email, role } of people) {
    const known = await findPersonByEmail(db, email)
    if (known && (await findRole(db, courseId, known.id))) {
      invited.push({ name, email, role, token: null })
      continue
    }
    const token = newToken()
    await db.transaction(async trx => {
      await putInvitation(trx, {
        courseId,
        email,
        name,
        role,
        tokenHash: hashOfToken(token),
        by,
        expiresAt: new Date(now.getTime() + INVITATION_LASTS_MS),
      })
      await audit(trx, {
        courseId,
        personId: by,
        action: 'member.invite',
        subject: courseId,
        detail: { role },
      })
    })
    invited.push({ name, email, role, token })
  }
  return invited
}

export async function withdrawInvitation(db: Db, courseId: string, email: string, by: string): Promise<void> {
  if (!(await deleteInvitation(db, courseId, email))) throw notFound()
  await audit(db, { courseId, personId: by, action: 'member.withdraw', subject: courseId })
}

const gone = (): Refusal =>
  new Refusal(
    410,
    'link-used',
    'This link is no longer good: it was used, withdrawn, or is too old. Ask for another.',
  )

export async function showInvitation(db: Db, token: string, now = new Date()): Promise<InvitationAnswer> {
  const invitation = await findInvitation(db, hashOfToken(token), now)
  if (!invitation) throw gone()
  const { courseName, role, name, email } = invitation
  return { courseName, role, name, email, hasAccount: (await findPersonByEmail(db, email)) !== undefined }
}

/**
 * Takes an invitation up by its link. Somebody new makes an account there; whoever has one must be signed in
 * to it.
 */
export async function takeUpInvitation(
  db: Db,
  token: string,
  { name, password }: { name: string; password: string | undefined },
  signedIn: Person | undefined,
  now = new Date(),
): Promise<{ person: Person; courseId: string }> {
  const shown = await showInvitation(db, token, now)
  if (password !== undefined) refuseWeakPassword(password, { name, email: shown.email })
  const passwordHash = password === undefined ? undefined : await hashPassword(password)
  return db.transaction(async trx => {
    const invitation = await lockInvitation(trx, { 'i.token_hash': hashOfToken(token) }, now)
    if (!invitation) throw gone()
    const known = signedIn?.email === invitation.email ? signedIn : undefined
    const made =
      known ??
      (passwordHash === undefined
        ? undefined
        : await insertPersonOnce(trx, { name, email: invitation.email, passwordHash }))
    if (!made)
      throw new Refusal(
        409,
        'sign-in-first',
        'There is an account with this address: sign in to it, then take part.',
      )
    await takeUp(trx, invitation, made.id)
    return { person: made, courseId: invitation.courseId }
  })
}

async function takeUp(db: Db, { courseId, email, role }: Invitation, personId: string): Promise<void> {
  await insertMembership(db, courseId, personId, role)
  await deleteInvitation(db, courseId, email)
  await audit(db, { courseId, personId, action: 'member.join', subject: personId, detail: { role } })
}

export async function myInvitations(db: Db, person: Person, now = new Date()): Promise<MyInvitation[]> {
  return listInvitationsTo(db, person.email, now)
}

/** Answers an invitation to one's own account. */
export async function answerInvitation(
  db: Db,
  person: Person,
  courseId: string,
  takesPart: boolean,
  now = new Date(),
): Promise<void> {
  await db.transaction(async trx => {
    const invitation = await lockInvitation(trx, { 'i.course_id': courseId, 'i.email': person.email }, now)
    if (!invitation) throw notFound()
    if (takesPart) return takeUp(trx, invitation, person.id)
    await deleteInvitation(trx, courseId, person.email)
    await audit(trx, { courseId, personId: person.id, action: 'member.decline', subject: person.id })
  })
}

const lastInstructor = (): Refusal =>
  new Refusal(409, 'last-instructor', 'A course needs an instructor: make somebody else one first.')

/** Another role in the course, and the right to begin courses, by somebody who has it. Both are on record. */
export async function changeMember(
  db: Db,
  courseId: string,
  memberId: string,
  change: {
    role?: Role | undefined
    mayBeginCourses?: boolean | undefined
    section?: string | null | undefined
  },
  by: Person,
): Promise<void> {
  if (change.mayBeginCourses !== undefined && !by.mayBeginCourses) throw forbidden()
  await db.transaction(async trx => {
    const instructors = await lockInstructors(trx, courseId)
    const role = await findRole(trx, courseId, memberId)
    if (!role) throw notFound()
    if (change.role !== undefined && change.role !== role) {
      if (role === 'instructor' && instructors.length === 1) throw lastInstructor()
      await changeRole(trx, courseId, memberId, change.role)
      await audit(trx, {
        courseId,
        personId: by.id,
        action: 'member.role',
        subject: memberId,
        detail: { from: role, to: change.role },
      })
    }
    if (change.section !== undefined) await changeSection(trx, courseId, memberId, change.section)
    if (change.mayBeginCourses !== undefined) {
      await setMayBeginCourses(trx, memberId, change.mayBeginCourses)
      await audit(trx, {
        courseId,
        personId: by.id,
        action: 'person.may-begin-courses',
        subject: memberId,
        detail: { may: change.mayBeginCourses },
      })
    }
  })
}

/** Takes somebody out of a course, or lets them leave; what they wrote stays. */
export async function removeMember(db: Db, courseId: string, memberId: string, by: string): Promise<void> {
  await db.transaction(async trx => {
    const instructors = await lockInstructors(trx, courseId)
    if (!(await findRole(trx, courseId, memberId))) throw notFound()
    if (instructors.length === 1 && instructors[0] === memberId) throw lastInstructor()
    await deleteMembership(trx, courseId, memberId)
    await audit(trx, {
      courseId,
      personId: by,
      action: memberId === by ? 'member.leave' : 'member.remove',
      subject: memberId,
    })
  })
}

/**
 * A link by which a member sets a new password. Only for people all of whose courses this instructor teaches,
 * and who teach none: else an instructor could walk into another's course by way of a common member.
 */
export async function makePasswordLink(
  db: Db,
  courseId: string,
  memberId: string,
  by: string,
  now = new Date(),
): Promise<string> {
  if (!(await findRole(db, courseId, memberId))) throw notFound()
  if (!(await isInHandsOf(db, memberId, by)))
    throw new Refusal(
      403,
      'not-yours-alone',
      'This person teaches, or takes part in a course of somebody else: whoever runs the installation can make the link.',
    )
  const token = await putNewLink(db, memberId, by, now)
  await audit(db, { courseId, personId: by, action: 'person.password-link', subject: memberId })
  return token
}

export async function putNewLink(
  db: Db,
  personId: string,
  by: string | null,
  now = new Date(),
): Promise<string> {
  const token = newToken()
  await putPasswordLink(db, {
    personId,
    tokenHash: hashOfToken(token),
    by,
    expiresAt: new Date(now.getTime() + LINK_LASTS_MS),
  })
  return token
}

export async function showPasswordLink(
  db: Db,
  token: string,
  now = new Date(),
): Promise<{ name: string; email: string }> {
  const link = await findPasswordLink(db, hashOfToken(token), now)
  if (!link) throw gone()
  return { name: link.name, email: link.email }
}

/** Sets the new password; all sessions of the person end, and the link with them. */
export async function usePasswordLink(
  db: Db,
  token: string,
  password: string,
  now = new Date(),
): Promise<Person> {
  const link = await findPasswordLink(db, hashOfToken(token), now)
  if (!link) throw gone()
  refuseWeakPassword(password, link)
  const passwordHash = await hashPassword(password)
  return db.transaction(async trx => {
    if (!(await deletePasswordLink(trx, hashOfToken(token)))) throw gone()
    await setPasswordHash(trx, link.personId, passwordHash)
    await deleteSessionsOf(trx, link.personId)
    return (await findPerson(trx, link.personId))!
  })
}
