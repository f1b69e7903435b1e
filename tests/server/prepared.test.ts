import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { ENGINE_VERSION } from '@nomenklatura/core/marking'
import type {
  DeskAnswer,
  ExerciseSetting,
  PreparedAnswer,
  RevisionLine,
  WorksheetAnswer,
} from '#shared/answers'
import { findPrepared, latestRevision } from '../../server/repositories/exercises'
import { findHandIn } from '../../server/repositories/hand-ins'
import { showFeedback } from '../../server/services/feedback'
import { showHandIn } from '../../server/services/hand-in-view'
import { markHandIn, unmarked } from '../../server/services/marking'
import { release } from '../../server/services/releases'
import { Visitor, startServer } from './support/server'
import {
  PAIR,
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
let ada: Visitor
let path: string
beforeAll(async () => {
  server = await startServer()
})
beforeEach(async () => {
  await emptyAll(server.db)
  room = await makeClassRoom(server.db)
  ada = await new Visitor(server.origin).signIn(emailOf('instructor'), PASSWORD)
  path = `/api/exercises/${room.exerciseId}`
})
afterAll(() => server.stop())

const pointsOfRule = (id: string, points: number): ExerciseDocument => ({
  ...PAIR,
  rules: PAIR.rules.map(rule => (rule.id === id ? { ...rule, points } : rule)),
})
async function save(document: ExerciseDocument): Promise<{ revision: number; isPrepared: boolean }> {
  const { revision } = (await ada.ask('GET', `${path}/setting`)).body as unknown as ExerciseSetting
  const { body } = await ada.ask('PUT', `${path}/document`, { document, base: revision })
  return body as unknown as { revision: number; isPrepared: boolean }
}
const prepared = async (): Promise<PreparedAnswer | null> =>
  ((await ada.ask('GET', `${path}/prepared`)).body as unknown as { prepared: PreparedAnswer | null }).prepared
async function markAll(isPrepared: boolean): Promise<void> {
  for (const job of await unmarked(server.db, { exerciseId: room.exerciseId, prepared: isPrepared }))
    await markHandIn(server.db, job.handInId, job.revisionId)
}

describe('a change to a published exercise', () => {
  it('moves nothing until it is taken: who moves is told before, from what, to what, by which rule', async () => {
    const wrong = await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    await handInMarked(server.db, room.exerciseId, room.people.classmate, RIGHT)
    const before = (await showHandIn(server.db, wrong)).points!
    const weight = PAIR.rules.find(({ id }) => id === 'r1')!.points
    const { isPrepared, revision } = await save(pointsOfRule('r1', weight - 4))
    expect(isPrepared).toBe(true)
    expect(await unmarked(server.db, { exerciseId: room.exerciseId })).toEqual([])
    expect((await showHandIn(server.db, wrong)).points).toEqual(before)

    expect(await prepared()).toMatchObject({ revision, marked: 0, of: 2, moves: [] })
    expect((await ada.ask('POST', `${path}/prepared/markings`)).body).toEqual({ asked: 2 })
    await markAll(true)
    const { changes, marked, moves } = (await prepared())!
    expect(changes).toEqual([`rule 1: ${weight - 4} point instead of ${weight}`])
    expect(marked).toBe(2)
    expect(moves.map(({ name }) => name).sort()).toEqual(['The classmate', 'The student'])
    expect(moves.find(({ name }) => name === 'The student')).toMatchObject({
      before: { got: 15_000, of: 20_000 },
      after: { got: 15_000, of: 16_000 },
      rules: [],
    })
    expect(moves.find(({ name }) => name === 'The classmate')!.rules).toEqual([
      { rule: 'r1', before: weight * 1000, after: (weight - 4) * 1000 },
    ])
    expect((await showHandIn(server.db, wrong)).points).toEqual(before)

    await ada.ask('PUT', `${path}/prepared`, { base: revision })
    expect(await prepared()).toBe(null)
    // What was marked to see who moves stands: nothing is marked a second time.
    expect(await unmarked(server.db, { exerciseId: room.exerciseId })).toEqual([])
    expect((await showHandIn(server.db, wrong)).points).toMatchObject({ got: 15_000, of: 16_000 })
  })

  it('is dropped without a trace, with what was marked under it', async () => {
    const id = await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    const before = await latestRevision(server.db, room.exerciseId)
    const { revision } = await save(pointsOfRule('r1', 1))
    await markAll(true)
    expect((await ada.ask('DELETE', `${path}/prepared`, { base: revision - 1 })).body.code).toBe('stale')
    await ada.ask('DELETE', `${path}/prepared`, { base: revision })
    expect(await findPrepared(server.db, room.exerciseId)).toBe(undefined)
    // All as it was, under a number that nobody else has.
    expect(await latestRevision(server.db, room.exerciseId)).toEqual({ ...before, number: revision + 1 })
    expect((await showHandIn(server.db, id)).points).toMatchObject({ got: 15_000, of: 20_000 })
    expect(await server.db('markings').count('* as n').first()).toEqual({ n: '1' })
  })

  it('is nothing prepared once it says the same again, and what was marked under an older one is not of it', async () => {
    await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    await save(pointsOfRule('r1', 1))
    await markAll(true)
    expect((await prepared())!.marked).toBe(1)
    await save(pointsOfRule('r1', 2))
    expect((await prepared())!.marked).toBe(0)
    expect(await save(PAIR)).toMatchObject({ isPrepared: false })
    expect(await prepared()).toBe(null)
  })

  it('is told to a window that still has a dropped one: its number names nothing else', async () => {
    const { revision } = await save(pointsOfRule('r1', 1))
    await ada.ask('DELETE', `${path}/prepared`, { base: revision })
    await save(pointsOfRule('r1', 3))
    const late = { document: pointsOfRule('r1', 2), base: revision }
    expect((await ada.ask('PUT', `${path}/document`, late)).body.code).toBe('stale')
  })

  it('is looked at to the end where a hand-in cannot be marked, or somebody handed in again', async () => {
    const id = await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    const { revision } = await save(pointsOfRule('r1', 1))
    const { id: revisionId } = (await findPrepared(server.db, room.exerciseId))!
    await server.db('marking_failures').insert({
      hand_in_id: id,
      exercise_revision_id: revisionId,
      engine_version: ENGINE_VERSION,
      pins_version: 0,
      reason: 'it takes too long',
      tries: 3,
    })
    expect(await prepared()).toMatchObject({ revision, marked: 1, of: 1, moves: [] })
    await server.db('marking_failures').delete()
    await markAll(true)
    await handInMarked(server.db, room.exerciseId, room.people.student, RIGHT)
    expect(await prepared()).toMatchObject({ marked: 0, of: 1 })
  })

  it('is not seen by students, who work with what counts', async () => {
    await save({ ...PAIR, title: 'Another title', brief: 'Another brief' })
    const student = await new Visitor(server.origin).signIn(emailOf('student'), PASSWORD)
    const { body } = await student.ask('GET', `${path}/worksheet`)
    expect(body).toMatchObject({ title: PAIR.title, brief: PAIR.brief })
    expect((await ada.ask('GET', `${path}/setting`)).body).toMatchObject({
      isPrepared: true,
      document: { title: 'Another title' },
    })
  })

  it('is not taken where something is missing, nor upon another than was looked at', async () => {
    const { revision } = await save({ ...PAIR, brief: ' ' })
    expect((await ada.ask('PUT', `${path}/prepared`, { base: revision })).body.code).toBe('not-ready')
    await save({ ...PAIR, brief: 'Said anew.' })
    expect((await ada.ask('PUT', `${path}/prepared`, { base: revision })).body.code).toBe('stale')
  })

  it('keeps a name from the glossary from slipping past it', async () => {
    await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    const { number } = await latestRevision(server.db, room.exerciseId)
    await save(pointsOfRule('r1', 1))
    const name = { element: 'participation.role', name: 'y' }
    expect((await ada.ask('POST', `${path}/glossary`, { ...name, base: number })).body.code).toBe('prepared')
  })

  it('leaves what was told as it was told', async () => {
    const id = await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    await release(server.db, room.exerciseId, room.people.instructor)
    const { revision } = await save(pointsOfRule('r1', 1))
    await markAll(true)
    expect((await prepared())!.moves).toMatchObject([{ isReleased: true }])
    await ada.ask('PUT', `${path}/prepared`, { base: revision })
    expect((await showFeedback(server.db, (await findHandIn(server.db, id))!)).points).toMatchObject({
      got: 15_000,
      of: 20_000,
    })
  })
})

describe('old versions', () => {
  it('are not taken up in a draft, which is changed as it stands', async () => {
    const { number } = await latestRevision(server.db, room.exerciseId)
    await ada.ask('DELETE', `${path}/published`)
    expect((await ada.ask('PUT', `${path}/revisions/${number}/prepared`)).body.code).toBe('not-published')
  })

  it('are listed with what each changed, and one is prepared again', async () => {
    await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    const { revision } = await save(pointsOfRule('r1', 1))
    await ada.ask('PUT', `${path}/prepared`, { base: revision })
    const lines = (await ada.ask('GET', `${path}/revisions`)).body as unknown as RevisionLine[]
    expect(lines.map(({ changes }) => changes)).toEqual([
      [expect.stringMatching(/^rule 1: 1 point instead of/)],
      [],
    ])
    const oldest = lines.at(-1)!
    expect((await ada.ask('PUT', `${path}/revisions/${oldest.number}/prepared`)).body).toMatchObject({
      revision: revision + 1,
    })
    expect((await findPrepared(server.db, room.exerciseId))!.document.rules).toEqual(PAIR.rules)
    // What is prepared already is not written over.
    expect((await ada.ask('PUT', `${path}/revisions/${oldest.number}/prepared`)).body.code).toBe('prepared')
    expect((await ada.ask('PUT', `${path}/revisions/99/prepared`)).status).toBe(404)
    expect((await ada.ask('PUT', `${path}/revisions/x/prepared`)).status).toBe(404)
  })
})

describe('an engine that is newer than the marks', () => {
  const desk = async () => (await ada.ask('GET', `${path}/desk`)).body as unknown as DeskAnswer
  const markedBy = (engine: string): Promise<unknown> =>
    withoutTrigger(() => server.db('markings').update({ engine_version: engine }))

  async function withoutTrigger(change: () => Promise<unknown>): Promise<void> {
    await server.db.raw('ALTER TABLE markings DISABLE TRIGGER USER')
    await change()
    await server.db.raw('ALTER TABLE markings ENABLE TRIGGER USER')
  }

  it('marks nothing again by itself; what would move is looked at, and then taken', async () => {
    await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    await markedBy('1')
    expect(await unmarked(server.db, { exerciseId: room.exerciseId })).toEqual([])
    expect((await desk()).byEarlierEngine).toBe(1)

    const { body } = await ada.ask('POST', `${path}/prepared/engine`)
    const { revision } = body as unknown as { revision: number }
    expect((await ada.ask('POST', `${path}/prepared/engine`)).body).toMatchObject({ code: 'prepared' })
    expect(await prepared()).toMatchObject({ revision, changes: [], marked: 0, of: 1 })
    await markAll(true)
    expect(await prepared()).toMatchObject({ marked: 1, moves: [] })
    expect((await desk()).byEarlierEngine).toBe(1)
    await ada.ask('PUT', `${path}/prepared`, { base: revision })
    expect((await desk()).byEarlierEngine).toBe(0)
  })
})

describe('a trial as a student', () => {
  it('is of what is prepared for who teaches, and of what counts for a student', async () => {
    await save({ ...PAIR, brief: 'Another brief.' })
    const briefOf = async (who: Visitor) => {
      await who.ask('POST', `${path}/worksheet`)
      return (await who.ask('GET', `${path}/worksheet`)).body as unknown as WorksheetAnswer
    }
    const student = await new Visitor(server.origin).signIn(emailOf('student'), PASSWORD)
    expect(await briefOf(ada)).toMatchObject({ brief: 'Another brief.', triesPrepared: true })
    expect(await briefOf(student)).toMatchObject({ brief: PAIR.brief, triesPrepared: false })
  })
})
