import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { LedgerAnswer, SheetVersion, WorkOfAnswer } from '../../shared/answers'
import { insertComment } from '../../server/repositories/hand-ins'
import { release } from '../../server/services/releases'
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
const path = (rest: string, who: keyof ClassRoom['people'] = 'student'): string =>
  `/api/exercises/${room.exerciseId}/people/${room.people[who]}${rest}`
const workOf = async (visitor: Visitor, who?: keyof ClassRoom['people']): Promise<WorkOfAnswer> =>
  (await visitor.ask('GET', path('/work', who))).body as unknown as WorkOfAnswer

describe('what one person made of an exercise', () => {
  it('is every attempt with its points and comments, the first first; what was told stands beside', async () => {
    const first = await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    await insertComment(server.db, {
      handInId: first,
      rule: null,
      text: 'Look at the key.',
      by: room.people.instructor,
    })
    await release(server.db, room.exerciseId, room.people.instructor)
    const second = await handInMarked(server.db, room.exerciseId, room.people.student, RIGHT)
    const { attempts, name, hasBegun } = await workOf(await signedIn('assistant'))
    expect({ name, hasBegun }).toEqual({ name: 'The student', hasBegun: true })
    expect(attempts.map(({ id, attempt, state }) => ({ id, attempt, state }))).toEqual([
      { id: first, attempt: 1, state: 'released' },
      { id: second, attempt: 2, state: 'ready' },
    ])
    expect(attempts[0]!.told).toEqual(attempts[0]!.points)
    expect(attempts[0]!.comments.map(({ text }) => text)).toEqual(['Look at the key.'])
    expect(attempts[1]!.points!.got).toBeGreaterThan(attempts[0]!.points!.got)
    expect(attempts[1]!.told).toBeNull()
  })

  it('is read while it is written: all that was saved, and who has begun is named', async () => {
    await saveSheet(server.db, room.exerciseId, room.people.student, 'student', {
      sheet: 'script',
      content: 'CREATE TABLE half (',
      base: 0,
    })
    const assistant = await signedIn('assistant')
    const versions = (await assistant.ask('GET', path('/sheets/script/versions')))
      .body as unknown as SheetVersion[]
    expect(versions).toHaveLength(1)
    const { body } = await assistant.ask('GET', path(`/sheets/script/versions/${versions[0]!.key}`))
    expect(body.content).toBe('CREATE TABLE half (')
    const { without } = (await assistant.ask('GET', `/api/exercises/${room.exerciseId}/ledger`))
      .body as unknown as LedgerAnswer
    expect(without.find(({ hasBegun }) => hasBegun)).toMatchObject({ personId: room.people.student })
  })

  it('of who has not begun is nothing; of who never was in the course there is no answer', async () => {
    const instructor = await signedIn('instructor')
    expect(await workOf(instructor, 'classmate')).toMatchObject({ hasBegun: false, attempts: [] })
    expect((await instructor.ask('GET', path('/work', 'stranger'))).status).toBe(404)
  })

  it('is not found under somebody else’s name', async () => {
    const id = await handInMarked(server.db, room.exerciseId, room.people.student, RIGHT)
    const instructor = await signedIn('instructor')
    const asked = (who: keyof ClassRoom['people']) =>
      instructor.ask('GET', path(`/sheets/script/versions/handed-${id}`, who))
    expect((await asked('student')).body.content).toBe(RIGHT)
    expect((await asked('classmate')).status).toBe(410)
  })
})
