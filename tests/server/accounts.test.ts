import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { tidyUp } from '../../server/services/tidying'
import { Visitor, startServer } from './support/server'
import { PASSWORD, emailOf, makeClassRoom, type ClassRoom } from './support/world'

let server: Awaited<ReturnType<typeof startServer>>
let room: ClassRoom
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  await server.db.raw('TRUNCATE people, courses, exercises, sign_in_failures CASCADE')
  room = await makeClassRoom(server.db)
})
afterEach(() => {
  delete process.env.NUXT_TRUSTED_PROXIES
})

const signedIn = (who: keyof ClassRoom['people']): Promise<Visitor> =>
  new Visitor(server.origin).signIn(emailOf(who), PASSWORD)
const course = (rest: string): string => `/api/courses/${room.courseId}${rest}`
const FUTURE = { name: 'A future assistant', email: 'future@skarholm.example', role: 'assistant' }

async function inviteOne(person: { name: string; email: string; role: string }): Promise<string> {
  const instructor = await signedIn('instructor')
  const { body } = await instructor.ask('POST', course('/invitations'), { people: [person] })
  return (body as unknown as { token: string }[])[0]!.token
}

describe('who may begin a course', () => {
  it('has the right: neither students nor assistants, unless it is granted by somebody who has it', async () => {
    const assistant = await signedIn('assistant')
    expect(await assistant.ask('POST', '/api/courses', { name: 'Mine' })).toMatchObject({
      status: 403,
      body: { code: 'may-not-begin' },
    })
    const instructor = await signedIn('instructor')
    expect(
      (await instructor.ask('PUT', course(`/members/${room.people.assistant}`), { mayBeginCourses: true }))
        .status,
    ).toBe(200)
    expect((await assistant.ask('POST', '/api/courses', { name: 'Mine' })).status).toBe(200)
    await server.db('people').where({ id: room.people.instructor }).update({ may_begin_courses: false })
    expect(
      (await instructor.ask('PUT', course(`/members/${room.people.student}`), { mayBeginCourses: true }))
        .status,
    ).toBe(403)
  })
})

