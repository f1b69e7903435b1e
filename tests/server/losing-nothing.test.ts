import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { refuseOthers } from '../../db/demo/start-over'
import { toJsonb } from '../../server/repositories/database'
import { findExercise, latestRevision } from '../../server/repositories/exercises'
import { findHandIn, listLatest } from '../../server/repositories/hand-ins'
import { thinRevisions } from '../../server/repositories/worksheets'
import { release } from '../../server/services/releases'
import { showDesk } from '../../server/services/desk'
import { showFeedback } from '../../server/services/feedback'
import { allow, saveSchedule, showCourse, takeBack } from '../../server/services/exercises'
import { collectDue, handIn } from '../../server/services/handing-in'
import { begin, saveSheet } from '../../server/services/worksheets'
import { Visitor, startServer } from './support/server'
import {
  changeTo,
  DAY_MS,
  PASSWORD,
  RIGHT,
  WRONG,
  emailOf,
  handInMarked,
  makeClassRoom,
  type ClassRoom,
  emptyAll,
} from './support/world'

let server: Awaited<ReturnType<typeof startServer>>
let room: ClassRoom
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  await emptyAll(server.db)
  room = await makeClassRoom(server.db)
})

const db = () => server.db
const days = (n: number): Date => new Date(Date.now() + n * DAY_MS)
const codeOf = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => 'done',
    error => (error as { code: string }).code,
  )
const save = (content: string, base: number, at = new Date(), who: 'student' | 'classmate' = 'student') =>
  saveSheet(db(), room.exerciseId, room.people[who], 'student', { sheet: 'script', content, base }, at)
const signedIn = (who: keyof ClassRoom['people']): Promise<Visitor> =>
  new Visitor(server.origin).signIn(emailOf(who), PASSWORD)
const path = (rest: string): string => `/api/exercises/${room.exerciseId}${rest}`

describe('whose work it is', () => {
  it('a save or hand-in says whose it is, and is refused where somebody else is signed in', async () => {
    const student = await signedIn('student')
    expect((await student.ask('PUT', path('/sheets/script'), { content: RIGHT, base: 0 })).status).toBe(200)
    const classmate = await signedIn('classmate')
    classmate.personId = student.personId // a page of the student's, after the classmate signed in in the same browser
    expect(await classmate.ask('PUT', path('/sheets/script'), { content: WRONG, base: 0 })).toMatchObject({
      status: 409,
      body: { code: 'another-person', extra: { name: 'The classmate' } },
    })
    expect((await classmate.ask('POST', path('/hand-ins'), { bases: { script: 1 } })).body.code).toBe(
      'another-person',
    )
    expect((await classmate.ask('GET', path('/worksheet'))).body.code).toBe('another-person')
    classmate.personId = undefined
    expect(await classmate.ask('PUT', path('/sheets/script'), { content: WRONG, base: 0 })).toMatchObject({
      status: 400,
      body: { code: 'person-not-named' },
    })
    expect(await db()('worksheet_revisions').pluck('content')).toEqual([RIGHT])
  })

  it('signing in again on somebody’s page takes that person only', async () => {
    const visitor = new Visitor(server.origin)
    const as = room.people.student
    expect(
      await visitor.ask('POST', '/api/session', { email: emailOf('classmate'), password: PASSWORD, as }),
    ).toMatchObject({ status: 409, body: { code: 'another-person' } })
    expect((await visitor.ask('GET', '/api/session')).body.person).toBeNull()
    expect(
      (await visitor.ask('POST', '/api/session', { email: emailOf('student'), password: PASSWORD, as }))
        .status,
    ).toBe(200)
  })
})

describe('what arrives after closing', () => {
  it('is kept beside what counts, once, and can be read at the desk', async () => {
    await save(RIGHT, 0)
    const late = days(6.5)
    expect(await codeOf(save(WRONG, 1, late))).toBe('closed-kept')
    expect(await codeOf(save(WRONG, 1, late))).toBe('closed-kept')
    expect(await codeOf(save(RIGHT, 1, late))).toBe('closed-kept')
    expect(await codeOf(save('nothing begun', 0, late, 'classmate'))).toBe('closed')
    expect((await showDesk(db(), room.exerciseId, 'instructor')).lateSaves).toBe(1)
    const assistant = await signedIn('assistant')
    expect((await assistant.ask('GET', path('/late-saves'))).body).toMatchObject([
      { name: 'The student', sheet: 'script', content: WRONG },
    ])
    expect(await db()('worksheet_revisions').pluck('content')).toEqual([RIGHT])
  })
})

