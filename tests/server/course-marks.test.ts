import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { CourseMarksAnswer } from '../../shared/answers'
import { findHandIn } from '../../server/repositories/hand-ins'
import { decide } from '../../server/services/decisions'
import { Visitor, startServer } from './support/server'
import {
  PAIR,
  PASSWORD,
  RIGHT,
  WRONG,
  emailOf,
  handInMarked,
  makeClassRoom,
  setOpenExercise,
  type ClassRoom,
  emptyAll,
} from './support/world'

let server: Awaited<ReturnType<typeof startServer>>
let room: ClassRoom
let second: string
let instructor: Visitor
const db = () => server.db
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  await emptyAll(db())
  room = await makeClassRoom(db())
  second = await setOpenExercise(db(), room, { ...PAIR, title: '=The second' })
  instructor = await new Visitor(server.origin).signIn(emailOf('instructor'), PASSWORD)
})
const path = (rest = ''): string => `/api/courses/${room.courseId}/marks${rest}`
const marks = async (): Promise<CourseMarksAnswer> =>
  (await instructor.ask('GET', path())).body as unknown as CourseMarksAnswer
const close = (): Promise<unknown> => db()('exercises').update({ due_at: new Date(Date.now() - 1000) })
const of = (answer: CourseMarksAnswer, who: keyof ClassRoom['people']) =>
  answer.students.find(({ id }) => id === room.people[who])!

describe('the marks of a course', () => {
  it('are students by exercises; nothing handed in is nothing; what is not closed does not count', async () => {
    const id = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    await handInMarked(db(), second, room.people.student, RIGHT)
    await handInMarked(db(), second, room.people.classmate, RIGHT)
    const open = await marks()
    expect(open.exercises.map(({ counts }) => counts)).toEqual([false, false])
    expect(of(open, 'student')).toMatchObject({ percent: null, marks: [{ got: 15_000 }, { got: 20_000 }] })
    await close()
    const closed = await marks()
    expect(of(closed, 'student').percent).toBe(87.5)
    expect(of(closed, 'classmate')).toMatchObject({ percent: 50, marks: [null, { got: 20_000 }] })
    // A decision moves it: what was worked out before is not told for it.
    await decide(
      db(),
      (await findHandIn(db(), id))!,
      { rule: 'r1', sheet: 'script' },
      { verdict: 'upheld', reason: 'It was said so.', version: 0 },
      room.people.assistant,
    )
    expect(of(await marks(), 'student').percent).toBe(100)
  })

  it('are put together by a scheme, which only an instructor changes, on top of what they saw', async () => {
    await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    await handInMarked(db(), second, room.people.student, RIGHT)
    await close()
    const scheme = { weights: { [second]: 3 }, best: null, scale: [{ from: 90, grade: 'good' }] }
    const changed = await instructor.ask('PUT', path('/scheme'), { scheme, base: 0 })
    expect(of(changed.body as unknown as CourseMarksAnswer, 'student')).toMatchObject({
      percent: 93.75,
      grade: 'good',
    })
    expect((await instructor.ask('PUT', path('/scheme'), { scheme, base: 0 })).body.code).toBe('stale')
    expect(
      (await instructor.ask('PUT', path('/scheme'), { scheme: { ...scheme, best: 0 }, base: 1 })).status,
    ).toBe(422)
    await instructor.ask('PUT', path('/scheme'), { scheme: { ...scheme, best: 1 }, base: 1 })
    expect(of(await marks(), 'student')).toMatchObject({ percent: 100, counted: [second] })
    expect((await marks()).number).toBe(2)
  })

  it('have sections, and go out as a table in which no formula runs', async () => {
    const member = `/api/courses/${room.courseId}/members/${room.people.student}`
    await instructor.ask('PUT', member, { section: 'Tuesday' })
    await db()('people').where({ id: room.people.student }).update({ name: '+1' })
    expect(of(await marks(), 'student').section).toBe('Tuesday')
    const { bytes } = await instructor.download(path('/file'))
    const [head, ...lines] = bytes.toString('utf8').replace('\uFEFF', '').trimEnd().split('\r\n')
    expect(head).toContain("'=The second")
    expect(lines.some(line => line.includes("'+1") && line.includes('Tuesday'))).toBe(true)
    await instructor.ask('PUT', member, { section: null })
    expect(of(await marks(), 'student').section).toBeNull()
  })
})