describe('an invitation', () => {
  it('is taken up once, by its link, where the password is set; nobody is added before', async () => {
    const token = await inviteOne(FUTURE)
    expect(await server.db('people').where({ email: FUTURE.email })).toEqual([])
    const future = new Visitor(server.origin)
    expect((await future.ask('GET', `/api/invitations/${token}`)).body).toEqual({
      courseName: 'Relational Design',
      role: 'assistant',
      name: FUTURE.name,
      email: FUTURE.email,
      hasAccount: false,
    })
    expect(
      (await future.ask('POST', `/api/invitations/${token}`, { name: FUTURE.name, password: 'qwertyuiop' }))
        .body.code,
    ).toBe('weak-password')
    expect(
      (await future.ask('POST', `/api/invitations/${token}`, { name: 'Eva', password: 'salt reed thaw 7' }))
        .body,
    ).toEqual({ courseId: room.courseId })
    expect((await future.ask('GET', course(''))).body.role).toBe('assistant')
    expect(
      (
        await new Visitor(server.origin).ask('POST', `/api/invitations/${token}`, {
          name: 'x',
          password: 'salt reed thaw 8',
        })
      ).status,
    ).toBe(410)
    await new Visitor(server.origin).signIn(FUTURE.email, 'salt reed thaw 7')
  })

  it('to somebody who has an account is theirs to answer: by the link when signed in, or from their own page', async () => {
    const token = await inviteOne({ name: 'The stranger', email: emailOf('stranger'), role: 'assistant' })
    expect(
      await new Visitor(server.origin).ask('POST', `/api/invitations/${token}`, {
        name: 'x',
        password: 'a password of an impostor',
      }),
    ).toMatchObject({ status: 409, body: { code: 'sign-in-first' } })
    const stranger = await signedIn('stranger')
    expect((await stranger.ask('GET', course(''))).status).toBe(404)
    expect((await stranger.ask('GET', '/api/me/invitations')).body).toMatchObject([
      { courseName: 'Relational Design', role: 'assistant' },
    ])
    expect((await stranger.ask('PUT', `/api/me/invitations/${room.courseId}`)).status).toBe(200)
    expect((await stranger.ask('GET', course(''))).body.role).toBe('assistant')
    expect((await stranger.ask('GET', '/api/me/invitations')).body).toEqual([])
  })

  it('may be declined and withdrawn; a new one takes the place of the old', async () => {
    const first = await inviteOne({ name: 'The stranger', email: emailOf('stranger'), role: 'student' })
    const second = await inviteOne({ name: 'The stranger', email: emailOf('stranger'), role: 'assistant' })
    const stranger = await signedIn('stranger')
    expect((await stranger.ask('GET', `/api/invitations/${first}`)).status).toBe(410)
    expect((await stranger.ask('DELETE', `/api/me/invitations/${room.courseId}`)).status).toBe(200)
    expect((await stranger.ask('POST', `/api/invitations/${second}`, { name: 'x' })).status).toBe(410)
    await inviteOne(FUTURE)
    const instructor = await signedIn('instructor')
    expect(
      (await instructor.ask('DELETE', course(`/invitations/${encodeURIComponent(FUTURE.email)}`))).status,
    ).toBe(200)
    expect((await instructor.ask('GET', course('/invitations'))).body).toEqual([])
  })

  it('changes nobody’s role in silence, and does not tell who has an account', async () => {
    const instructor = await signedIn('instructor')
    const people = [
      { name: 'x', email: emailOf('student'), role: 'instructor' },
      { name: 'x', email: emailOf('stranger'), role: 'student' },
      { name: 'x', email: 'nobody@skarholm.example', role: 'student' },
    ]
    const { body } = await instructor.ask('POST', course('/invitations'), { people })
    expect((body as unknown as { token: string | null }[]).map(({ token }) => token !== null)).toEqual([
      false,
      true,
      true,
    ])
    expect((await (await signedIn('student')).ask('GET', course(''))).body.role).toBe('student')
  })

  it('is taken up once though four try at the same moment', async () => {
    for (let i = 0; i < 30; i++) {
      const email = `new.${i}@skarholm.example`
      const [token] = await Promise.all([inviteOneFast(email)])
      const statuses = await Promise.all(
        [1, 2, 3, 4].map(
          async () =>
            (
              await new Visitor(server.origin).ask('POST', `/api/invitations/${token}`, {
                name: 'New',
                password: `salt reed thaw ${i}${i}`,
              })
            ).status,
        ),
      )
      expect(statuses.filter(status => status === 200)).toHaveLength(1)
      expect(statuses.every(status => status === 200 || status === 409 || status === 410)).toBe(true)
    }
    expect(
      await server.db('memberships').where({ course_id: room.courseId }).count('* as n').first(),
    ).toEqual({ n: '34' })
  }, 120_000)

  async function inviteOneFast(email: string): Promise<string> {
    const { invite } = await import('../../server/services/members')
    return (
      await invite(
        server.db,
        room.courseId,
        [{ name: 'New', email, role: 'student' }],
        room.people.instructor,
      )
    )[0]!.token!
  }
})

describe('members', () => {
  it('leave and are taken out; the last instructor cannot, also when two go at once', async () => {
    const instructor = await signedIn('instructor')
    expect((await instructor.ask('DELETE', course('/membership'))).body.code).toBe('last-instructor')
    expect(
      (await instructor.ask('PUT', course(`/members/${room.people.instructor}`), { role: 'student' })).body
        .code,
    ).toBe('last-instructor')
    expect((await instructor.ask('DELETE', course(`/members/${room.people.classmate}`))).status).toBe(200)
    expect((await (await signedIn('student')).ask('DELETE', course('/membership'))).status).toBe(200)
    expect(
      (await instructor.ask('PUT', course(`/members/${room.people.assistant}`), { role: 'instructor' }))
        .status,
    ).toBe(200)
    const assistant = await signedIn('assistant')
    const both = await Promise.all(
      [instructor, assistant].map(who => who.ask('DELETE', course('/membership'))),
    )
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    expect(await server.db('audit_entries').where({ action: 'member.role' })).toHaveLength(1)
  })
})

