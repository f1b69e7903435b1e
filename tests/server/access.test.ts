import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { insertDocument } from '../../server/services/exercises'
import { release } from '../../server/services/releases'
import { ROUTES, Visitor, startServer } from './support/server'
import { PAIR, PASSWORD, RIGHT, emailOf, handInMarked, makeClassRoom, type ClassRoom } from './support/world'

const ROLES = ['nobody', 'stranger', 'student', 'classmate', 'assistant', 'instructor'] as const
type Who = (typeof ROLES)[number]
type Outcome = 'in' | 401 | 403 | 404

const ANYONE: Record<Who, Outcome> = {
  nobody: 'in',
  stranger: 'in',
  student: 'in',
  classmate: 'in',
  assistant: 'in',
  instructor: 'in',
}
const SIGNED_IN: Record<Who, Outcome> = { ...ANYONE, nobody: 401 }
const MEMBERS: Record<Who, Outcome> = { ...SIGNED_IN, stranger: 404 }
const STAFF: Record<Who, Outcome> = { ...MEMBERS, student: 403, classmate: 403 }
const INSTRUCTOR: Record<Who, Outcome> = { ...STAFF, assistant: 403 }
const STUDENTS: Record<Who, Outcome> = { ...MEMBERS, assistant: 403, instructor: 403 }
/** Nobody is asked into the course, nor has put it away: whoever is signed in is told that nothing is there. */
const NOT_ASKED: Record<Who, Outcome> = {
  nobody: 401,
  stranger: 404,
  student: 404,
  classmate: 404,
  assistant: 404,
  instructor: 404,
}
/** The student's own hand-in: not even staff reads it by this route. */
const OWNER: Record<Who, Outcome> = {
  nobody: 401,
  stranger: 404,
  student: 'in',
  classmate: 404,
  assistant: 404,
  instructor: 404,
}

/**
 * Who may call what: written by hand, so that a change of a route's access must be said twice. "in" is any
 * answer but 401, 403, 404.
 */