describe('collecting at the due moment', () => {
  const handIns = () => listLatest(db(), room.exerciseId)
  const mine = async (who: 'student' | 'classmate' = 'student') =>
    (await showCourse(db(), room.courseId, room.people[who], 'student')).exercises[0]!.mine!
  const scriptOf = async (id: string) => (await findHandIn(db(), id))!.answer.script
  const allowUntil = (who: 'student' | 'classmate', until: Date) =>
    allow(
      db(),
      { id: room.exerciseId, courseId: room.courseId },
      room.people[who],
      { dueAt: until.toISOString(), attempts: null },
      room.people.instructor,
    )
  const schedule = async (change: Partial<Parameters<typeof saveSchedule>[4]>) =>
    saveSchedule(db(), room.exerciseId, room.courseId, room.people.instructor, {
      ...(await findExercise(db(), room.exerciseId))!,
      ...change,
    })

  it('takes no attempt from who may still hand in late', async () => {
    await schedule({ attempts: 1 })
    await save(WRONG, 0)
    expect(await collectDue(db(), days(5.1))).toBe(1)
    expect(await mine()).toMatchObject({ isAutomatic: true, attemptsUsed: 0 })
    const { number } = await save(RIGHT, 1, days(5.2))
    expect(
      await handIn(db(), room.exerciseId, room.people.student, { script: number }, days(5.3)),
    ).toMatchObject({ attempt: 1, attempts: 1 })
    expect(await collectDue(db(), days(5.4))).toBe(0)
    const [last] = await handIns()
    expect(last).toMatchObject({ isAutomatic: false, attempt: 2 })
    expect(await scriptOf(last!.id)).toBe(RIGHT)
  })

  it('takes what was saved by the due moment, not what was written afterwards, however late it runs', async () => {
    await save(WRONG, 0)
    await save(RIGHT, 1, days(5.5))
    expect(await collectDue(db(), days(7))).toBe(1)
    const [collected] = await handIns()
    expect(await scriptOf(collected!.id)).toBe(WRONG)
    expect(collected).toMatchObject({ lateBySeconds: 0 })
  })

  it('collects anew what was saved by a later date that was given afterwards', async () => {
    await save(WRONG, 0)
    expect(await collectDue(db(), days(5.1))).toBe(1)
    await allowUntil('student', days(8))
    expect(await mine()).toMatchObject({ handedInAt: null, isAutomatic: false })
    await save(RIGHT, 1, days(7))
    expect(await collectDue(db(), days(7.5))).toBe(0)
    expect(await collectDue(db(), days(8.1))).toBe(1)
    expect(await collectDue(db(), days(8.2))).toBe(0)
    const [collected] = await handIns()
    expect(await scriptOf(collected!.id)).toBe(RIGHT)
  })

  it('collects from who had not begun at the due moment and was given a later date', async () => {
    await save(WRONG, 0)
    expect(await collectDue(db(), days(5.1))).toBe(1)
    await allowUntil('classmate', days(9))
    expect(await collectDue(db(), days(5.2))).toBe(0)
    await save(RIGHT, 0, days(6), 'classmate')
    expect(await collectDue(db(), days(9.1))).toBe(1)
    expect(await handIns()).toHaveLength(2)
  })

  it('begins anew when the date of all is changed, and hands the same in only once', async () => {
    await save(WRONG, 0)
    expect(await collectDue(db(), days(5.1))).toBe(1)
    await schedule({ dueAt: days(7).toISOString() })
    expect(await collectDue(db(), days(7.1))).toBe(0)
    expect(await handIns()).toHaveLength(1)
  })

  it('tells at the desk no more of whose work could not be collected once they handed in by themselves', async () => {
    await save(RIGHT, 0)
    const worksheet = (await db()('worksheets').where({ person_id: room.people.student }).first('id'))!
    await db()('collecting_failures').insert({ worksheet_id: worksheet.id, reason: 'not this one' })
    expect((await showDesk(db(), room.exerciseId, 'instructor')).uncollected).toHaveLength(1)
    await handIn(db(), room.exerciseId, room.people.student, { script: 1 })
    expect((await showDesk(db(), room.exerciseId, 'instructor')).uncollected).toEqual([])
  })

  it('treats each worksheet by itself: one that cannot be stored holds up no other, and is told', async () => {
    await save('{', 0)
    await save(RIGHT, 0, new Date(), 'classmate')
    await db().raw(
      "CREATE FUNCTION refuse_one() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN IF NEW.answer->>'script' = '{' THEN RAISE EXCEPTION 'not this one'; END IF; RETURN NEW; END $$",
    )
    await db().raw(
      'CREATE TRIGGER tr_refuse_one BEFORE INSERT ON hand_ins FOR EACH ROW EXECUTE FUNCTION refuse_one()',
    )
    try {
      expect(await collectDue(db(), days(5.1))).toBe(1)
      expect((await findExercise(db(), room.exerciseId))!.collectedAt).toBeNull()
      expect((await showDesk(db(), room.exerciseId, 'instructor')).uncollected).toEqual([
        {
          personId: room.people.student,
          name: 'The student',
          reason: expect.stringContaining('not this one'),
        },
      ])
    } finally {
      await db().raw('DROP TRIGGER tr_refuse_one ON hand_ins; DROP FUNCTION refuse_one')
    }
    expect(await collectDue(db(), days(5.2))).toBe(1)
    expect((await findExercise(db(), room.exerciseId))!.collectedAt).not.toBeNull()
    expect((await showDesk(db(), room.exerciseId, 'instructor')).uncollected).toEqual([])
  })
})

