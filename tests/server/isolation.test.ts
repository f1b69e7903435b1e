import { request } from 'node:http'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { ENGINE_VERSION } from '@nomenklatura/core/marking'
import { startWorker } from '../../server/jobs/work'
import { TooMuch, compute } from '../../server/pool/compute'
import { latestRevision } from '../../server/repositories/exercises'
import { recordMarkingFailure } from '../../server/repositories/markings'
import { check } from '../../server/services/checking'
import { showDesk } from '../../server/services/desk'
import { showHandIn } from '../../server/services/hand-in-view'
import { archive } from '../../server/services/archive'
import { saveSchedule, showCourse } from '../../server/services/exercises'
import { exerciseRef, markHandIn, progress, unmarked } from '../../server/services/marking'
import { saveSheet } from '../../server/services/worksheets'
import { Visitor, startServer } from './support/server'
import {
  changeTo,
  DAY_MS,
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
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  await emptyAll(server.db)
  room = await makeClassRoom(server.db)
})

const db = () => server.db
/**
 * A hand-in that no engine can mark: in a dialect that there is not. Written past the services, which would
 * not.
 */
async function poison(who: 'student' | 'classmate'): Promise<string> {
  const { id } = await latestRevision(db(), room.exerciseId)
  const [row] = await db()('hand_ins')
    .insert({
      exercise_id: room.exerciseId,
      person_id: room.people[who],
      attempt: 1,
      exercise_revision_id: id,
      answer: JSON.stringify({ format: 'nomenklatura-answer', version: 1, script: RIGHT, dialect: 'none' }),
    })
    .returning('id')
  return row!.id
}
async function markAll(): Promise<void> {
  for (const { handInId, revisionId } of await unmarked(db(), { exerciseId: room.exerciseId }))
    await markHandIn(db(), handInId, revisionId)
}

describe('a hand-in that cannot be marked', () => {
  it('holds up no other, and is a person’s to look at after three tries, with the reason; Mark again tries it anew', async () => {
    const poisoned = await poison('student')
    await handInMarked(db(), room.exerciseId, room.people.classmate, WRONG)
    for (let i = 0; i < 4; i++) await markAll()
    expect(await unmarked(db(), { exerciseId: room.exerciseId })).toEqual([])
    expect(await db()('marking_failures').pluck('tries')).toEqual([3])
    const { queue } = await showDesk(db(), room.exerciseId, 'instructor')
    expect(queue.map(({ name, state }) => [name, state])).toEqual([
      ['The classmate', 'ready'],
      ['The student', 'could not be marked'],
    ])
    expect((await showHandIn(db(), poisoned)).markingFault).toMatch(/\S/)
    expect(await progress(db(), room.exerciseId)).toEqual({ marked: 2, of: 2 })
    expect(
      (await showCourse(db(), room.courseId, room.people.student, 'student')).exercises[0]!.mine,
    ).toMatchObject({ isAtInstructor: true })
    const assistant = await new Visitor(server.origin).signIn(emailOf('assistant'), PASSWORD)
    expect((await assistant.ask('POST', `/api/exercises/${room.exerciseId}/markings`)).body).toEqual({
      asked: 1,
    })
  })

  it('is marked by the worker’s sweeps around others, and what is archived is left out', async () => {
    await poison('student')
    await saveSheet(db(), room.exerciseId, room.people.classmate, 'student', {
      sheet: 'script',
      content: RIGHT,
      base: 0,
    })
    const { id } = await latestRevision(db(), room.exerciseId)
    const answer = JSON.stringify({ format: 'nomenklatura-answer', version: 1, script: RIGHT })
    await db()('hand_ins').insert({
      exercise_id: room.exerciseId,
      person_id: room.people.classmate,
      attempt: 1,
      exercise_revision_id: id,
      answer,
    })
    const worker = startWorker({ sweepMs: 200 })
    for (let i = 0; i < 100 && (await progress(db(), room.exerciseId)).marked < 2; i++)
      await new Promise(done => setTimeout(done, 100))
    await worker.stop()
    expect(await progress(db(), room.exerciseId)).toEqual({ marked: 2, of: 2 })
    await db()('marking_failures').delete()
    expect(await unmarked(db())).toHaveLength(1)
    await archive(db(), room.exerciseId, { courseId: room.courseId, personId: room.people.instructor })
    expect(await unmarked(db())).toEqual([])
  }, 60_000)

  it('that cannot be stored counts as a try with the database’s own words; a reason of any length and sign is kept', async () => {
    const id = await poison('student')
    const revision = await latestRevision(db(), room.exerciseId)
    expect(
      await recordMarkingFailure(
        db(),
        { handInId: id, revision, pinsVersion: 0 },
        ENGINE_VERSION,
        `\u0000${'x😀'.repeat(5000)}\uD83D`,
      ),
    ).toBe(1)
    expect(Array.from((await db()('marking_failures').first('reason'))!.reason as string)).toHaveLength(1000)
  })
})

