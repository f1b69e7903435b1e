import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { NO_MARKS, withMark } from '@nomenklatura/core/exercise'
import { EMPTY_TRIAL, askStatement, typeInto } from '@nomenklatura/core/row-trial'
import { saveSchedule } from '../../server/services/exercises'
import type { SheetContent } from '../../shared/answers'
import { Visitor, startServerWithEngine } from './support/server'
import { DAY_MS, PASSWORD, emailOf, makeClassRoom, type ClassRoom, emptyAll } from './support/world'

let server: Awaited<ReturnType<typeof startServerWithEngine>>
let room: ClassRoom
beforeAll(async () => {
  server = await startServerWithEngine()
})
afterAll(() => server.stop())
beforeEach(async () => {
  await emptyAll(server.db)
  room = await makeClassRoom(server.db)
})

const signedIn = (who: keyof ClassRoom['people']): Promise<Visitor> =>
  new Visitor(server.origin).signIn(emailOf(who), PASSWORD)
const path = (rest = ''): string => `/api/exercises/${room.exerciseId}/${rest || 'row-trial'}`
const BESIDE = {
  'row-trial': {
    field: 'rowTrial',
    kept: typeInto(EMPTY_TRIAL, { is: 'empty', table: 'bay' }, 'no', '1'),
    later: askStatement(EMPTY_TRIAL, 'SELECT 1'),
    last: askStatement(EMPTY_TRIAL, 'SELECT 2'),
    refused: ['no JSON', '{}', '{"waiting":[],"steps":[{"is":"drop"}]}', ''],
  },
  'case-marks': {
    field: 'caseMarks',
    kept: withMark(NO_MARKS, 'garden', 'entity'),
    later: withMark(NO_MARKS, 'garden', 'fact'),
    last: NO_MARKS,
    refused: ['no JSON', '{}', '{"marks":[{"phrase":"garden","as":"rule"}]}', ''],
  },
} as const
describe.each(['row-trial', 'case-marks'] as const)('what is kept beside the sheets, %s', part => {
  const { field, kept, later, last, refused } = BESIDE[part]
  const [KEPT, LATER, LAST] = [JSON.stringify(kept), JSON.stringify(later), JSON.stringify(last)]
  const keptFor = async (visitor: Visitor): Promise<string> =>
    ((await visitor.ask('GET', path('worksheet'))).body as Record<string, SheetContent>)[field]!.content

  it('is kept with the worksheet, for its student alone', async () => {
    const student = await signedIn('student')
    expect((await student.ask('PUT', path(part), { content: KEPT, base: 0 })).body).toMatchObject({
      number: 1,
    })
    expect((await student.ask('PUT', path(part), { content: LATER, base: 1 })).body).toMatchObject({
      number: 2,
    })
    expect(await keptFor(student)).toBe(LATER)
    expect(await keptFor(await signedIn('classmate'))).toBe('')
  })

  it('is refused on top of an older save, with what is kept; the same again is not', async () => {
    const student = await signedIn('student')
    await student.ask('PUT', path(part), { content: KEPT, base: 0 })
    expect(await student.ask('PUT', path(part), { content: LATER, base: 0 })).toMatchObject({
      status: 409,
      body: { code: 'stale', extra: { content: KEPT, number: 1 } },
    })
    expect((await student.ask('PUT', path(part), { content: KEPT, base: 0 })).body).toMatchObject({
      number: 1,
    })
    expect(await keptFor(student)).toBe(KEPT)
  })

  it('is kept once, where two windows save at one moment', async () => {
    const student = await signedIn('student')
    const [one, other] = await Promise.all(
      [KEPT, LATER].map(content => student.ask('PUT', path(part), { content, base: 0 })),
    )
    expect([one!.status, other!.status].sort()).toEqual([200, 409])
  })

  it('is kept after closing as well, since it is not handed in', async () => {
    const student = await signedIn('student')
    await student.ask('PUT', path(part), { content: KEPT, base: 0 })
    await saveSchedule(server.db, room.exerciseId, room.courseId, room.people.instructor, {
      opensAt: null,
      dueAt: new Date(Date.now() - DAY_MS).toISOString(),
      attempts: 1,
      lateDays: 0,
      lateLoss: 0,
      collectsAtDue: false,
      saysWorkIsRead: true,
      toldModel: null,
      isAnonymous: false,
      counted: 'last',
    })
    expect((await student.ask('PUT', path(part), { content: LAST, base: 1 })).status).toBe(200)
    expect(await keptFor(student)).toBe(LAST)
  })

  it.each(refused)('is refused as %j', async content => {
    const student = await signedIn('student')
    expect(await student.ask('PUT', path(part), { content, base: 0 })).toMatchObject({
      status: 422,
      body: { code: 'invalid' },
    })
  })
})

describe('rows tried on the server', () => {
  const work = (statement: string, tables = ['CREATE TABLE bay (no integer PRIMARY KEY)']) => ({
    tables,
    steps: [{ statements: [statement], isWhole: false }],
  })

  it('are run on the tables, and nothing of it stays', async () => {
    const student = await signedIn('student')
    for (let i = 0; i < 2; i++) {
      const { status, body } = await student.ask('POST', path(), work('INSERT INTO bay VALUES (7)'))
      expect(status).toBe(200)
      expect(body).toMatchObject({
        stopped: null,
        steps: [{ outcomes: [{ refusal: null }], tables: [{ table: 'bay', rows: [['7']] }] }],
      })
    }
  })

  it.each([
    ['COMMIT', undefined],
    ['SET ROLE postgres', undefined],
    ['INSERT INTO bay VALUES (1)', ['DO $$ BEGIN END $$']],
    ['INSERT INTO bay VALUES (1)', ['COPY bay FROM PROGRAM $$ls$$']],
  ])('take no %s on %j', async (statement, tables) => {
    const student = await signedIn('student')
    expect((await student.ask('POST', path(), work(statement, tables))).body.code).toBe('invalid')
  })

  it('say that a statement does not end, and the next one finds an engine', async () => {
    const student = await signedIn('student')
    const endless = await student.ask('POST', path(), work('SELECT pg_sleep(60)'))
    expect(endless.body).toMatchObject({ stopped: 'time' })
    expect((await student.ask('POST', path(), work('SELECT 1'))).body).toMatchObject({ stopped: null })
  })
})
