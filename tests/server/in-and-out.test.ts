import { unzipSync } from 'fflate'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { ResultsDocument } from '@nomenklatura/core/marking'
import { Papa } from '../../packages/core/src/rows/separated'
import type { BroughtInPreview, DeskAnswer, ExportAnswer, WorkOfAnswer } from '../../shared/answers'
import { findHandIn, insertComment } from '../../server/repositories/hand-ins'
import { hashPassword } from '../../server/services/passwords'
import { insertMembership, insertPerson } from '../../server/repositories/people'
import { decide } from '../../server/services/decisions'
import { give } from '../../server/services/given'
import { markHandIn, unmarked } from '../../server/services/marking'
import { makeExport } from '../../server/services/make-export'
import { askForExport } from '../../server/services/exports'
import { release } from '../../server/services/releases'
import { zipOf } from '../support/zip'
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
let instructor: Visitor
const db = () => server.db
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  await emptyAll(db())
  room = await makeClassRoom(db())
  instructor = await new Visitor(server.origin).signIn(emailOf('instructor'), PASSWORD)
})

const path = (rest: string): string => `/api/exercises/${room.exerciseId}${rest}`
const look = async (zip: Buffer): Promise<BroughtInPreview> =>
  (await instructor.upload(path('/brought-in/preview'), zip)).body as unknown as BroughtInPreview
const markAll = async (): Promise<number> => {
  const waiting = await unmarked(db(), { exerciseId: room.exerciseId })
  for (const job of waiting) await markHandIn(db(), job.handInId, job.revisionId)
  return waiting.length
}
const countHandIns = async (): Promise<number> =>
  Number((await db()('hand_ins').count<{ count: string }[]>('* as count'))[0]!.count)

/** Students of the room, so many, who have no password of their own to be made. */
async function manyStudents(count: number): Promise<string[]> {
  const passwordHash = await hashPassword(PASSWORD)
  const ids: string[] = []
  for (let i = 0; i < count; i++) {
    const { id } = await insertPerson(db(), {
      name: `Student Number${i}`,
      email: `student${i}@skarholm.example`,
      passwordHash,
      mayBeginCourses: false,
    })
    await insertMembership(db(), room.courseId, id, 'student')
    ids.push(id)
  }
  return ids
}