describe('passwords and sessions', () => {
  it('a new password needs the old one, and ends all other sessions', async () => {
    const [here, there] = [await signedIn('student'), await signedIn('student')]
    expect(
      (await here.ask('PUT', '/api/me/password', { old: 'not it', password: 'salt reed thaw 7' })).status,
    ).toBe(403)
    expect(
      (await here.ask('PUT', '/api/me/password', { old: PASSWORD, password: 'salt reed thaw 7' })).body,
    ).toEqual({ ended: 1 })
    expect((await there.ask('GET', '/api/courses')).status).toBe(401)
    expect((await here.ask('GET', '/api/courses')).status).toBe(200)
    await new Visitor(server.origin).signIn(emailOf('student'), 'salt reed thaw 7')
  })

  it('an ended session stays ended, whoever kept its cookie; signing out everywhere ends the others', async () => {
    const [here, there] = [await signedIn('student'), await signedIn('student')]
    const kept = there.cookies()
    await there.ask('DELETE', '/api/session')
    expect(
      (await new Visitor(server.origin).ask('GET', '/api/courses', undefined, { Cookie: kept })).status,
    ).toBe(401)
    await signedIn('student')
    expect((await here.ask('DELETE', '/api/me/sessions')).body).toEqual({ ended: 1 })
    expect((await here.ask('GET', '/api/courses')).status).toBe(200)
  })

  it('a session is renewed by use, and ends by itself', async () => {
    const visitor = await signedIn('student')
    await server
      .db('sessions')
      .update({ seen_at: new Date(Date.now() - 7_200_000), expires_at: new Date(Date.now() + 3_600_000) })
    expect((await visitor.ask('GET', '/api/courses')).status).toBe(200)
    expect((await server.db('sessions').first('expires_at'))!.expires_at.getTime()).toBeGreaterThan(
      Date.now() + 13 * 86_400_000,
    )
    await server
      .db('sessions')
      .update({ begun_at: new Date(Date.now() - 7_200_000), expires_at: new Date(Date.now() - 1000) })
    expect((await visitor.ask('GET', '/api/courses')).status).toBe(401)
  })

  it('what has ended is tidied away: sessions, and tries of before a day', async () => {
    await signedIn('student')
    const past = new Date(Date.now() - 2 * 86_400_000)
    await server.db('sessions').update({ begun_at: past, expires_at: new Date(past.getTime() + 1000) })
    await signedIn('classmate')
    await server.db('sign_in_failures').insert([
      { subject: 'place x', at: past },
      { subject: 'place y', at: new Date() },
    ])
    await tidyUp(server.db)
    expect(await server.db('sessions')).toHaveLength(1)
    expect(await server.db('sign_in_failures').pluck('subject')).toEqual(['place y'])
  })

  it('a link for a new password works once, for people whose courses are all this instructor’s', async () => {
    const instructor = await signedIn('instructor')
    const student = await signedIn('student')
    const { token } = (await instructor.ask('POST', course(`/members/${room.people.student}/password-link`)))
      .body as { token: string }
    const visitor = new Visitor(server.origin)
    expect((await visitor.ask('GET', `/api/password-links/${token}`)).body).toEqual({
      name: 'The student',
      email: emailOf('student'),
    })
    expect(
      (await visitor.ask('POST', `/api/password-links/${token}`, { password: 'salt reed thaw 7' })).status,
    ).toBe(200)
    expect(
      (await visitor.ask('POST', `/api/password-links/${token}`, { password: 'salt reed thaw 8' })).status,
    ).toBe(410)
    expect((await student.ask('GET', '/api/courses')).status).toBe(401)
    const other = (await server.db('courses').where({ name: 'Another course' }).first('id'))!.id
    await server
      .db('memberships')
      .insert({ course_id: other, person_id: room.people.classmate, role: 'student' })
    expect(
      (await instructor.ask('POST', course(`/members/${room.people.classmate}/password-link`))).body.code,
    ).toBe('not-yours-alone')
    await server
      .db('memberships')
      .insert({ course_id: room.courseId, person_id: room.people.stranger, role: 'student' })
    expect(
      (await instructor.ask('POST', course(`/members/${room.people.stranger}/password-link`))).body.code,
    ).toBe('not-yours-alone')
  })

  it('tries count for the place that the trusted proxies saw, not for what anybody writes', async () => {
    const visitor = new Visitor(server.origin)
    const attempt = (forwarded: string, password = 'wrong') =>
      visitor.ask(
        'POST',
        '/api/session',
        { email: emailOf('student'), password },
        { 'X-Forwarded-For': forwarded },
      )
    for (let i = 0; i < 8; i++) await attempt(`10.0.0.${i}`)
    expect((await attempt('10.0.0.99')).status).toBe(429)
    process.env.NUXT_TRUSTED_PROXIES = '1'
    for (let i = 0; i < 8; i++) await attempt(`10.0.0.${i}, 10.1.1.1`)
    expect((await attempt('10.0.0.99, 10.1.1.1')).status).toBe(429)
    expect((await attempt('10.0.0.1, 10.1.1.2', PASSWORD)).status).toBe(200)
  })
})
