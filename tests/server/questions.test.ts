import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { DeskAnswer, FeedbackAnswer, HandInAnswer, WorksheetAnswer } from '../../shared/answers'
import { saveSchedule } from '../../server/services/exercises'
import { findExercise } from '../../server/repositories/exercises'
import { handIn } from '../../server/services/handing-in'
import { release, takeMarksBack } from '../../server/services/releases'
import { saveSheet } from '../../server/services/worksheets'
import { Visitor, startServer } from './support/server'
import {
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
const db = () => server.db
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  await emptyAll(db())
  room = await makeClassRoom(db())
})
const signedIn = (who: keyof ClassRoom['people']): Promise<Visitor> =>
  new Visitor(server.origin).signIn(emailOf(who), PASSWORD)

describe('a question about a verdict that was told', () => {
  let id: string
  let student: Visitor
  let instructor: Visitor
  const path = (rest = ''): string => `/api/hand-ins/${id}/questions/r1/script${rest}`
  const ask = (text: string, trial: unknown = null) => student.ask('POST', path(), { text, trial })
  const answer = (who: Visitor, body: object) => who.ask('POST', path('/answer'), body)
  const feedback = async (): Promise<FeedbackAnswer> =>
    (await student.ask('GET', `/api/hand-ins/${id}/feedback`)).body as unknown as FeedbackAnswer
  const queue = async (): Promise<DeskAnswer['queue'][number]> =>
    ((await instructor.ask('GET', `/api/exercises/${room.exerciseId}/desk`)).body as unknown as DeskAnswer)
      .queue[0]!

  beforeEach(async () => {
    id = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    await release(db(), room.exerciseId, room.people.instructor)
    student = await signedIn('student')
    instructor = await signedIn('instructor')
  })

  it('is asked with rows, read at the desk, answered in words, and read by both', async () => {
    const trial = {
      waiting: [],
      steps: [{ is: 'ask', statement: "INSERT INTO trip VALUES (1, '2026-01-01')" }],
    }
    const asked = await ask('My key keeps it once: look.', trial)
    expect(asked.status, JSON.stringify(asked.body)).toBe(200)
    expect(await queue()).toMatchObject({ asks: 1, state: 'released' })
    const { questions } = (await instructor.ask('GET', `/api/hand-ins/${id}`)).body as unknown as HandInAnswer
    expect(questions).toMatchObject([{ by: 'The student', isAnswer: false, trial }])
    const assistant = await signedIn('assistant')
    expect((await answer(assistant, { text: 'The role is in it.', verdict: null, after: 1 })).status).toBe(
      200,
    )
    expect((await queue()).asks).toBe(0)
    const told = await feedback()
    expect(told.questions.map(({ by, text, moved }) => ({ by, text, moved }))).toEqual([
      { by: 'The student', text: 'My key keeps it once: look.', moved: null },
      { by: 'The assistant', text: 'The role is in it.', moved: null },
    ])
    // More may be said.
    await ask('I see.')
    expect((await queue()).asks).toBe(1)
  })

  it('moves the mark by the answer of an instructor, which is told at once; no assistant does so', async () => {
    await ask('Is it not the same?')
    const before = (await feedback()).points.got
    const assistant = await signedIn('assistant')
    expect((await answer(assistant, { text: 'It is.', verdict: 'upheld', after: 1 })).body).toMatchObject({
      code: 'forbidden',
    })
    await answer(instructor, { text: 'You are right: it was said so.', verdict: 'upheld', after: 1 })
    const told = await feedback()
    expect(told.points.got).toBe(before + 5000)
    expect(told.questions[1]!.moved).toEqual({
      from: 'broken',
      to: 'upheld',
      before,
      after: before + 5000,
    })
    expect(told.rules.find(({ rule }) => rule === 'r1')).toMatchObject({
      verdict: 'upheld',
      decidedBy: 'The instructor',
      reason: 'You are right: it was said so.',
    })
    expect(await queue()).toMatchObject({ state: 'released', told: { got: before + 5000 } })
  })

  it('is answered by who read it: what was said meanwhile is read first', async () => {
    await ask('One.')
    await ask('Two.')
    expect((await answer(instructor, { text: 'Yes.', verdict: null, after: 1 })).body.code).toBe(
      'said-meanwhile',
    )
    expect((await answer(instructor, { text: ' ', verdict: null, after: 2 })).status).toBe(422)
    const both = await Promise.all([
      answer(instructor, { text: 'Yes.', verdict: null, after: 2 }),
      answer(await signedIn('assistant'), { text: 'No.', verdict: null, after: 2 }),
    ])
    expect(both.map(({ status }) => status).toSorted()).toEqual([200, 409])
  })

  it('is about what was told, and nothing else; nobody is asked without end', async () => {
    expect(
      (await student.ask('POST', `/api/hand-ins/${id}/questions/r99/script`, { text: 'x', trial: null }))
        .status,
    ).toBe(404)
    expect(
      (await student.ask('POST', `/api/hand-ins/${id}/questions/r1/diagram`, { text: 'x', trial: null }))
        .status,
    ).toBe(404)
    expect((await answer(instructor, { text: 'Nobody asked.', verdict: null, after: 1 })).status).toBe(404)
    await takeMarksBack(db(), { id: room.exerciseId, courseId: room.courseId }, room.people.instructor)
    expect((await ask('And now?')).body.code).toBe('not-told')
    await release(db(), room.exerciseId, room.people.instructor)
    for (let i = 0; i < 20; i++) await ask(`Line ${i}`)
    expect((await ask('One more')).body.code).toBe('too-long')
  })
})

