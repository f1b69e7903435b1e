import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import type { CheckAnswer, ExerciseSetting, FeedbackAnswer, ShelfLine } from '../../shared/answers'
import { release } from '../../server/services/releases'
import { Visitor, startServer } from './support/server'
import {
  PAIR,
  PASSWORD,
  WRONG,
  changeTo,
  emailOf,
  emptyAll,
  handInMarked,
  makeClassRoom,
  type ClassRoom,
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

const signedIn = (who: keyof ClassRoom['people']): Promise<Visitor> =>
  new Visitor(server.origin).signIn(emailOf(who), PASSWORD)

describe('the shelf', () => {
  it('lists ready exercises from easy to hard, and gives each whole', async () => {
    const instructor = await signedIn('instructor')
    const { body } = await instructor.ask('GET', `/api/courses/${room.courseId}/shelf`)
    const lines = body as unknown as ShelfLine[]
    expect(lines.length).toBeGreaterThanOrEqual(16)
    expect(new Set(lines.map(({ world }) => world)).size).toBeGreaterThanOrEqual(4)
    const ranks = lines.map(({ difficulty }) => ['easy', 'medium', 'hard'].indexOf(difficulty))
    expect(ranks).toEqual(ranks.toSorted((a, b) => a - b))
    for (const { name, title, rules } of lines) {
      const taken = await instructor.ask('GET', `/api/courses/${room.courseId}/shelf/${name}`)
      const document = ExerciseDocument.parse(taken.body)
      expect([document.title, document.rules.length]).toEqual([title, rules])
    }
  })

  it('tells each of them in three further worlds', async () => {
    const instructor = await signedIn('instructor')
    const shelf = `/api/courses/${room.courseId}/shelf`
    const lines = (await instructor.ask('GET', shelf)).body as unknown as ShelfLine[]
    for (const { name, worlds } of lines) {
      const briefs = await Promise.all(
        worlds.map(async (_, at) => (await instructor.ask('GET', `${shelf}/${name}/${at}`)).body['brief']),
      )
      expect(new Set(briefs).size, name).toBe(4)
    }
  })

  it('has nothing under another name, nor in another world', async () => {
    const instructor = await signedIn('instructor')
    for (const name of ['no-such-exercise', 'bells-in-towers/4', 'bells-in-towers/-1', 'bells-in-towers/x'])
      expect((await instructor.ask('GET', `/api/courses/${room.courseId}/shelf/${name}`)).status).toBe(404)
  })
})

describe('a whole exercise', () => {
  const begin = async (body: object) =>
    (await signedIn('instructor')).ask('POST', `/api/courses/${room.courseId}/exercises`, body)

  it('comes in as a draft under its new title, and is the same', async () => {
    const { status, body } = await begin({ title: 'Once more', document: PAIR })
    expect(status).toBe(200)
    const instructor = await signedIn('instructor')
    const setting = (await instructor.ask('GET', `/api/exercises/${String(body.id)}/setting`))
      .body as unknown as ExerciseSetting
    expect(setting).toMatchObject({ state: 'draft', revision: 1 })
    expect(setting.document).toEqual({ ...PAIR, title: 'Once more' })
  })

  it('comes in with its dates where they are known', async () => {
    const schedule = {
      opensAt: null,
      dueAt: '2027-03-12T17:00:00.000Z',
      attempts: 3,
      lateDays: 2,
      lateLoss: 10,
      collectsAtDue: true,
      saysWorkIsRead: true,
      toldModel: null,
      isAnonymous: true,
      counted: 'best',
    }
    const { body } = await begin({ title: 'Next term', document: PAIR, schedule })
    const instructor = await signedIn('instructor')
    const setting = (await instructor.ask('GET', `/api/exercises/${String(body.id)}/setting`))
      .body as unknown as ExerciseSetting
    expect(setting.schedule).toEqual(schedule)
    const backwards = { ...schedule, opensAt: '2027-04-01T00:00:00.000Z' }
    expect((await begin({ title: 'Next term', document: PAIR, schedule: backwards })).status).toBe(422)
  })

  it('that is none is refused with where, and nothing is made', async () => {
    const before = await server.db('exercises').count('id as count').first()
    const { status, body } = await begin({ title: 'Once more', document: { ...PAIR, sheets: [] } })
    expect(status).toBe(422)
    expect(JSON.stringify(body)).toContain('sheets')
    expect(await server.db('exercises').count('id as count').first()).toEqual(before)
  })
})

describe('a hidden rule', () => {
  const [broken] = PAIR.rules.filter(({ rule }) => rule.kind === 'pairOnce')
  const hidden = {
    ...PAIR,
    rules: PAIR.rules.map(rule => (rule.id === broken!.id ? { ...rule, hidden: true } : rule)),
  }

  it('is told by no check, and with the marks', async () => {
    await changeTo(server.db, room, hidden)
    const student = await signedIn('student')
    const path = `/api/exercises/${room.exerciseId}`
    const { verdicts } = (await student.ask('POST', `${path}/check`, { script: WRONG }))
      .body as unknown as CheckAnswer
    expect(verdicts).toHaveLength(PAIR.rules.length - 1)
    expect(JSON.stringify(verdicts)).not.toContain(broken!.sentence)
    const id = await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    await release(server.db, room.exerciseId, room.people.instructor)
    const feedback = (await student.ask('GET', `/api/hand-ins/${id}/feedback`))
      .body as unknown as FeedbackAnswer
    expect(feedback.rules.find(({ sentence }) => sentence === broken!.sentence)).toMatchObject({
      verdict: 'broken',
    })
  })

  it('counts as ever', async () => {
    const points = async (): Promise<unknown> => {
      const row = await server.db('markings').orderBy('marked_at', 'desc').first('summary')
      return row?.summary.cells
    }
    await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    const before = await points()
    await changeTo(server.db, room, hidden)
    await handInMarked(server.db, room.exerciseId, room.people.classmate, WRONG)
    expect(await points()).toEqual(before)
  })
})