describe('a class that works elsewhere', () => {
  it('is brought in from a zip of two hundred scripts: each is told whose it is, all are marked', async () => {
    const ids = await manyStudents(200)
    const zip = zipOf(
      ids.map((_, i) => ({ path: `class/Number${i}_student_${i}.sql`, bytes: i % 2 ? RIGHT : WRONG })),
    )
    const { answers, people, faults } = await look(zip)
    expect(faults).toEqual([])
    expect(answers).toHaveLength(200)
    expect(answers.map(({ person }) => person?.id).toSorted()).toEqual(ids.toSorted())
    expect(await countHandIns()).toBe(0)
    const chosen = Object.fromEntries(answers.map(({ name, person }) => [name, person!.id]))
    expect((await instructor.upload(path('/brought-in'), zip, { people: chosen })).body).toEqual({
      handedIn: 200,
      leftOut: 0,
    })
    expect(people.length).toBe(202)

    // Marking can be stopped: what is marked stays, and it goes on where it was.
    const waiting = await unmarked(db(), { exerciseId: room.exerciseId })
    expect(waiting).toHaveLength(200)
    for (const job of waiting.slice(0, 20)) await markHandIn(db(), job.handInId, job.revisionId)
    await instructor.ask('DELETE', path('/markings'))
    for (const job of waiting.slice(20, 25)) await markHandIn(db(), job.handInId, job.revisionId)
    const desk = async (): Promise<DeskAnswer> =>
      (await instructor.ask('GET', path('/desk'))).body as unknown as DeskAnswer
    const stopped = await desk()
    expect(stopped.isMarkingStopped).toBe(true)
    expect(stopped.queue.filter(({ state }) => state !== 'being marked')).toHaveLength(20)
    expect(await unmarked(db(), {})).toEqual([])
    expect((await instructor.ask('POST', path('/markings'))).body).toEqual({ asked: 180 })
    await markAll()
    const { queue, isMarkingStopped } = await desk()
    expect(isMarkingStopped).toBe(false)
    expect(queue.filter(({ state }) => state === 'ready')).toHaveLength(200)
    expect(new Set(queue.map(({ points }) => points!.got)).size).toBe(2)
  }, 120_000)

  it('several files of a student are their sheets; what nobody is named by is asked, and left out by word', async () => {
    const zip = zipOf([
      { path: 'The classmate/answer.sql', bytes: RIGHT },
      { path: 'who knows.sql', bytes: RIGHT },
      { path: 'empty student.sql', bytes: '' },
      { path: 'readme.pdf', bytes: 'x' },
      { path: 'picture.sql', bytes: Buffer.from([0, 1, 2, 0]) },
    ])
    const { answers, passedOver, faults } = await look(zip)
    expect(passedOver).toEqual(['readme.pdf'])
    expect(faults).toEqual(['picture.sql: is no text'])
    const by = new Map(answers.map(answer => [answer.name, answer]))
    expect(by.get('answer')).toMatchObject({ person: { id: room.people.classmate }, sheets: ['script'] })
    expect(by.get('who knows')).toMatchObject({ person: null, fault: null })
    expect(by.get('empty student')).toMatchObject({ fault: 'nothing stands on a sheet that is asked' })
    const people = {
      'answer': room.people.classmate,
      'who knows': room.people.student,
      'empty student': null,
    }
    expect((await instructor.upload(path('/brought-in'), zip, { people })).body).toEqual({
      handedIn: 2,
      leftOut: 1,
    })
    const rows = await db()('hand_ins').select('person_id', 'brought_in_by', 'late_by_seconds')
    expect(rows.map(row => row.brought_in_by)).toEqual([room.people.instructor, room.people.instructor])
  })

  it('comes in whole or not at all', async () => {
    const zip = zipOf([
      { path: 'a.sql', bytes: RIGHT },
      { path: 'b.sql', bytes: RIGHT },
      { path: 'c.sql', bytes: '' },
    ])
    const { student, classmate, assistant } = room.people
    const refused = async (people: Record<string, string | null>): Promise<string | undefined> =>
      (await instructor.upload(path('/brought-in'), zip, { people })).body.code
    expect(await refused({ a: student, b: student, c: null })).toBe('twice')
    expect(await refused({ a: student, b: assistant, c: null })).toBe('no-student')
    expect(await refused({ a: student, b: room.people.stranger, c: null })).toBe('no-student')
    expect(await refused({ a: student, b: classmate, c: room.people.student })).toBe('faulty')
    expect(await refused({ a: student, c: null })).toBe('another-archive')
    expect(await refused({ a: null, b: null, c: null })).toBe('nothing-chosen')
    expect(await countHandIns()).toBe(0)
    await db()('exercises').where({ id: room.exerciseId }).update({ state: 'draft' })
    expect(await refused({ a: student, b: classmate, c: null })).toBe('draft')
  })

  it('counts as the last attempt of who handed in before', async () => {
    const before = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    const zip = zipOf([{ path: 'The student.sql', bytes: RIGHT }])
    const { people } = await look(zip)
    expect(people.find(({ id }) => id === room.people.student)!.handIn).toMatchObject({ isTold: false })
    await instructor.upload(path('/brought-in'), zip, { people: { 'The student': room.people.student } })
    const { attempts } = (await instructor.ask('GET', path(`/people/${room.people.student}/work`)))
      .body as unknown as WorkOfAnswer
    expect(attempts.map(({ broughtInBy }) => broughtInBy)).toEqual([null, 'The instructor'])
    const { queue } = (await instructor.ask('GET', path('/desk'))).body as unknown as DeskAnswer
    expect(queue).toMatchObject([{ attempt: 2 }])
    expect(queue[0]!.id).not.toBe(before)
  })

  const good = zipOf([{ path: 'a.sql', bytes: RIGHT }])
  it.each([
    ['is none', Buffer.from('CREATE TABLE t (a INT)')],
    ['is cut off', good.subarray(0, good.length - 9)],
    ['leads out of its folder', zipOf([{ path: '../../a.sql', bytes: RIGHT }])],
    ['has an absolute path', zipOf([{ path: '/a.sql', bytes: RIGHT }])],
    ['lies deep', zipOf([{ path: `${'d/'.repeat(14)}a.sql`, bytes: RIGHT }])],
    ['grows in one file', zipOf([{ path: 'a.sql', bytes: Buffer.alloc(2_100_000, 32) }])],
    [
      'grows in all',
      zipOf(Array.from({ length: 60 }, (_, i) => ({ path: `${i}.sql`, bytes: Buffer.alloc(1_900_000) }))),
    ],
    ['has very many entries', zipOf(Array.from({ length: 5001 }, (_, i) => ({ path: `${i}`, bytes: '' })))],
    ['is encrypted', zipOf([{ path: 'a.sql', bytes: RIGHT, said: { flags: 0x0801 } }])],
    ['lies about its size', zipOf([{ path: 'a.sql', bytes: RIGHT, said: { size: 3 } }])],
    ['is packed in a way nobody knows', zipOf([{ path: 'a.sql', bytes: RIGHT, said: { method: 98 } }])],
  ])('an archive that %s is refused with why', async (_, zip) => {
    const { status, body } = await instructor.upload(path('/brought-in/preview'), zip)
    expect({ status, code: body.code }).toEqual({ status: 422, code: 'bad-archive' })
    expect(String(body.title)).toMatch(/^The archive is not read: ./)
  })

  it('what is no form, or too large, is refused', async () => {
    expect((await instructor.ask('POST', path('/brought-in/preview'), {})).body.code).toBe('no-form')
    const large = await instructor.upload(path('/brought-in/preview'), Buffer.alloc(32_100_000))
    expect(large.status).toBe(413)
    expect((await instructor.upload(path('/brought-in/preview'), zipOf([]))).body.code).toBe('nothing-in-it')
  })
})

