import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { DeskAnswer, MistakeLine } from '../../shared/answers'
import { findHandIn, insertComment } from '../../server/repositories/hand-ins'
import { decide } from '../../server/services/decisions'
import { release, takeMarksBack } from '../../server/services/releases'
import { Visitor, startServer } from './support/server'
import {
  PASSWORD,
  WRONG,
  emailOf,
  handInMarked,
  makeClassRoom,
  type ClassRoom,
  emptyAll,
} from './support/world'

let server: Awaited<ReturnType<typeof startServer>>
let room: ClassRoom
let ids: readonly [string, string]
let assistant: Visitor
const db = () => server.db
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  await emptyAll(db())
  room = await makeClassRoom(db())
  ids = [
    await handInMarked(db(), room.exerciseId, room.people.student, WRONG),
    await handInMarked(db(), room.exerciseId, room.people.classmate, WRONG),
  ]
  assistant = await new Visitor(server.origin).signIn(emailOf('assistant'), PASSWORD)
})

describe('a class that is marked without names', () => {
  /** All that who marks reads of the class while they mark. */
  const readings = (): string[] => [
    `/api/exercises/${room.exerciseId}/desk`,
    `/api/exercises/${room.exerciseId}/ledger`,
    `/api/exercises/${room.exerciseId}/mistakes`,
    `/api/exercises/${room.exerciseId}/rules/r1/mistakes`,
    `/api/exercises/${room.exerciseId}/people/${room.people.student}/work`,
    `/api/hand-ins/${ids[0]}`,
  ]
  const named = async (): Promise<string[]> => {
    const found: string[] = []
    for (const path of readings()) {
      const { status, body } = await assistant.ask('GET', path)
      expect(status).toBe(200)
      if (/The (student|classmate)/.test(JSON.stringify(body))) found.push(path)
    }
    return found
  }

  it('shows numbers wherever it is marked, until the marks are told', async () => {
    expect((await named()).length).toBe(readings().length - 1)
    await db()('exercises').where({ id: room.exerciseId }).update({ is_anonymous: true })
    expect(await named()).toEqual([])
    const { queue } = (await assistant.ask('GET', readings()[0]!)).body as unknown as DeskAnswer
    expect(queue.map(({ name }) => name)).toEqual(queue.map(({ name }) => name).toSorted())
    expect(queue[0]!.name).toMatch(/^H-\d{4}$/)
    await release(db(), room.exerciseId, room.people.instructor)
    expect((await named()).length).toBe(readings().length - 1)
    await takeMarksBack(db(), { id: room.exerciseId, courseId: room.courseId }, room.people.instructor)
    expect(await named()).toEqual([])
  })

  it('and no mark stands beside a name in the marks of the course before it is told', async () => {
    await db()('exercises').where({ id: room.exerciseId }).update({ is_anonymous: true })
    const marks = async () =>
      (
        (await assistant.ask('GET', `/api/courses/${room.courseId}/marks`)).body as {
          students: { marks: unknown[] }[]
        }
      ).students.flatMap(student => student.marks)
    expect(await marks()).toEqual([null, null])
    await release(db(), room.exerciseId, room.people.instructor)
    expect(await marks()).not.toContain(null)
  })
})

describe('what was said before', () => {
  it('is offered once, by rule, the newest first; what was taken out is not', async () => {
    const say = (handInId: string, text: string, rule: string | null) =>
      insertComment(db(), { handInId, rule, text, by: room.people.instructor })
    await say(ids[0], 'Look at the key.', 'r1')
    await say(ids[0], 'Well done.', null)
    await say(ids[1], 'Look at the key.', 'r1')
    await say(ids[1], 'Oh.', 'r1')
    await db()('comments').where({ text: 'Oh.' }).update({ deleted_at: new Date() })
    const { said } = (await assistant.ask('GET', `/api/exercises/${room.exerciseId}/desk`))
      .body as unknown as DeskAnswer
    expect(said).toEqual([
      { rule: 'r1', text: 'Look at the key.' },
      { rule: null, text: 'Well done.' },
    ])
  })

  it('the same mistake that two decided differently is told, with who decided what', async () => {
    const set = async (id: string, verdict: 'upheld' | 'too strict', by: string) =>
      decide(
        db(),
        (await findHandIn(db(), id))!,
        { rule: 'r1', sheet: 'script' },
        { verdict, reason: 'So.', version: 0 },
        by,
      )
    const line = async (): Promise<MistakeLine> =>
      (
        (await assistant.ask('GET', `/api/exercises/${room.exerciseId}/mistakes`))
          .body as unknown as MistakeLine[]
      ).find(({ rule }) => rule === 'r1')!
    const precedents = async (id: string) =>
      (await assistant.ask('GET', `/api/hand-ins/${id}/precedents`)).body as unknown
    expect(await precedents(ids[1])).toEqual([])
    await set(ids[0], 'upheld', room.people.instructor)
    // It is offered to who made the same mistake, and not to whom it was decided for.
    expect(await precedents(ids[1])).toEqual([
      { rule: 'r1', sheet: 'script', verdict: 'upheld', reason: 'So.', by: 'The instructor', times: 1 },
    ])
    expect(await precedents(ids[0])).toEqual([])
    expect(await line()).toMatchObject({ decided: 1, differently: [] })
    await set(ids[1], 'too strict', room.people.assistant)
    expect((await line()).differently.toSorted((a, b) => (a.verdict < b.verdict ? -1 : 1))).toEqual([
      { verdict: 'too strict', by: ['The assistant'] },
      { verdict: 'upheld', by: ['The instructor'] },
    ])
  })
})