describe('what a student takes for granted', () => {
  const save = (who: Visitor, content: string, base: number) =>
    who.ask('PUT', `/api/exercises/${room.exerciseId}/assumptions`, { content, base })

  it('is saved beside the sheets, handed in with them, and read at the desk', async () => {
    const student = await signedIn('student')
    expect((await save(student, 'A trip has one day.', 0)).body).toMatchObject({ number: 1 })
    expect((await save(student, 'from another window', 0)).body.code).toBe('stale')
    const { assumptions } = (await student.ask('GET', `/api/exercises/${room.exerciseId}/worksheet`))
      .body as unknown as WorksheetAnswer
    expect(assumptions).toMatchObject({ content: 'A trip has one day.', number: 1 })
    await saveSheet(db(), room.exerciseId, room.people.student, 'student', {
      sheet: 'script',
      content: RIGHT,
      base: 0,
    })
    const { id } = await handIn(db(), room.exerciseId, room.people.student, { script: 1 })
    const read = (await (await signedIn('assistant')).ask('GET', `/api/hand-ins/${id}`))
      .body as unknown as HandInAnswer
    expect(read.assumptions).toBe('A trip has one day.')
    expect((await save(await signedIn('classmate'), 'x'.repeat(4001), 0)).status).toBe(422)
  })

  it('is closed with the exercise', async () => {
    await db()('exercises')
      .where({ id: room.exerciseId })
      .update({ due_at: new Date(Date.now() - 3 * 86_400_000) })
    expect((await save(await signedIn('student'), 'Too late.', 0)).body.code).toBe('closed')
  })
})

describe('the model answer', () => {
  it('is told by choice, with told marks, and not before the exercise is closed for the student', async () => {
    const id = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    const student = await signedIn('student')
    const model = async (): Promise<FeedbackAnswer['model'] | undefined> =>
      ((await student.ask('GET', `/api/hand-ins/${id}/feedback`)).body as unknown as FeedbackAnswer).model
    await release(db(), room.exerciseId, room.people.instructor)
    expect(await model()).toBeNull()
    const {
      id: exerciseId,
      courseId,
      collectedAt: _,
      state: __,
      ...schedule
    } = (await findExercise(db(), room.exerciseId))!
    const change = (part: Partial<typeof schedule>) =>
      saveSchedule(db(), exerciseId, courseId, room.people.instructor, { ...schedule, ...part })
    await change({ toldModel: 0 })
    expect(await model()).toBeNull()
    const past = new Date(Date.now() - 5 * 86_400_000).toISOString()
    await change({ toldModel: 0, dueAt: past })
    expect((await model())!.answer.script).toContain('CREATE TABLE')
    await change({ toldModel: null, dueAt: past })
    expect(await model()).toBeNull()
    await change({ toldModel: 7, dueAt: past })
    expect(await model()).toBeNull()
    await change({ toldModel: 0, dueAt: past })
    await takeMarksBack(db(), { id: exerciseId, courseId }, room.people.instructor)
    expect(await model()).toBeUndefined()
  })
})
