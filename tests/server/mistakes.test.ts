import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { GroupDecision, MistakeGroup, MistakeLine } from '#shared/answers'
import { showHandIn } from '../../server/services/hand-in-view'
import { Visitor, startServer } from './support/server'
import {
  PASSWORD,
  RIGHT,
  WRONG,
  emailOf,
  handInMarked,
  makeClassRoom,
  setOpenExercise,
  PAIR,
  type ClassRoom,
} from './support/world'

let server: Awaited<ReturnType<typeof startServer>>
let room: ClassRoom
let bo: Visitor
let ids: readonly [string, string]
const path = (): string => `/api/exercises/${room.exerciseId}/rules/r1`
const groups = async (): Promise<MistakeGroup[]> =>
  (await bo.ask('GET', `${path()}/mistakes`)).body as unknown as MistakeGroup[]
const decide = (decisions: readonly GroupDecision[]) =>
  bo.ask('PUT', `${path()}/decisions/script`, { decisions })

beforeAll(async () => {
  server = await startServer()
  room = await makeClassRoom(server.db)
  bo = await new Visitor(server.origin).signIn(emailOf('assistant'), PASSWORD)
  ids = [
    await handInMarked(server.db, room.exerciseId, room.people.student, WRONG),
    // The same mistake under other names is the same.
    await handInMarked(
      server.db,
      room.exerciseId,
      room.people.classmate,
      WRONG.replaceAll('trip_no', 'trip_number'),
    ),
  ]
})
afterAll(() => server.stop())

describe('the same mistake', () => {
  it('is one group, with what each has; who upholds the rule is in none', async () => {
    const [group, ...others] = await groups()
    expect(others).toEqual([])
    expect(group).toMatchObject({ sheet: 'script', verdict: 'broken' })
    expect(group!.because.length).toBeGreaterThan(0)
    expect(group!.handIns.map(({ name }) => name)).toEqual(['The classmate', 'The student'])
    expect(group!.handIns[1]).toMatchObject({
      id: ids[0],
      version: 0,
      decided: null,
      isReleased: false,
      points: { got: 15_000, of: 20_000 },
      ofRule: { got: 0, of: 5000 },
    })
    expect((await bo.ask('GET', `/api/exercises/${room.exerciseId}/rules/r2/mistakes`)).body).toEqual([])
    expect((await bo.ask('GET', `/api/exercises/${room.exerciseId}/rules/r99/mistakes`)).status).toBe(404)
  })

  it('stands in the list of all, the largest group first, with how many are decided', async () => {
    const { body } = await bo.ask('GET', `/api/exercises/${room.exerciseId}/mistakes`)
    const lines = body as unknown as MistakeLine[]
    expect(lines[0]).toMatchObject({
      rule: 'r1',
      sheet: 'script',
      verdict: 'broken',
      handIns: 2,
      decided: 0,
      first: ids[1],
    })
    expect(lines.map(({ handIns }) => handIns)).toEqual(
      lines.map(({ handIns }) => handIns).toSorted((a, b) => b - a),
    )
  })

  it('shows what each would come to with another verdict, and decides nothing by it', async () => {
    const preview = async (verdict: string | null) =>
      (await bo.ask('POST', `${path()}/decisions/script/preview`, { verdict, handIns: ids }))
        .body as unknown as Record<string, { got: number }>
    const points = async () => (await groups())[0]!.handIns.map(({ id, points: { got } }) => [id, got])
    const before = await points()
    expect((await preview('upheld'))[ids[0]]).toMatchObject({ got: 20_000, of: 20_000 })
    expect(Object.entries(await preview(null)).map(([id, { got }]) => [id, got])).toEqual(before)
    expect(await points()).toEqual(before)
  })

  it('is decided for several at once and put back as it was; what somebody decided meanwhile is left', async () => {
    const both = ids.map(
      handInId => ({ handInId, version: 0, verdict: 'upheld', reason: 'As was said.' }) as const,
    )
    expect((await decide(both)).body).toEqual({ decided: [...ids], left: [] })
    expect((await showHandIn(server.db, ids[1])).points!.got).toBe(20_000)
    expect((await groups())[0]!.handIns[0]).toMatchObject({
      version: 1,
      decided: { verdict: 'upheld', reason: 'As was said.', by: 'The assistant' },
    })
    // Made upon what no longer stands.
    const { body } = await decide(both.map(one => ({ ...one, verdict: 'broken' as const })))
    expect(body).toMatchObject({ decided: [], left: [{ handInId: ids[0] }, { handInId: ids[1] }] })
    expect(
      (await decide(ids.map(handInId => ({ handInId, version: 1, verdict: null, reason: '' })))).body,
    ).toMatchObject({ left: [] })
    expect((await showHandIn(server.db, ids[1])).points!.got).toBe(15_000)
  })

  it('is not decided for a hand-in of another exercise, nor without a reason', async () => {
    const other = await setOpenExercise(server.db, room, { ...PAIR, title: 'Another' })
    const elsewhere = await handInMarked(server.db, other, room.people.student, RIGHT)
    const one = { handInId: elsewhere, version: 0, verdict: 'broken', reason: 'x' } as const
    expect((await decide([one])).status).toBe(404)
    expect((await decide([{ ...one, handInId: ids[0], reason: ' ' }])).status).toBe(422)
  })
})