const TABLE: Readonly<Record<string, Record<Who, Outcome>>> = {
  'get /api/health': ANYONE,
  'get /api/health/live': ANYONE,
  'get /api/session': ANYONE,
  'post /api/session': ANYONE,
  'delete /api/session': ANYONE,
  'post /api/session/demo': ANYONE,
  'post /api/first-person': ANYONE,
  'get /api/courses': SIGNED_IN,
  'post /api/courses': SIGNED_IN,
  'get /api/courses/[courseId]': MEMBERS,
  'get /api/courses/[courseId]/members': STAFF,
  'get /api/courses/[courseId]/marks': STAFF,
  'get /api/courses/[courseId]/marks/file': STAFF,
  'get /api/exercises/[exerciseId]/trial-feedback': STAFF,
  'get /api/courses/[courseId]/shelf': INSTRUCTOR,
  'get /api/courses/[courseId]/archived': INSTRUCTOR,
  'put /api/courses/[courseId]/archived': INSTRUCTOR,
  'delete /api/courses/[courseId]/archived/[archivedId]': INSTRUCTOR,
  'get /api/courses/[courseId]/shelf/[name]/[world]': INSTRUCTOR,
  'get /api/courses/[courseId]/shelf/[name]': INSTRUCTOR,
  'put /api/courses/[courseId]/marks/scheme': INSTRUCTOR,
  'put /api/courses/[courseId]/members/[personId]': INSTRUCTOR,
  'delete /api/courses/[courseId]/members/[personId]': INSTRUCTOR,
  'post /api/courses/[courseId]/members/[personId]/password-link': INSTRUCTOR,
  'delete /api/courses/[courseId]/membership': MEMBERS,
  'get /api/courses/[courseId]/invitations': INSTRUCTOR,
  'post /api/courses/[courseId]/invitations': INSTRUCTOR,
  'delete /api/courses/[courseId]/invitations/[email]': INSTRUCTOR,
  'get /api/me/invitations': SIGNED_IN,
  'get /api/me/archived': SIGNED_IN,
  'delete /api/me/archived/[courseId]': NOT_ASKED,
  'put /api/me/invitations/[courseId]': NOT_ASKED,
  'delete /api/me/invitations/[courseId]': NOT_ASKED,
  'put /api/me/password': SIGNED_IN,
  'delete /api/me/sessions': SIGNED_IN,
  'get /api/invitations/[token]': ANYONE,
  'post /api/invitations/[token]': ANYONE,
  'get /api/password-links/[token]': ANYONE,
  'post /api/password-links/[token]': ANYONE,
  'post /api/courses/[courseId]/exercises': INSTRUCTOR,
  'get /api/exercises/[exerciseId]/setting': STAFF,
  'put /api/exercises/[exerciseId]/document': INSTRUCTOR,
  'get /api/exercises/[exerciseId]/prepared': STAFF,
  'put /api/exercises/[exerciseId]/prepared': INSTRUCTOR,
  'delete /api/exercises/[exerciseId]/prepared': INSTRUCTOR,
  'post /api/exercises/[exerciseId]/prepared/markings': INSTRUCTOR,
  'post /api/exercises/[exerciseId]/prepared/engine': INSTRUCTOR,
  'get /api/exercises/[exerciseId]/revisions': STAFF,
  'put /api/exercises/[exerciseId]/revisions/[number]/prepared': INSTRUCTOR,
  'put /api/exercises/[exerciseId]/schedule': INSTRUCTOR,
  'put /api/exercises/[exerciseId]/published': INSTRUCTOR,
  'delete /api/exercises/[exerciseId]/published': INSTRUCTOR,
  'delete /api/exercises/[exerciseId]': INSTRUCTOR,
  'put /api/exercises/[exerciseId]/allowances/[personId]': INSTRUCTOR,
  'get /api/exercises/[exerciseId]/worksheet': MEMBERS,
  'post /api/exercises/[exerciseId]/worksheet': MEMBERS,
  'put /api/exercises/[exerciseId]/sheets/[sheet]': MEMBERS,
  'get /api/exercises/[exerciseId]/sheets/[sheet]/versions': MEMBERS,
  'get /api/exercises/[exerciseId]/sheets/[sheet]/versions/[version]': MEMBERS,
  'put /api/exercises/[exerciseId]/row-trial': MEMBERS,
  'put /api/exercises/[exerciseId]/case-marks': MEMBERS,
  'put /api/exercises/[exerciseId]/assumptions': MEMBERS,
  'post /api/exercises/[exerciseId]/row-trial': MEMBERS,
  'post /api/exercises/[exerciseId]/check': MEMBERS,
  'post /api/exercises/[exerciseId]/hand-ins': STUDENTS,
  'get /api/exercises/[exerciseId]/desk': STAFF,
  'get /api/exercises/[exerciseId]/people/[personId]/work': STAFF,
  'get /api/exercises/[exerciseId]/people/[personId]/sheets/[sheet]/versions': STAFF,
  'get /api/exercises/[exerciseId]/people/[personId]/sheets/[sheet]/versions/[version]': STAFF,
  'get /api/exercises/[exerciseId]/ledger': STAFF,
  'get /api/exercises/[exerciseId]/progress': STAFF,
  'get /api/exercises/[exerciseId]/late-saves': STAFF,
  'post /api/exercises/[exerciseId]/markings': STAFF,
  'delete /api/exercises/[exerciseId]/markings': STAFF,
  'post /api/exercises/[exerciseId]/brought-in': INSTRUCTOR,
  'post /api/exercises/[exerciseId]/brought-in/preview': INSTRUCTOR,
  'get /api/exercises/[exerciseId]/results/[kind]': STAFF,
  'post /api/exercises/[exerciseId]/export': STAFF,
  'get /api/exercises/[exerciseId]/export': STAFF,
  'delete /api/exercises/[exerciseId]/export': STAFF,
  // There for who asked for it: nobody did.
  'get /api/exercises/[exerciseId]/export/file': { ...STAFF, assistant: 404, instructor: 404 },
  'post /api/exercises/[exerciseId]/releases': INSTRUCTOR,
  'delete /api/exercises/[exerciseId]/releases': INSTRUCTOR,
  'get /api/exercises/[exerciseId]/mistakes': STAFF,
  'get /api/exercises/[exerciseId]/rules/[rule]/mistakes': STAFF,
  'put /api/exercises/[exerciseId]/rules/[rule]/decisions/[sheet]': STAFF,
  'post /api/exercises/[exerciseId]/rules/[rule]/decisions/[sheet]/preview': STAFF,
  'get /api/exercises/[exerciseId]/agreement': STAFF,
  'get /api/exercises/[exerciseId]/likeness': INSTRUCTOR,
  'get /api/exercises/[exerciseId]/shares': STAFF,
  'put /api/exercises/[exerciseId]/shares': INSTRUCTOR,
  'delete /api/exercises/[exerciseId]/shares': INSTRUCTOR,
  'delete /api/exercises/[exerciseId]/taking': STAFF,
  'put /api/hand-ins/[handInId]/taking': STAFF,
  'put /api/hand-ins/[handInId]/given/[criterion]': STAFF,
  'get /api/hand-ins/[handInId]': STAFF,
  'get /api/hand-ins/[handInId]/precedents': STAFF,
  'get /api/hand-ins/[handInId]/feedback': OWNER,
  'post /api/hand-ins/[handInId]/questions/[rule]/[sheet]': OWNER,
  'post /api/hand-ins/[handInId]/questions/[rule]/[sheet]/answer': STAFF,
  'put /api/hand-ins/[handInId]/cells/[rule]/[sheet]': STAFF,
  'post /api/hand-ins/[handInId]/comments': STAFF,
  'delete /api/hand-ins/[handInId]/comments/[commentId]': STAFF,
  'put /api/hand-ins/[handInId]/review': STAFF,
  'put /api/hand-ins/[handInId]/pairing': STAFF,
  'post /api/hand-ins/[handInId]/pairing/preview': STAFF,
  'get /api/hand-ins/[handInId]/rules/[rule]/dependencies': STAFF,
  'post /api/exercises/[exerciseId]/glossary': INSTRUCTOR,
  'post /api/exercises/[exerciseId]/glossary/preview': STAFF,
}