describe('computation', () => {
  it('that takes too long is ended with its thread, and the next finds another', async () => {
    const revision = await latestRevision(db(), room.exerciseId)
    const answer = {
      script: Array.from(
        { length: 2000 },
        (_, i) => `CREATE TABLE t${i} (a integer PRIMARY KEY, b integer REFERENCES tx${i});`,
      ).join('\n'),
    }
    await expect(compute('mark', { exercise: exerciseRef(revision), answer }, { ms: 5 })).rejects.toThrow(
      TooMuch,
    )
    expect(
      (await compute('mark', { exercise: exerciseRef(revision), answer: { script: RIGHT } }, { ms: 10_000 }))
        .cells.length,
    ).toBeGreaterThan(0)
  })

  it('of one person is one check at a time', async () => {
    const run = () =>
      check(db(), room.exerciseId, room.people.student, 'student', { script: RIGHT }).then(
        () => 'done',
        error => error.code as string,
      )
    expect((await Promise.all([run(), run(), run()])).sort()).toEqual(['checking', 'checking', 'done'])
    expect(await run()).toBe('done')
  })

  it('tells the first thousand findings of a check, and counts the rest', async () => {
    const script = Array.from(
      { length: 800 },
      (_, i) => `CRAETE TABEL t${i} (a integr PRIMERY KEY, b varchr(3) NOT NUL);`,
    ).join('\n')
    const told = await check(db(), room.exerciseId, room.people.student, 'student', { script })
    expect(told.findings).toHaveLength(1000)
    expect(told.findingsLeft).toBeGreaterThanOrEqual(1500)
    expect(told.tooMuch).toBeNull()
  })
})

describe('what Check tells, and when', () => {
  const withHelp = async (helpLevel: 'practice' | 'guided' | 'assessed'): Promise<void> => {
    await changeTo(db(), room, { ...PAIR, helpLevel })
  }
  const checked = (at: Date) =>
    check(db(), room.exerciseId, room.people.student, 'student', { script: WRONG }, at).then(
      ({ verdicts }) => verdicts.length > 0,
      error => error.code as string,
    )

  it('is nothing before the exercise opens', async () => {
    const inDays = (days: number): string => new Date(Date.now() + days * DAY_MS).toISOString()
    await saveSchedule(db(), room.exerciseId, room.courseId, room.people.instructor, {
      opensAt: inDays(1),
      dueAt: inDays(2),
      attempts: 1,
      lateDays: 0,
      lateLoss: 0,
      collectsAtDue: true,
      saysWorkIsRead: true,
      toldModel: null,
      isAnonymous: false,
      counted: 'last',
    })
    expect(await checked(new Date())).toBe('not-open')
    expect(await checked(new Date(Date.now() + 1.5 * DAY_MS))).toBe(true)
  })

  it.each([
    ['practice', true],
    ['guided', false],
    ['assessed', false],
  ] as const)('after closing, before the release, %s tells verdicts: %s', async (helpLevel, tells) => {
    await withHelp(helpLevel)
    await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    expect(await checked(new Date(Date.now() + 7 * DAY_MS))).toBe(tells)
  })
})

describe('every combination of sheets and help levels', () => {
  it('with a starter and a Dictionary sheet is checked', async () => {
    for (const helpLevel of ['practice', 'guided', 'assessed'] as const) {
      for (const sheets of [
        ['dictionary'],
        ['dictionary', 'script'],
        ['dictionary', 'diagram', 'script'],
      ] as const) {
        await changeTo(db(), room, { ...PAIR, helpLevel, sheets: [...sheets] })
        const told = await check(db(), room.exerciseId, room.people.student, 'student', {
          script: RIGHT,
          dictionary: { entries: [] },
        })
        expect(told.verdicts.length > 0).toBe(helpLevel !== 'assessed')
      }
    }
  })
})

describe('bodies', () => {
  const send = (path: string, method: string, chunked: boolean): Promise<number> =>
    new Promise((resolve, reject) => {
      const outgoing = request(
        `${server.origin}${path}`,
        {
          method,
          headers: {
            'Content-Type': 'application/json',
            'Origin': server.origin,
            ...(chunked ? { 'Transfer-Encoding': 'chunked' } : { 'Content-Length': '3000000' }),
          },
        },
        response => {
          response.resume()
          resolve(response.statusCode ?? 0)
          outgoing.destroy()
        },
      )
      outgoing.on('error', error =>
        (error as { code?: string }).code === 'EPIPE' || (error as { code?: string }).code === 'ECONNRESET'
          ? undefined
          : reject(error),
      )
      const piece = 'x'.repeat(100_000)
      for (let i = 0; i < 30; i++) outgoing.write(piece)
      outgoing.end()
    })

  it.each([
    ['/api/session', 'POST'],
    ['/api/session', 'DELETE'],
  ])('too large ones are refused while they are read: %s %s', async (path, method) => {
    expect(await send(path, method, true)).toBe(413)
    expect(await send(path, method, false)).toBe(413)
  })
})
