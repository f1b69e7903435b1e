import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { FeedbackAnswer, SheetVersion } from '../../shared/answers'
import { handIn } from '../../server/services/handing-in'
import { release } from '../../server/services/releases'
import { saveSheet } from '../../server/services/worksheets'
import { Visitor, startServer } from './support/server'
import {
  PASSWORD,
  RIGHT,
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

const MINUTE_MS = 60_000
const NOW = Date.now()
const save = (content: string, base: number, minutes: number) =>
  saveSheet(
    server.db,
    room.exerciseId,
    room.people.student,
    'student',
    { sheet: 'script', content, base },
    new Date(NOW + minutes * MINUTE_MS),
  )
const signedIn = (who: keyof ClassRoom['people']): Promise<Visitor> =>
  new Visitor(server.origin).signIn(emailOf(who), PASSWORD)
const path = (rest = '', sheet = 'script'): string =>
  `/api/exercises/${room.exerciseId}/sheets/${sheet}/versions${rest}`
const listed = async (visitor: Visitor): Promise<SheetVersion[]> =>
  (await visitor.ask('GET', path())).body as unknown as SheetVersion[]
const contentOf = async (visitor: Visitor, { key }: SheetVersion): Promise<unknown> =>
  (await visitor.ask('GET', path(`/${key}`))).body.content

describe('the versions of a sheet', () => {
  it('are what was saved, of each minute the last, with what was set aside, the last first', async () => {
    await save('one', 0, -3)
    await save('two', 1, -3)
    await save('three', 2, -1)
    await save('from the other window', 1, -1).catch(() => {})
    const student = await signedIn('student')
    const versions = await listed(student)
    expect(versions.map(({ is }) => is)).toEqual(['set aside', 'saved', 'saved'])
    expect(await Promise.all(versions.map(version => contentOf(student, version)))).toEqual([
      'from the other window',
      'three',
      'two',
    ])
  })

  it('and what was handed in, with its number, and its feedback once marks are told', async () => {
    const id = await handInMarked(server.db, room.exerciseId, room.people.student, RIGHT)
    const student = await signedIn('student')
    const handedIn = async () => (await listed(student)).find(({ is }) => is === 'handed in')!
    expect((await handedIn()).handIn).toMatchObject({ id, hasFeedback: false })
    expect(await contentOf(student, await handedIn())).toBe(RIGHT)
    await release(server.db, room.exerciseId, room.people.instructor)
    expect((await handedIn()).handIn?.hasFeedback).toBe(true)
  })

  it('feedback says what an earlier hand-in came to, and what changed since', async () => {
    const { student } = room.people
    const first = await handInMarked(server.db, room.exerciseId, student, 'CREATE TABLE trip (trip_no INT);')
    await release(server.db, room.exerciseId, room.people.instructor)
    const second = await handInMarked(server.db, room.exerciseId, student, RIGHT)
    await release(server.db, room.exerciseId, room.people.instructor)
    const visitor = await signedIn('student')
    const feedback = async (id: string) =>
      (await visitor.ask('GET', `/api/hand-ins/${id}/feedback`)).body as unknown as FeedbackAnswer
    expect((await feedback(first)).earlier).toEqual([])
    const { earlier, rules, points } = await feedback(second)
    expect(earlier).toMatchObject([{ id: first, of: points.of }])
    expect(earlier[0]!.got).toBeLessThan(points.got)
    const before = (await feedback(first)).rules.map(({ verdict }) => verdict)
    expect(rules.map(rule => rule.before)).toEqual(before)
    expect(before).not.toEqual(rules.map(({ verdict }) => verdict))
  })

  it('are their own person’s alone', async () => {
    await save('mine', 0, -3)
    const receipt = await handIn(server.db, room.exerciseId, room.people.student, { script: 1 })
    const versions = await listed(await signedIn('student'))
    for (const who of ['classmate', 'instructor'] as const) {
      const other = await signedIn(who)
      expect(await listed(other)).toEqual([])
      for (const { key } of [...versions, { key: `handed-${receipt.id}` }])
        expect(await other.ask('GET', path(`/${key}`))).toMatchObject({ status: 410 })
    }
  })

  it.each(['saved-7', 'saved-x', 'aside-1', 'handed-', 'nothing', "saved-1'--"])(
    'say that %j is not kept',
    async key => {
      await save('mine', 0, -3)
      const student = await signedIn('student')
      expect(await student.ask('GET', path(`/${encodeURIComponent(key)}`))).toMatchObject({
        status: 410,
        body: { code: 'version-gone' },
      })
    },
  )

  it('are there for the sheets that are asked, and no others', async () => {
    const student = await signedIn('student')
    expect((await student.ask('GET', path('', 'diagram'))).status).toBe(404)
    expect((await student.ask('GET', path('', 'elsewhere'))).status).toBe(404)
  })
})
