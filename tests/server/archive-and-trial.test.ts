import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { emptyExercise } from '@nomenklatura/core/exercise'
import type { FeedbackAnswer, PutAway, WorksheetAnswer } from '../../shared/answers'
import { listDue } from '../../server/repositories/exercises'
import { putCourseAway } from '../../server/services/archive'
import { handIn } from '../../server/services/handing-in'
import { unmarked } from '../../server/services/marking'
import { saveSheet } from '../../server/services/worksheets'
import { Visitor, startServer } from './support/server'
import {
  DAY_MS,
  PAIR,
  PASSWORD,
  RIGHT,
  WRONG,
  emailOf,
  emptyAll,
  makeClassRoom,
  setOpenExercise,
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
const linesOf = async (who: Visitor, path: string): Promise<PutAway[]> =>
  (await who.ask('GET', path)).body as unknown as PutAway[]

describe('what is put away', () => {
  it('of a course is found by nobody, and taken out again with all that was in it', async () => {
    const [instructor, assistant, student] = [
      await signedIn('instructor'),
      await signedIn('assistant'),
      await signedIn('student'),
    ]
    const paths = [
      `/api/courses/${room.courseId}`,
      `/api/exercises/${room.exerciseId}/desk`,
      `/api/exercises/${room.exerciseId}/worksheet`,
    ]
    const reached = async (who: Visitor): Promise<number[]> =>
      Promise.all(paths.map(async path => (await who.ask('GET', path)).status))
    const before = await reached(student)
    const { status } = await instructor.ask('PUT', `/api/courses/${room.courseId}/archived`, { away: true })
    expect(status).toBeLessThan(300)
    for (const who of [instructor, assistant, student]) {
      expect(await reached(who)).toEqual([404, 404, 404])
      expect(await linesOf(who, '/api/courses')).toEqual([])
    }
    expect(await linesOf(assistant, '/api/me/archived')).toEqual([])
    expect(await linesOf(student, '/api/me/archived')).toEqual([])
    const [line] = await linesOf(instructor, '/api/me/archived')
    expect(line?.id).toBe(room.courseId)
    const back = `/api/me/archived/${room.courseId}`
    expect((await assistant.ask('DELETE', back)).status).toBe(404)
    expect((await instructor.ask('DELETE', back)).status).toBeLessThan(300)
    expect(await reached(student)).toEqual(before)
    expect((await instructor.ask('DELETE', back)).status).toBe(404)
  })

  it('is neither collected nor marked until its course is taken out again', async () => {
    const { db } = server
    await saveSheet(
      db,
      room.exerciseId,
      room.people.classmate,
      'student',
      { sheet: 'script', content: RIGHT, base: 0 },
      new Date(),
    )
    await handIn(db, room.exerciseId, room.people.classmate, { script: 1 })
    const afterDue = new Date(Date.now() + 9 * DAY_MS)
    const waiting = async (): Promise<number[]> => [
      (await listDue(db, afterDue)).length,
      (await unmarked(db)).length,
    ]
    expect(await waiting()).toEqual([1, 1])
    await putCourseAway(db, { courseId: room.courseId, personId: room.people.instructor })
    expect(await waiting()).toEqual([0, 0])
    await db('courses').update({ archived_at: null })
    expect(await waiting()).toEqual([1, 1])
  })

  it('of an exercise is listed by its title, and taken out again where it stood', async () => {
    const instructor = await signedIn('instructor')
    const list = `/api/courses/${room.courseId}/archived`
    const exercises = async (): Promise<string[]> =>
      (
        (await instructor.ask('GET', `/api/courses/${room.courseId}`)).body as unknown as {
          exercises: { id: string }[]
        }
      ).exercises.map(({ id }) => id)
    const before = await exercises()
    await instructor.ask('DELETE', `/api/exercises/${room.exerciseId}`)
    expect(await exercises()).toEqual(before.filter(id => id !== room.exerciseId))
    const lines = await linesOf(instructor, list)
    expect(lines.map(({ id }) => id)).toEqual([room.exerciseId])
    expect(lines[0]!.name).not.toBe('')
    await instructor.ask('DELETE', `${list}/${room.exerciseId}`)
    expect(await exercises()).toEqual(before)
    expect((await instructor.ask('DELETE', `${list}/${room.exerciseId}`)).status).toBe(404)
  })
})

describe('pictures of a case', () => {
  const picture = { name: 'plan', type: 'image/png' as const, data: 'iVBORw0KGgoA' }
  const document = {
    ...emptyExercise('A plan'),
    brief: 'As ![a plan](picture:plan) shows.',
    pictures: [picture, { ...picture, name: 'not-shown' }],
    models: [{ name: 'm', script: 'CREATE TABLE berth (no integer PRIMARY KEY);' }],
    rules: [
      {
        id: 'r1',
        group: 'g',
        sentence: 'A berth is known by its number.',
        points: 1,
        rule: { kind: 'identifies' as const, entity: 'berth', by: ['no'] },
      },
    ],
  }

  it('come with the case to a student, those that it shows, and not before the exercise opens', async () => {
    const id = await setOpenExercise(server.db, room, document)
    const student = await signedIn('student')
    const shown = async (): Promise<WorksheetAnswer> =>
      (await student.ask('GET', `/api/exercises/${id}/worksheet`)).body as unknown as WorksheetAnswer
    expect((await shown()).pictures).toEqual([picture])
    await server
      .db('exercises')
      .where({ id })
      .update({ opens_at: new Date(Date.now() + 3_600_000) })
    expect(await shown()).toMatchObject({ brief: '', pictures: [] })
  })

  const named = [{ phrase: 'trip', as: 'entity' as const }]
  it('tells what words of the case speak of where students practise, and nowhere else', async () => {
    for (const helpLevel of ['practice', 'guided', 'assessed'] as const) {
      const id = await setOpenExercise(server.db, room, { ...PAIR, named, helpLevel })
      const student = await signedIn('student')
      const { body } = await student.ask('GET', `/api/exercises/${id}/worksheet`)
      expect(body).toMatchObject({ named: helpLevel === 'practice' ? named : [] })
    }
  })
})

describe('what students begin with', () => {
  const begins = { script: 'CREATE TABLE participation (\n  -- what belongs here?\n);' }

  it('is told when the exercise opens, and left as it is counts as nothing handed in', async () => {
    const id = await setOpenExercise(server.db, room, { ...PAIR, begins })
    const student = await signedIn('student')
    const path = `/api/exercises/${id}`
    expect((await student.ask('GET', `${path}/worksheet`)).body).toMatchObject({ begins })
    await student.ask('POST', `${path}/worksheet`)
    const write = (content: string, base: number) =>
      student.ask('PUT', `${path}/sheets/script`, { content, base })
    const handInAs = (script: number) =>
      student.ask('POST', `${path}/hand-ins`, { bases: { script }, again: false })
    await write(begins.script, 0)
    expect(await handInAs(1)).toMatchObject({ status: 422, body: { code: 'empty' } })
    await write(RIGHT, 1)
    expect((await handInAs(2)).status).toBe(200)
    await server
      .db('exercises')
      .where({ id })
      .update({ opens_at: new Date(Date.now() + 3_600_000) })
    expect((await student.ask('GET', `${path}/worksheet`)).body).toMatchObject({ begins: null })
  })
})

describe('a trial of who teaches', () => {
  it('is marked and told as a hand-in would be, and kept nowhere', async () => {
    const instructor = await signedIn('instructor')
    const path = `/api/exercises/${room.exerciseId}`
    expect((await instructor.ask('GET', `${path}/trial-feedback`)).body.code).toBe('not-begun')
    await instructor.ask('POST', `${path}/worksheet`)
    await saveSheet(server.db, room.exerciseId, room.people.instructor, 'instructor', {
      sheet: 'script',
      content: WRONG,
      base: 0,
    })
    const told = (await instructor.ask('GET', `${path}/trial-feedback`)).body as unknown as FeedbackAnswer
    expect(told.answer.script).toBe(WRONG)
    expect(told.points.got).toBeLessThan(told.points.of)
    expect(told.rules.some(({ verdict, because }) => verdict === 'broken' && because.length > 0)).toBe(true)
    expect(await server.db('hand_ins').where({ person_id: room.people.instructor })).toEqual([])
  })
})