let server: Awaited<ReturnType<typeof startServer>>
let room: ClassRoom
let handInId: string
let draftId: string
let commentId: string

beforeAll(async () => {
  server = await startServer()
  room = await makeClassRoom(server.db)
  handInId = await handInMarked(server.db, room.exerciseId, room.people.student, RIGHT)
  await release(server.db, room.exerciseId, room.people.instructor)
  draftId = await insertDocument(server.db, room.courseId, room.people.instructor, {
    ...PAIR,
    title: 'A draft',
  })
  const [row] = await server
    .db('comments')
    .insert({ hand_in_id: handInId, text: 'Well done', written_by: room.people.instructor })
    .returning('id')
  commentId = row!.id
})
afterAll(() => server.stop())

async function visitorFor(who: Who): Promise<Visitor> {
  const visitor = new Visitor(server.origin)
  return who === 'nobody' ? visitor : visitor.signIn(emailOf(who), PASSWORD)
}

function urlOf(path: string, ids: Partial<Record<string, string>> = {}): string {
  const known: Record<string, string> = {
    courseId: room.courseId,
    exerciseId: room.exerciseId,
    handInId,
    archivedId: room.exerciseId,
    personId: room.people.classmate,
    rule: 'r1',
    sheet: 'script',
    version: 'saved-1',
    kind: 'results.json',
    number: '1',
    criterion: 'extra',
    commentId,
    name: 'bells-in-towers',
    world: '1',
    token: 'no-such-token',
    email: 'nobody@skarholm.example',
    ...ids,
  }
  return path.replace(/\[(\w+)\]/g, (_, name: string) => known[name]!)
}

