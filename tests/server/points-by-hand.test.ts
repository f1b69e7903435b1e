import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { CourseAnswer, DeskAnswer, FeedbackAnswer, HandInAnswer } from '../../shared/answers'
import { findExercise } from '../../server/repositories/exercises'
import { saveSchedule, scheduleOf } from '../../server/services/exercises'
import { markHandIn, unmarked } from '../../server/services/marking'
import { release } from '../../server/services/releases'
import { showCourseMarks } from '../../server/services/course-marks'
import { marksCsv } from '../../server/services/results-as-csv'
import { resultsOf } from '../../server/services/results'
import { Visitor, startServer } from './support/server'
import {
  PAIR,
  PASSWORD,
  RIGHT,
  WRONG,
  changeTo,
  emailOf,
  handInMarked,
  makeClassRoom,
  type ClassRoom,
  emptyAll,
} from './support/world'

let server: Awaited<ReturnType<typeof startServer>>
let room: ClassRoom
let assistant: Visitor
let student: Visitor
const db = () => server.db
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  await emptyAll(db())
  room = await makeClassRoom(db())
  assistant = await new Visitor(server.origin).signIn(emailOf('assistant'), PASSWORD)
  student = await new Visitor(server.origin).signIn(emailOf('student'), PASSWORD)
})
const CRITERIA = [
  { id: 'c1', sentence: 'Names are easy to read.', points: 2 },
  { id: 'c2', sentence: 'Has an index.', points: 1, bonus: true },
]
const withCriteria = () => changeTo(db(), room, { ...PAIR, rubric: { ...PAIR.rubric, criteria: CRITERIA } })
const desk = async () =>
  (await assistant.ask('GET', `/api/exercises/${room.exerciseId}/desk`)).body as unknown as DeskAnswer
const give = (id: string, criterion: string, points: number | null, reason = '', version = 0) =>
  assistant.ask('PUT', `/api/hand-ins/${id}/given/${criterion}`, { points, reason, version })

describe('points that people give', () => {
  it('are open until they are given, and hold the release up', async () => {
    await withCriteria()
    const id = await handInMarked(db(), room.exerciseId, room.people.student, RIGHT)
    const [line] = (await desk()).queue
    expect(line).toMatchObject({ state: 'to decide', toDecide: 0, toGive: 1 })
    expect(line!.points).toMatchObject({ open: 2000 })
    expect((await release(db(), room.exerciseId, room.people.instructor)).released).toBe(0)

    const given = (await give(id, 'c1', 1.5, 'Some are short.')).body as unknown as HandInAnswer
    expect(given.points!.of - given.points!.got).toBe(500)
    expect(given.state).toBe('ready')
    expect(given.account).toContain('less 0.5, judged by hand: Names are easy to read. Some are short.')
    expect((await release(db(), room.exerciseId, room.people.instructor)).released).toBe(1)
    const told = (await student.ask('GET', `/api/hand-ins/${id}/feedback`)).body as unknown as FeedbackAnswer
    expect(told.account).toEqual(given.account)
    expect((await give(id, 'c2', 1)).body).toMatchObject({ code: 'released' })
  })

  it('are of a criterion that is there, within its points, and freely only with a reason', async () => {
    await withCriteria()
    const id = await handInMarked(db(), room.exerciseId, room.people.student, RIGHT)
    expect((await give(id, 'c9', 1)).status).toBe(404)
    expect((await give(id, 'c1', 2.5)).body).toMatchObject({ code: 'too-many' })
    expect((await give(id, 'c1', -1)).status).toBe(422)
    expect((await give(id, 'extra', 1)).body).toMatchObject({ code: 'no-reason' })
    const { points } = (await give(id, 'extra', -1, 'Not in the brief.')).body as unknown as HandInAnswer
    expect(points!.of - points!.got - points!.open).toBe(1000)
  })

  it('of two who give at once, the second is told', async () => {
    await withCriteria()
    const id = await handInMarked(db(), room.exerciseId, room.people.student, RIGHT)
    expect((await give(id, 'c1', 1)).status).toBe(200)
    expect((await give(id, 'c1', 2)).body).toMatchObject({ code: 'given-meanwhile' })
    expect((await give(id, 'c1', null, '', 1)).body).toMatchObject({ state: 'to decide' })
    expect((await give(id, 'c1', 2, '', 2)).body).toMatchObject({ state: 'ready' })
  })

  it('go out with the results', async () => {
    await withCriteria()
    const id = await handInMarked(db(), room.exerciseId, room.people.student, RIGHT)
    await give(id, 'c1', 1.5, 'Some are short.')
    const results = await resultsOf(db(), room.exerciseId)
    expect(results.results[0]!.given).toEqual([
      expect.objectContaining({
        criterion: 'c1',
        points: 1.5,
        reason: 'Some are short.',
        by: 'The assistant',
      }),
    ])
    const [head, line] = marksCsv(results).split(/\r?\n/)
    expect(head).toMatch(/Names are easy to read\.,Has an index\.,given freely$/)
    expect(line).toMatch(/,1\.5,,$/)
  })
})

describe('which attempt counts', () => {
  const handInTwice = async () => {
    const first = await handInMarked(db(), room.exerciseId, room.people.student, RIGHT)
    const second = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    return { first, second }
  }
  const count = async (counted: 'last' | 'best') => {
    const exercise = (await findExercise(db(), room.exerciseId))!
    await saveSchedule(db(), room.exerciseId, room.courseId, room.people.instructor, {
      ...scheduleOf(exercise),
      counted,
    })
  }
  const mine = async () => {
    const { exercises } = (await student.ask('GET', `/api/courses/${room.courseId}`))
      .body as unknown as CourseAnswer
    return exercises.find(({ id }) => id === room.exerciseId)!.mine!
  }

  it('is the last, or the one that comes to most, at the desk, when told, and in the course', async () => {
    const { first, second } = await handInTwice()
    expect((await desk()).queue.map(({ id }) => id)).toEqual([second])
    await count('best')
    const [line, ...others] = (await desk()).queue
    expect(others).toEqual([])
    expect(line).toMatchObject({ id: first, attempt: 1 })
    await release(db(), room.exerciseId, room.people.instructor)
    expect(await mine()).toMatchObject({ handInId: first, points: { got: line!.points!.got } })
    const { students } = await showCourseMarks(db(), room.courseId, 'instructor')
    expect(students.find(({ id }) => id === room.people.student)!.marks[0]!.got).toBe(line!.points!.got)
    const { exercises } = (await assistant.ask('GET', `/api/courses/${room.courseId}`))
      .body as unknown as CourseAnswer
    expect(exercises[0]!.counts).toMatchObject({ handedIn: 1, marked: 1, released: 1 })
  })

  it('is marked again with all attempts when the exercise changes', async () => {
    const { first } = await handInTwice()
    await count('best')
    await changeTo(db(), room, {
      ...PAIR,
      rules: PAIR.rules.map(rule => ({ ...rule, points: rule.points * 2 })),
    })
    const jobs = await unmarked(db(), { exerciseId: room.exerciseId })
    expect(jobs.length).toBe(2)
    for (const job of jobs) await markHandIn(db(), job.handInId, job.revisionId)
    expect((await desk()).queue.map(({ id }) => id)).toEqual([first])
  })
})
