import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type {
  AgreementLine,
  DeskAnswer,
  LikenessAnswer,
  SharingAnswer,
  TakingAnswer,
} from '../../shared/answers'
import { changeSection, insertMembership, insertPerson } from '../../server/repositories/people'
import { evenly } from '../../server/services/sharing'
import { takeSoftly } from '../../server/services/takings'
import { IDLE_MS } from '../../shared/queue'
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
let ids: [string, string]
let instructor: Visitor
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
  instructor = await new Visitor(server.origin).signIn(emailOf('instructor'), PASSWORD)
  assistant = await new Visitor(server.origin).signIn(emailOf('assistant'), PASSWORD)
})
const path = (end: string): string => `/api/exercises/${room.exerciseId}/${end}`

describe('a class that two share', () => {
  it('is dealt evenly, the hand-ins for themselves, and each finds theirs at the desk', async () => {
    const { instructor: first, assistant: second } = room.people
    for (const i of [0, 1, 2, 3, 4]) {
      const { id } = await insertPerson(db(), {
        name: `Late ${i}`,
        email: `late${i}@skarholm.example`,
        passwordHash: 'x',
      })
      await insertMembership(db(), room.courseId, id, 'student')
    }
    const { status, body } = await instructor.ask('PUT', path('shares'), {
      how: 'evenly',
      graders: [first, second],
    })
    expect(status).toBe(200)
    const { graders } = body as unknown as SharingAnswer
    expect(graders.map(({ handIns }) => handIns)).toEqual([1, 1])
    expect(graders.map(({ students }) => students).sort()).toEqual([3, 4])
    const { queue } = (await assistant.ask('GET', path('desk'))).body as unknown as DeskAnswer
    expect(queue.map(({ sharedTo }) => sharedTo?.id).sort()).toEqual([first, second].sort())
    expect((await instructor.ask('DELETE', path('shares'))).status).toBe(200)
    const after = (await assistant.ask('GET', path('desk'))).body as unknown as DeskAnswer
    expect(after.queue.map(({ sharedTo }) => sharedTo)).toEqual([null, null])
  })

  it('is dealt by section, and only to who teaches', async () => {
    const { assistant: second, student, classmate } = room.people
    await changeSection(db(), room.courseId, student, 'Monday')
    const dealt = await instructor.ask('PUT', path('shares'), {
      how: 'section',
      sections: [{ name: 'Monday', grader: second }],
    })
    expect((dealt.body as unknown as SharingAnswer).graders.find(({ id }) => id === second)!.handIns).toBe(1)
    const refused = await instructor.ask('PUT', path('shares'), { how: 'evenly', graders: [classmate] })
    expect(refused.status).toBe(422)
  })

  it.each([1, 2, 3, 7])('deals %i in turn so that none has two more than another', n => {
    const graders = Array.from({ length: n }, (_, i) => `g${i}`)
    const dealt = [
      ...evenly(
        Array.from({ length: 23 }, (_, i) => `s${i}`),
        graders,
      ).values(),
    ]
    const counts = graders.map(id => dealt.filter(other => other === id).length)
    expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1)
  })
})

describe('a hand-in in hand', () => {
  const take = async (who: Visitor, id: string, over = false): Promise<TakingAnswer> =>
    (await who.ask('PUT', `/api/hand-ins/${id}/taking`, { over })).body as unknown as TakingAnswer

  it('is read by the second, who may take it over; whoever takes another lets it go', async () => {
    expect(await take(instructor, ids[0])).toEqual({ holder: null, others: {} })
    expect(await take(assistant, ids[0])).toEqual({
      holder: 'The instructor',
      others: { [ids[0]]: 'The instructor' },
    })
    expect(await take(assistant, ids[0], true)).toEqual({ holder: null, others: {} })
    expect((await take(instructor, ids[0])).holder).toBe('The assistant')
    await take(assistant, ids[1])
    expect(await take(instructor, ids[0])).toEqual({ holder: null, others: { [ids[1]]: 'The assistant' } })
    await assistant.ask('DELETE', path('taking'))
    expect(await take(instructor, ids[0])).toEqual({ holder: null, others: {} })
  })

  it('is let go after three minutes without a sign', async () => {
    const { exerciseId, people } = room
    const handIn = { id: ids[0], exerciseId }
    const now = new Date('2031-05-05T09:00:00Z')
    await takeSoftly(db(), handIn, people.instructor, false, now)
    const later = (ms: number) => new Date(now.getTime() + ms)
    expect((await takeSoftly(db(), handIn, people.assistant, false, later(IDLE_MS - 1))).holder).toBe(
      'The instructor',
    )
    expect((await takeSoftly(db(), handIn, people.assistant, false, later(IDLE_MS + 1))).holder).toBeNull()
  })

  it('is one person’s, of two who open it at once', async () => {
    for (let i = 0; i < 5; i++) {
      await db()('takings').delete()
      const both = await Promise.all([take(instructor, ids[0]), take(assistant, ids[0])])
      expect(both.filter(({ holder }) => holder === null).length).toBe(1)
    }
  })
})

describe('what two decided of the same mistake', () => {
  it('is a figure, with what they decided apart', async () => {
    const decide = async (who: Visitor, id: string, verdict: string) =>
      who.ask('PUT', `/api/hand-ins/${id}/cells/r1/script`, { verdict, reason: 'So it is.', version: 0 })
    const figures = async () =>
      (await assistant.ask('GET', path('agreement'))).body as unknown as AgreementLine[]
    const missed = (await instructor.ask('GET', path('mistakes'))).body as unknown as { rule: string }[]
    expect(await figures()).toEqual([])
    expect(missed.length).toBeGreaterThan(0)
    const rule = missed[0]!.rule
    const on = (who: Visitor, id: string, verdict: string) =>
      rule === 'r1'
        ? decide(who, id, verdict)
        : who.ask('PUT', `/api/hand-ins/${id}/cells/${rule}/script`, {
            verdict,
            reason: 'So it is.',
            version: 0,
          })
    await on(instructor, ids[0], 'upheld')
    await on(assistant, ids[1], 'too strict')
    const [line, ...others] = await figures()
    expect(others).toEqual([])
    expect(line).toMatchObject({ of: 1, alike: 0, who: ['The assistant', 'The instructor'] })
    expect(line!.apart).toEqual([
      expect.objectContaining({ rule, sheet: 'script', said: ['too strict', 'upheld'] }),
    ])
  })
})

describe('likeness', () => {
  it('shows the instructor what two hand-ins have alike, and nobody else', async () => {
    const odd = (table: string): string => `-- as said in the lobby
-- kept short
CREATE TABLE ${table} (trip_no integer NOT NULL REFERENCES trip, kollektor_x char(3) NOT NULL REFERENCES collector, PRIMARY KEY (trip_no, kollektor_x));`
    await handInMarked(db(), room.exerciseId, room.people.student, odd('zwischen'))
    await handInMarked(db(), room.exerciseId, room.people.classmate, odd('Zwischen'))
    const { pairs, compared } = (await instructor.ask('GET', path('likeness')))
      .body as unknown as LikenessAnswer
    expect(compared).toBe(2)
    expect(pairs.map(({ handIns }) => handIns.map(({ name }) => name).sort())).toEqual([
      ['The classmate', 'The student'],
    ])
    expect(pairs[0]!.shared.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['name', 'text']))
    expect((await assistant.ask('GET', path('likeness'))).status).toBe(403)
  })
})