/** Rows of a CSV, as a spreadsheet program reads it. */
function rowsOfCsv(bytes: Buffer): Record<string, string>[] {
  const text = bytes
    .toString('utf8')
    .replace(/^\uFEFF/, '')
    .trimEnd()
  const [head, ...rows] = Papa.parse(text, { delimiter: ',', preview: 0 }).data
  return rows.map(row => Object.fromEntries(head!.map((name, i) => [name, row[i] ?? ''])))
}

describe('results', () => {
  async function aClass(): Promise<void> {
    await db()('people').where({ id: room.people.classmate }).update({ name: '=cmd|calc!A1' })
    const wrong = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    await handInMarked(db(), room.exerciseId, room.people.classmate, RIGHT)
    const rule = (await db()('markings').where({ hand_in_id: wrong }).first('summary'))!.summary.cells.find(
      ([, , verdict]) => verdict === 'broken',
    )!
    await decide(
      db(),
      (await findHandIn(db(), wrong))!,
      { rule: rule[0], sheet: rule[1] },
      { verdict: 'upheld', reason: '=1+1 was said in the lecture', version: 0 },
      room.people.assistant,
    )
    await give(
      db(),
      room,
      (await findHandIn(db(), wrong))!,
      'extra',
      { points: -0.5, reason: 'Not as the brief has it.', version: 0 },
      room.people.assistant,
    )
    await insertComment(db(), { handInId: wrong, rule: null, text: 'Nearly.', by: room.people.instructor })
  }

  it('as CSV have a line each, and run no formula in a spreadsheet program', async () => {
    await aClass()
    const marks = await instructor.download(path('/results/marks.csv'))
    expect(marks.type).toContain('text/csv')
    const lines = rowsOfCsv(marks.bytes)
    expect(lines).toHaveLength(2)
    const verdicts = rowsOfCsv((await instructor.download(path('/results/verdicts.csv'))).bytes)
    const cells = [...lines, ...verdicts].flatMap(line => Object.values(line))
    expect(cells.filter(cell => /^[=+\-@\t\r]/.test(cell) && Number.isNaN(Number(cell)))).toEqual([])
    expect(lines.some(({ name }) => name === "'=cmd|calc!A1")).toBe(true)
    const sum = (name: string): number =>
      verdicts.filter(line => line.name === name).reduce((all, { points }) => all + Number(points), 0)
    for (const { name, points } of lines) expect(sum(name!)).toBeCloseTo(Number(points), 1)
  })

  it('as the tables of OneRoster 1.1 name line item, student and score', async () => {
    await aClass()
    const { bytes } = await instructor.download(path('/results/oneroster.zip'))
    const files = unzipSync(new Uint8Array(bytes))
    const table = (name: string) => rowsOfCsv(Buffer.from(files[name]!))
    const manifest = Object.fromEntries(
      table('manifest.csv').map(({ propertyName, value }) => [propertyName, value]),
    )
    expect(manifest).toMatchObject({
      'oneroster.version': '1.1',
      'file.results': 'bulk',
      'file.lineItems': 'bulk',
      'file.users': 'absent',
    })
    const [item] = table('lineItems.csv')
    const results = table('results.csv')
    expect(results.map(({ lineItemSourcedId }) => lineItemSourcedId)).toEqual([
      item!.sourcedId,
      item!.sourcedId,
    ])
    expect(results.map(({ studentSourcedId }) => studentSourcedId).toSorted()).toEqual(
      [emailOf('classmate'), emailOf('student')].toSorted(),
    )
    for (const { score, scoreStatus } of results) {
      expect(scoreStatus).toBe('fully graded')
      expect(Number(score)).toBeLessThanOrEqual(Number(item!.resultValueMax))
    }
  })

  it('as JSON are of the published shape, and another installation that reads them comes to the same', async () => {
    await aClass()
    const { bytes } = await instructor.download(path('/results/results.json'))
    const first = ResultsDocument.parse(JSON.parse(bytes.toString('utf8')))
    expect(first.results.flatMap(({ cells }) => cells.filter(({ decided }) => decided))).toHaveLength(1)
    expect(first.results.flatMap(({ given }) => given)).toHaveLength(1)

    // The second: the same people, nothing handed in.
    await emptyAll(db())
    room = await makeClassRoom(db())
    instructor = await new Visitor(server.origin).signIn(emailOf('instructor'), PASSWORD)
    const zip = zipOf([{ path: 'results.json', bytes }])
    const { answers } = await look(zip)
    const people = Object.fromEntries(answers.map(({ name, person }) => [name, person!.id]))
    await instructor.upload(path('/brought-in'), zip, { people })
    await markAll()
    const again = ResultsDocument.parse(
      JSON.parse((await instructor.download(path('/results/results.json'))).bytes.toString('utf8')),
    )
    const byMail = ({ results }: ResultsDocument) =>
      results
        .map(({ name: _, attempt: __, ...rest }) => rest)
        .toSorted((a, b) => (a.email < b.email ? -1 : 1))
    expect(byMail(again)).toEqual(byMail(first))
  })

  it('as one file have a sheet for each student whose marks are told, and can be stopped', async () => {
    await aClass()
    await release(db(), room.exerciseId, room.people.instructor)
    const key = await askForExport(db(), room.exerciseId, room.people.instructor)
    const state = async (): Promise<ExportAnswer> =>
      (await instructor.ask('GET', path('/export'))).body as unknown as ExportAnswer
    expect(await state()).toMatchObject({ state: 'waiting', done: 0 })
    expect((await instructor.download(path('/export/file'))).status).toBe(404)
    await makeExport(db(), key)
    expect(await state()).toMatchObject({ state: 'made', done: 3, of: 3 })
    const { bytes } = await instructor.download(path('/export/file'))
    const files = unzipSync(new Uint8Array(bytes))
    expect(Object.keys(files).toSorted()).toEqual([
      'feedback/cmd-calc-a1.pdf',
      'feedback/the-student.pdf',
      'marks.csv',
      'oneroster.zip',
      'results.json',
      'verdicts.csv',
    ])
    const text = await textOfPdf(files['feedback/the-student.pdf']!)
    expect(text).toContain('The student')
    expect(text).toContain('Nearly.')
    expect(text).toContain('CREATE TABLE')
    // Somebody else has not asked for it.
    const assistant = await new Visitor(server.origin).signIn(emailOf('assistant'), PASSWORD)
    expect((await assistant.download(path('/export/file'))).status).toBe(404)

    const later = await askForExport(db(), room.exerciseId, room.people.instructor, new Date(Date.now() + 5))
    await instructor.ask('DELETE', path('/export'))
    await makeExport(db(), later)
    expect(await state()).toMatchObject({ state: 'stopped' })
    // The first is no longer wanted, whatever comes of it.
    await makeExport(db(), key)
    expect(await state()).toMatchObject({ state: 'stopped' })
  }, 60_000)
})

/** The text of a PDF, as pdf.js reads it. */
async function textOfPdf(bytes: Uint8Array): Promise<string> {
  const document = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise
  const pages: string[] = []
  for (let i = 1; i <= document.numPages; i++) {
    const { items } = await (await document.getPage(i)).getTextContent()
    pages.push(items.map(item => ('str' in item ? item.str : '')).join(' '))
  }
  return pages.join('\n').replaceAll(/\s+/g, ' ')
}