describe('access', () => {
  it('is said for every route there is, and for no other', () => {
    expect(ROUTES.map(({ method, path }) => `${method} ${path}`).sort()).toEqual(Object.keys(TABLE).sort())
  })

  it.each(ROLES)('every route as %s', async who => {
    const visitor = await visitorFor(who)
    // What takes things away comes last, so that the others still find them; bodies are empty, so that
    // nothing is changed by those let in.
    const order = [...ROUTES].sort((a, b) => Number(a.method === 'delete') - Number(b.method === 'delete'))
    for (const { method, path } of order) {
      if (method === 'delete' && TABLE[`${method} ${path}`]![who] === 'in') continue
      const { status, body } = await visitor.ask(method, urlOf(path), method === 'get' ? undefined : {})
      const expected = TABLE[`${method} ${path}`]![who]
      const isRefused = status === 403 || status === 404 || (status === 401 && body.code === 'signed-out')
      const outcome: Outcome = isRefused ? status : 'in'
      const isDemoDoor = path === '/api/session/demo'
      if (!isDemoDoor) expect(`${method} ${path}: ${outcome}`).toBe(`${method} ${path}: ${expected}`)
    }
  })

  it('is refused from the page of another site, whoever asks', async () => {
    const visitor = await visitorFor('instructor')
    for (const { method, path } of ROUTES.filter(route => route.method !== 'get')) {
      expect(
        (await visitor.ask(method, urlOf(path), {}, { Origin: 'https://elsewhere.example' })).body.code,
      ).toBe('other-origin')
    }
  })

  it('tells a student nothing about a draft: the same answer as for what is not there', async () => {
    const visitor = await visitorFor('student')
    const nowhere = '00000000-0000-4000-8000-000000000000'
    for (const { method, path } of ROUTES.filter(route => route.path.includes('[exerciseId]'))) {
      const draft = await visitor.ask(
        method,
        urlOf(path, { exerciseId: draftId }),
        method === 'get' ? undefined : { content: 'x', base: 0, script: 'x' },
      )
      const nothing = await visitor.ask(
        method,
        urlOf(path, { exerciseId: nowhere }),
        method === 'get' ? undefined : { content: 'x', base: 0, script: 'x' },
      )
      expect(`${path} ${draft.status} ${JSON.stringify(draft.body)}`).toBe(
        `${path} ${nothing.status} ${JSON.stringify(nothing.body)}`,
      )
    }
  })

  it('never shows a student the model answer, the glossary or an id of somebody else', async () => {
    const visitor = await visitorFor('student')
    const answers = [
      await visitor.ask('get', urlOf('/api/exercises/[exerciseId]/worksheet')),
      await visitor.ask('get', urlOf('/api/courses/[courseId]')),
      await visitor.ask('post', urlOf('/api/exercises/[exerciseId]/check'), { script: RIGHT }),
      await visitor.ask('post', urlOf('/api/exercises/[exerciseId]/check'), {
        script: 'CREATE TABLE t (a int PRIMARY KEY);',
      }),
      await visitor.ask('get', urlOf('/api/hand-ins/[handInId]/feedback')),
    ]
    for (const { status, body } of answers) {
      expect(status).toBe(200)
      const text = JSON.stringify(body)
      expect(text).not.toContain('fk_participation_trip')
      expect(text).not.toContain('took_part')
      if (!text.includes('collector_code')) expect(text).not.toContain('participation')
      expect(text).not.toContain(room.people.classmate)
    }
  })

  it('answers an id that is none like one that is not there', async () => {
    const visitor = await visitorFor('instructor')
    expect((await visitor.ask('get', '/api/exercises/1%20OR%201=1/desk')).status).toBe(404)
  })
})
