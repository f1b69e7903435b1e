import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { GlossaryPreview, HandInAnswer, PairingPreview } from '#shared/answers'
import { takeMarksBack, release } from '../../server/services/releases'
import { markHandIn, unmarked } from '../../server/services/marking'
import { Visitor, startServer } from './support/server'
import { PASSWORD, emailOf, handInMarked, makeClassRoom, type ClassRoom } from './support/world'

/**
 * A right answer in words that nothing helps with: the engine takes the wrong column for the role, by its
 * type.
 */
const ODD = `CREATE TABLE zug (a integer NOT NULL REFERENCES trip, b char(3) NOT NULL REFERENCES collector, x varchar(30), y varchar(40) NOT NULL, PRIMARY KEY (a, b));`

let server: Awaited<ReturnType<typeof startServer>>
let room: ClassRoom
let handInId: string
let bo: Visitor
let ada: Visitor

beforeAll(async () => {
  server = await startServer()
  room = await makeClassRoom(server.db)
  handInId = await handInMarked(server.db, room.exerciseId, room.people.student, ODD)
  await handInMarked(server.db, room.exerciseId, room.people.classmate, ODD)
  bo = await new Visitor(server.origin).signIn(emailOf('assistant'), PASSWORD)
  ada = await new Visitor(server.origin).signIn(emailOf('instructor'), PASSWORD)
})
afterAll(() => server.stop())

const show = async (): Promise<HandInAnswer> =>
  (await bo.ask('GET', `/api/hand-ins/${handInId}`)).body as unknown as HandInAnswer
const verdict = (answer: HandInAnswer, rule: string): string =>
  answer.marking!.cells.find(cell => cell.rule === rule)!.verdict
const PINS = [{ element: 'participation.role', to: ['zug.y'] }]

describe('pairing by hand', () => {
  it('shows what would change, and changes nothing yet', async () => {
    const before = await show()
    expect(before.pinning).toEqual({ version: 0, pins: [] })
    const preview = (await bo.ask('POST', `/api/hand-ins/${handInId}/pairing/preview`, { pins: PINS }))
      .body as unknown as PairingPreview
    expect(preview.pairing.find(({ model }) => model === 'participation.role')).toMatchObject({
      place: 'zug.y',
      confidence: 'sure',
      reasons: ['paired by hand'],
    })
    expect(preview.after.got).toBeGreaterThan(preview.before.got)
    expect(preview.changed).toContain('r10')
    expect((await show()).pinning.version).toBe(0)
  })

  it('keeps it with the marking made with it; the next marking keeps to it', async () => {
    const kept = (await bo.ask('PUT', `/api/hand-ins/${handInId}/pairing`, { pins: PINS, base: 0 }))
      .body as unknown as HandInAnswer
    expect(kept.pinning).toEqual({ version: 1, pins: PINS })
    expect(verdict(kept, 'r10')).toBe('upheld')
    expect(await unmarked(server.db, { exerciseId: room.exerciseId })).toEqual([])
    const stored = await server
      .db('markings')
      .where({ hand_in_id: handInId })
      .orderBy('pins_version')
      .pluck('pins_version')
    expect(stored).toEqual([0, 1])
  })

  it('refuses a pairing made on an older one, and says so', async () => {
    const { status, body } = await ada.ask('PUT', `/api/hand-ins/${handInId}/pairing`, { pins: [], base: 0 })
    expect([status, body.code]).toEqual([409, 'paired-meanwhile'])
    expect((await show()).pinning.version).toBe(1)
  })

  it('"stands nowhere" leaves the element out', async () => {
    const preview = (
      await bo.ask('POST', `/api/hand-ins/${handInId}/pairing/preview`, {
        pins: [{ element: 'participation', to: [] }],
      })
    ).body as unknown as PairingPreview
    // The script runs still, and repeats nothing of the lists that are given.
    expect(preview.after.got).toBe(2000)
    expect(preview.pairing.find(({ model }) => model === 'participation')!.confidence).toBe('absent')
  })

  it('is not changed once marks are released, and again when they are taken back', async () => {
    await release(server.db, room.exerciseId, room.people.instructor)
    expect((await bo.ask('PUT', `/api/hand-ins/${handInId}/pairing`, { pins: [], base: 1 })).body.code).toBe(
      'released',
    )
    await takeMarksBack(server.db, { id: room.exerciseId, courseId: room.courseId }, room.people.instructor)
    expect((await bo.ask('PUT', `/api/hand-ins/${handInId}/pairing`, { pins: PINS, base: 1 })).status).toBe(
      200,
    )
  })

  it('shows the dependencies that a rule was judged by', async () => {
    const { lines } = (await bo.ask('GET', `/api/hand-ins/${handInId}/rules/r1/dependencies`))
      .body as unknown as { lines: string[] }
    expect(lines[0]).toBe('given: trip.trip_no, collector.code')
    expect(lines.join('\n')).toContain('zug.a, zug.b → row of zug   PRIMARY KEY (a, b)')
  })
})

describe('a name for the glossary', () => {
  const NAME = { element: 'participation.role', name: 'y' }
  it('shows who would move before anybody does', async () => {
    const preview = (await bo.ask('POST', `/api/exercises/${room.exerciseId}/glossary/preview`, NAME))
      .body as unknown as GlossaryPreview
    expect(preview.using).toBe(2)
    expect(preview.moves.map(({ name }) => name)).toEqual(['The classmate'])
    expect(preview.moves[0]!.after.got).toBeGreaterThan(preview.moves[0]!.before.got)
    const near = (
      await bo.ask('POST', `/api/exercises/${room.exerciseId}/glossary/preview`, { ...NAME, name: 'ys' })
    ).body as unknown as GlossaryPreview
    expect(near.using).toBe(0)
    expect(
      (
        await bo.ask('POST', `/api/exercises/${room.exerciseId}/glossary/preview`, {
          element: 'drawer',
          name: 'y',
        })
      ).status,
    ).toBe(404)
  })

  it('is taken in by the instructor as a new rule sheet, under which all are marked again', async () => {
    const { revision } = (await ada.ask('POST', `/api/exercises/${room.exerciseId}/glossary/preview`, NAME))
      .body as unknown as GlossaryPreview
    expect(
      (await ada.ask('POST', `/api/exercises/${room.exerciseId}/glossary`, { ...NAME, base: revision + 7 }))
        .body.code,
    ).toBe('stale')
    expect(
      (await ada.ask('POST', `/api/exercises/${room.exerciseId}/glossary`, { ...NAME, base: revision })).body,
    ).toMatchObject({ asked: 2 })
    for (const job of await unmarked(server.db, { exerciseId: room.exerciseId }))
      await markHandIn(server.db, job.handInId, job.revisionId)
    expect(verdict(await show(), 'r10')).toBe('upheld')
  })
})