describe('signs that no text can hold', () => {
  const NUL = `CREATE TABLE t (a\u0000 int);`
  it.each([
    ['U+0000', NUL],
    ['half a sign', 'CREATE TABLE t (a int); -- \uD83D'],
    ['the other half', '\uDE00'],
  ])('%s in a script is refused at the door, with its place', async (_, content) => {
    const student = await signedIn('student')
    expect(await student.ask('PUT', path('/sheets/script'), { content, base: 0 })).toMatchObject({
      status: 422,
      body: { code: 'bad-signs', extra: { path: ['content'], line: 1 } },
    })
    expect((await student.ask('POST', path('/check'), { script: content })).body.code).toBe('bad-signs')
  })

  it('is refused as an escape within a sheet that is JSON, in a name of a person and in a document', async () => {
    const instructor = await signedIn('instructor')
    expect((await instructor.ask('POST', '/api/courses', { name: 'a\u0000b' })).body).toMatchObject({
      code: 'bad-signs',
    })
    const { document } = (await instructor.ask('GET', path('/setting'))).body as {
      document: Record<string, unknown>
    }
    await instructor.ask('PUT', path('/document'), {
      document: { ...document, sheets: ['script', 'dictionary'] },
      base: 1,
    })
    await instructor.ask('PUT', path('/prepared'), { base: 2 })
    const student = await signedIn('student')
    const entry = {
      entity: 'a\u0000',
      field: 'f',
      type: '',
      size: '',
      format: '',
      required: '',
      key: '',
      refersTo: '',
      example: '',
      rule: '',
      meaning: '',
    }
    expect(
      await student.ask('PUT', path('/sheets/dictionary'), {
        content: JSON.stringify({ entries: [entry] }),
        base: 0,
      }),
    ).toMatchObject({ status: 422, body: { code: 'bad-signs' } })
  })

  it('what the engine makes is made sure of before it is stored', async () => {
    const { rows } = await db().raw('SELECT ?::jsonb AS value', [
      toJsonb({ 'a\u0000': ['\uD83D', 'sound 😀 \\u0000'] }),
    ])
    expect(rows[0].value).toEqual({ a: ['', 'sound 😀 \\u0000'] })
  })

  it('numbers and dates that no column holds are 422', async () => {
    const student = await signedIn('student')
    expect(
      (await student.ask('PUT', path('/sheets/script'), { content: 'x', base: 3_000_000_000 })).status,
    ).toBe(422)
    expect((await student.ask('POST', path('/hand-ins'), { bases: { script: 2 ** 40 } })).status).toBe(422)
    const instructor = await signedIn('instructor')
    for (const dueAt of ['0000-01-01T00:00:00Z', '9999-12-31T00:00:00+14:00']) {
      expect(
        (
          await instructor.ask('PUT', path('/schedule'), {
            opensAt: null,
            dueAt,
            attempts: 1,
            lateDays: 0,
            lateLoss: 0,
            collectsAtDue: true,
            saysWorkIsRead: true,
            toldModel: null,
            isAnonymous: false,
            counted: 'last',
          })
        ).status,
      ).toBe(422)
    }
  })
})

describe('limits of what one person keeps', () => {
  it('of saves older than a day the last of each minute stays, and the last of all', async () => {
    const minute = new Date(Math.floor(Date.now() / 60_000) * 60_000 - 2 * DAY_MS)
    for (let i = 0; i < 12; i++) await save(`text ${i}`, i, new Date(minute.getTime() + i * 10_000))
    const bytes = async () => Number((await db()('worksheets').first('stored_bytes'))!.stored_bytes)
    expect(await bytes()).toBe(10 * 6 + 2 * 7)
    expect(await thinRevisions(db(), { from: days(-3), until: days(-1) })).toBe(10)
    expect(await db()('worksheet_revisions').orderBy('number').pluck('content')).toEqual([
      'text 5',
      'text 11',
    ])
    expect(await bytes()).toBe(13)
    expect((await save('next', 12)).number).toBe(13)
  })

  it('refuses a person who has filled the room, thinning first, and more saves in a minute than anybody types', async () => {
    await save('first', 0)
    await db()('worksheets').update({ stored_bytes: '199999999' })
    expect(await codeOf(save('second', 1))).toBe('no-room')
    await db()('worksheets').update({ stored_bytes: '10' })
    const at = new Date()
    const codes = new Set<string>()
    for (let i = 0; i < 245; i++) codes.add(await codeOf(save('first', 1, at)))
    expect([...codes].sort()).toEqual(['done', 'too-many-saves'])
  })
})

describe('the demo', () => {
  it('is neither loaded nor begun again where anybody is who is not of it', async () => {
    await expect(refuseOthers(db())).resolves.toBeUndefined()
    await db()('people').insert({ name: 'A person', email: 'person@university.example', password_hash: 'x' })
    await expect(refuseOthers(db())).rejects.toThrow('a person who is not of the demo')
  })
})

describe('races', () => {
  it('taking back against beginning: never a worksheet of a draft', async () => {
    for (let i = 0; i < 30; i++) {
      await db()('exercises').update({ state: 'published' })
      await db()('worksheets').delete()
      const [taken, begun] = await Promise.all([
        codeOf(takeBack(db(), room.exerciseId, room.people.instructor)),
        codeOf(begin(db(), room.exerciseId, room.people.student, 'student')),
      ])
      expect([
        ['done', 'not-found'],
        ['begun', 'done'],
      ]).toContainEqual([taken, begun])
    }
  })

  it('replacing a revision against handing in: a hand-in is of the document that it names', async () => {
    await db()('exercises').update({ attempts: 99 })
    const { number } = await save(RIGHT, 0)
    for (let i = 0; i < 30; i++) {
      const { document } = await latestRevision(db(), room.exerciseId)
      const sheets: typeof document.sheets = document.sheets.includes('dictionary')
        ? ['script']
        : ['script', 'dictionary']
      await Promise.all([
        changeTo(db(), room, { ...document, sheets }),
        handIn(db(), room.exerciseId, room.people.student, { script: number }),
      ])
    }
    const rows = await db()('hand_ins as h')
      .join('exercise_revisions as r', 'r.id', 'h.exercise_revision_id')
      .select('h.answer', 'r.document')
    expect(rows).toHaveLength(30)
    for (const { answer, document } of rows)
      expect('dictionary' in answer).toBe(document.sheets.includes('dictionary'))
  })

  it('a release is what it told: neither a decision, nor a policy, nor another rule sheet moves it', async () => {
    const id = await handInMarked(db(), room.exerciseId, room.people.student, WRONG, days(5.5))
    await release(db(), room.exerciseId, room.people.instructor)
    const told = async () => (await showFeedback(db(), (await findHandIn(db(), id))!)).points
    const before = await told()
    const exercise = (await findExercise(db(), room.exerciseId))!
    await saveSchedule(db(), room.exerciseId, room.courseId, room.people.instructor, {
      ...exercise,
      lateLoss: 90,
    })
    const instructor = await signedIn('instructor')
    expect(
      (
        await instructor.ask('PUT', `/api/hand-ins/${id}/cells/r1/script`, {
          verdict: 'upheld',
          reason: 'changed my mind',
          version: 0,
        })
      ).body.code,
    ).toBe('released')
    expect(await told()).toEqual(before)
    expect(before.late).toBeGreaterThan(0)
  })
})
