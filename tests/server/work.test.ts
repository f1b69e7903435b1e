import type { Marking, MarkingV1 } from '@nomenklatura/core/marking'
import { reasonForStudent, reasonInWords, say } from '@nomenklatura/core/words'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { listLatest, findHandIn } from '../../server/repositories/hand-ins'
import { listMarkings } from '../../server/repositories/markings'
import { toJsonb } from '../../server/repositories/database'
import { findExercise, latestRevision } from '../../server/repositories/exercises'
import { check } from '../../server/services/checking'
import { decide } from '../../server/services/decisions'
import { release, takeMarksBack } from '../../server/services/releases'
import { showDesk } from '../../server/services/desk'
import { showFeedback } from '../../server/services/feedback'
import { showHandIn } from '../../server/services/hand-in-view'
import { showLedger } from '../../server/services/ledger'
import {
  allow,
  publish,
  saveDocument,
  saveSchedule,
  showCourse,
  takeBack,
} from '../../server/services/exercises'
import { collectDue, handIn } from '../../server/services/handing-in'
import { markHandIn, unmarked } from '../../server/services/marking'
import { saveSheet, showWorksheet } from '../../server/services/worksheets'
import { startServer } from './support/server'
import {
  changeTo,
  DAY_MS,
  PAIR,
  RIGHT,
  WRONG,
  handInMarked,
  makeClassRoom,
  type ClassRoom,
} from './support/world'

let server: Awaited<ReturnType<typeof startServer>> | undefined
let room: ClassRoom
const db = () => server!.db
const save = (content: string, base: number, now = new Date()) =>
  saveSheet(db(), room.exerciseId, room.people.student, 'student', { sheet: 'script', content, base }, now)
const codeOf = (promise: Promise<unknown>) =>
  promise.then(
    () => 'done',
    error => error.code as string,
  )

beforeEach(async () => {
  await server?.stop()
  server = await startServer()
  room = await makeClassRoom(db())
})
afterAll(() => server?.stop())

describe('a worksheet', () => {
  it('keeps every acknowledged save, and the same text again is no new revision', async () => {
    expect((await save('one', 0)).number).toBe(1)
    expect((await save('two', 1)).number).toBe(2)
    expect((await save('two', 2)).number).toBe(2)
    expect(await db()('worksheet_revisions').pluck('content')).toEqual(['one', 'two'])
  })

  it('refuses a stale save, gives what is saved, and keeps both', async () => {
    await save('from the first window', 0)
    const refused = await save('from the second window', 0).catch(error => error)
    expect(refused).toMatchObject({ code: 'stale', extra: { content: 'from the first window', number: 1 } })
    expect(await db()('stale_saves').pluck('content')).toEqual(['from the second window'])
  })

  it('lets one of two saves on the same revision win, at the same moment', async () => {
    const results = await Promise.all(['a', 'b', 'c', 'd'].map(text => codeOf(save(text, 0))))
    expect(results.filter(result => result === 'done').length).toBe(1)
    expect(await db()('worksheet_revisions').count('* as n').first()).toEqual({ n: '1' })
    expect(await db()('stale_saves').count('* as n').first()).toEqual({ n: '3' })
  })

  it('is read only after the due date and the days of grace', async () => {
    await save('x', 0)
    expect(await codeOf(save('y', 1, new Date(Date.now() + 5.5 * DAY_MS)))).toBe('done')
    expect(await codeOf(save('z', 2, new Date(Date.now() + 6.5 * DAY_MS)))).toBe('closed-kept')
  })
})

describe('the same again', () => {
  it('is not handed in twice without asking, and is where it is meant', async () => {
    await save(RIGHT, 0)
    const hand = (again: boolean, base = 1) =>
      codeOf(handIn(db(), room.exerciseId, room.people.student, { script: base }, new Date(), again))
    expect(await hand(false)).toBe('done')
    expect(await hand(false)).toBe('same-again')
    await save(`${RIGHT}\n-- changed`, 1)
    await save(RIGHT, 2)
    expect(await hand(false, 3)).toBe('same-again')
    expect(await hand(true, 3)).toBe('done')
  })
})

describe('help levels', () => {
  const withHelp = async (helpLevel: 'practice' | 'guided' | 'assessed') => {
    await changeTo(db(), room, { ...PAIR, helpLevel })
    return check(db(), room.exerciseId, room.people.student, 'student', { script: WRONG })
  }
  it('practice and guided tell verdicts with evidence', async () => {
    for (const level of ['practice', 'guided'] as const) {
      const { verdicts } = await withHelp(level)
      const broken = verdicts.find(({ verdict }) => verdict === 'broken')
      expect(broken).toMatchObject({ rule: 'r1', witness: { outcome: 'accepted' } })
      expect(broken!.because.length).toBeGreaterThan(0)
    }
  })
  it('assessed tells no verdict and no finding about the design', async () => {
    const { verdicts, findings } = await withHelp('assessed')
    expect(verdicts).toEqual([])
    expect(findings).toEqual([])
  })
})

describe('handing in', () => {
  it('is refused when another window saved meanwhile, and when it is empty', async () => {
    await save('one', 0)
    await save('two', 1)
    expect(await codeOf(handIn(db(), room.exerciseId, room.people.student, { script: 1 }))).toBe('stale')
    await save('  ', 2)
    expect(await codeOf(handIn(db(), room.exerciseId, room.people.student, { script: 3 }))).toBe('empty')
    expect(await codeOf(handIn(db(), room.exerciseId, room.people.classmate, {}))).toBe('not-begun')
  })

  it('counts attempts, and another number for one person', async () => {
    await save(RIGHT, 0)
    const again = () => codeOf(handIn(db(), room.exerciseId, room.people.student, { script: 1 }))
    expect([await again(), await again(), await again()]).toEqual(['done', 'done', 'no-attempts'])
    await allow(
      db(),
      { id: room.exerciseId, courseId: room.courseId },
      room.people.student,
      { dueAt: null, attempts: 3 },
      room.people.instructor,
    )
    expect(await again()).toBe('done')
  })

  it('is late after the due moment and loses what the exercise says, unless the person has another date', async () => {
    const late = new Date(Date.now() + 5.5 * DAY_MS)
    await handInMarked(db(), room.exerciseId, room.people.student, RIGHT, late)
    await allow(
      db(),
      { id: room.exerciseId, courseId: room.courseId },
      room.people.classmate,
      { dueAt: new Date(Date.now() + 7 * DAY_MS).toISOString(), attempts: null },
      room.people.instructor,
    )
    await handInMarked(db(), room.exerciseId, room.people.classmate, RIGHT, late)
    const { queue } = await showDesk(db(), room.exerciseId, 'instructor')
    expect(queue.map(({ name, points }) => [name, points!.got])).toEqual([
      ['The classmate', 20_000],
      ['The student', 18_000],
    ])
  })

  it('collects at the due moment what was last saved, once, and waits for whoever has a later date', async () => {
    await save(RIGHT, 0)
    await saveSheet(db(), room.exerciseId, room.people.classmate, 'student', {
      sheet: 'script',
      content: WRONG,
      base: 0,
    })
    await allow(
      db(),
      { id: room.exerciseId, courseId: room.courseId },
      room.people.classmate,
      { dueAt: new Date(Date.now() + 8 * DAY_MS).toISOString(), attempts: null },
      room.people.instructor,
    )
    const after = (days: number) => new Date(Date.now() + days * DAY_MS)
    expect(await collectDue(db(), after(4))).toBe(0)
    const counts = await Promise.all([collectDue(db(), after(6)), collectDue(db(), after(6))])
    expect(counts.sort()).toEqual([0, 1])
    expect(await collectDue(db(), after(9))).toBe(1)
    const handIns = await listLatest(db(), room.exerciseId)
    expect(handIns.map(({ isAutomatic, lateBySeconds }) => [isAutomatic, lateBySeconds])).toEqual([
      [true, 0],
      [true, 0],
    ])
  })
})

describe('marking', () => {
  it('stores one marking per hand-in, revision and engine, however often it runs', async () => {
    const id = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    const revision = await latestRevision(db(), room.exerciseId)
    await Promise.all(Array.from({ length: 5 }, () => markHandIn(db(), id, revision.id)))
    expect(await db()('markings').count('* as n').first()).toEqual({ n: '1' })
    expect(await unmarked(db(), { exerciseId: room.exerciseId })).toEqual([])
  })

  it('is looked for among what came, was saved or was paired lately, and among everything', async () => {
    const { id: revisionId } = await latestRevision(db(), room.exerciseId)
    const dayAgo = new Date(Date.now() - DAY_MS)
    await db()('exercise_revisions').update({ saved_at: dayAgo })
    const answer = JSON.stringify({ format: 'nomenklatura-answer', version: 1, script: RIGHT })
    await db()('hand_ins').insert({
      exercise_id: room.exerciseId,
      person_id: room.people.classmate,
      attempt: 1,
      exercise_revision_id: revisionId,
      answer,
      handed_in_at: dayAgo,
    })
    const since = new Date(Date.now() - 60_000)
    const found = async (): Promise<number[]> => [
      (await unmarked(db(), { since })).length,
      (await unmarked(db())).length,
    ]
    expect(await found()).toEqual([0, 1])
    await changeTo(db(), room, { ...PAIR, title: 'Another title' })
    expect(await found()).toEqual([1, 1])
    for (const job of await unmarked(db())) await markHandIn(db(), job.handInId, job.revisionId)
    await db()('exercise_revisions').update({ saved_at: dayAgo })
    const { id: handInId } = (await db()('hand_ins').first('id'))!
    await db()('pinnings').insert({
      hand_in_id: handInId,
      version: 1,
      pins: '[]',
      pinned_by: room.people.instructor,
    })
    expect(await found()).toEqual([1, 1])
  })

  it('cannot be changed afterwards, and neither can a hand-in', async () => {
    const id = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    await expect(db()('hand_ins').where({ id }).update({ attempt: 9 })).rejects.toThrow('append only')
    await expect(db()('markings').delete()).rejects.toThrow('append only')
    await expect(db()('audit_entries').delete()).rejects.toThrow('append only')
  })

  it('is asked for again when the rule sheet changes, and a released mark stays as it was told', async () => {
    const id = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    await release(db(), room.exerciseId, room.people.instructor)
    const cheaper = {
      ...PAIR,
      rules: PAIR.rules.map(rule => (rule.id === 'r1' ? { ...rule, points: 1 } : rule)),
    }
    await changeTo(db(), room, cheaper)
    const jobs = await unmarked(db(), { exerciseId: room.exerciseId })
    expect(jobs.length).toBe(1)
    await markHandIn(db(), jobs[0]!.handInId, jobs[0]!.revisionId)
    expect((await showHandIn(db(), id)).points).toMatchObject({ got: 15_000, of: 16_000 })
    expect((await showFeedback(db(), (await findHandIn(db(), id))!)).points).toMatchObject({
      got: 15_000,
      of: 20_000,
    })
  })
})

describe('the desk', () => {
  it('shows a broken rule with its evidence, takes a decision with its reason, and gives it back', async () => {
    const id = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    const before = await showHandIn(db(), id)
    expect(before.points!.got).toBe(15_000)
    expect(before.marking!.cells.find(({ rule }) => rule === 'r1')).toMatchObject({
      verdict: 'broken',
      witness: { tables: [{ rows: [{ bad: false }, { bad: true }] }] },
    })
    const entry = (await findHandIn(db(), id))!
    await decide(
      db(),
      entry,
      { rule: 'r1', sheet: 'script' },
      { verdict: 'upheld', reason: 'The role was asked for.', version: 0 },
      room.people.assistant,
    )
    expect((await showHandIn(db(), id)).points!.got).toBe(20_000)
    await expect(db()('overrides').update({ reason: 'never said' })).rejects.toThrow(/append/)
    expect(
      await codeOf(
        decide(
          db(),
          entry,
          { rule: 'r1', sheet: 'script' },
          { verdict: 'broken', reason: 'No.', version: 0 },
          room.people.instructor,
        ),
      ),
    ).toBe('decided-meanwhile')
    await decide(
      db(),
      entry,
      { rule: 'r1', sheet: 'script' },
      { verdict: null, reason: '', version: 1 },
      room.people.instructor,
    )
    const after = await showHandIn(db(), id)
    expect(after.overrides).toEqual([])
    expect(after.points!.got).toBe(15_000)
    expect(await db()('overrides').orderBy('version').pluck('verdict')).toEqual(['upheld', null])
  })

  it('moves nothing of what was released: neither by a decision, nor by what lateness costs now', async () => {
    const id = await handInMarked(
      db(),
      room.exerciseId,
      room.people.student,
      WRONG,
      new Date(Date.now() + 5 * DAY_MS + 3_600_000),
    )
    await decide(
      db(),
      (await findHandIn(db(), id))!,
      { rule: 'r1', sheet: 'script' },
      { verdict: 'upheld', reason: 'The role was asked for.', version: 0 },
      room.people.assistant,
    )
    await release(db(), room.exerciseId, room.people.instructor)
    const told = async () => ({
      feedback: await showFeedback(db(), (await findHandIn(db(), id))!),
      list: (await showCourse(db(), room.courseId, room.people.student, 'student')).exercises[0]!.mine!
        .points,
    })
    const before = await told()
    expect(before.feedback.points).toMatchObject({ late: 2000, got: 18_000 })
    expect(before.list).toMatchObject({ got: 18_000 })
    await codeOf(
      decide(
        db(),
        (await findHandIn(db(), id))!,
        { rule: 'r1', sheet: 'script' },
        { verdict: 'too strict', reason: 'Changed my mind.', version: 1 },
        room.people.instructor,
      ),
    )
    const { dueAt } = (await findExercise(db(), room.exerciseId))!
    await saveSchedule(db(), room.exerciseId, room.courseId, room.people.instructor, {
      opensAt: null,
      dueAt: dueAt && new Date(dueAt).toISOString(),
      attempts: 2,
      lateDays: 1,
      lateLoss: 50,
      collectsAtDue: true,
      saysWorkIsRead: true,
      toldModel: null,
      isAnonymous: false,
      counted: 'last',
    })
    expect(await told()).toEqual(before)
  })

  it('keeps flagged hand-ins behind at a release, and hides everything again when marks are taken back', async () => {
    const mine = await handInMarked(db(), room.exerciseId, room.people.student, RIGHT)
    const other = await handInMarked(db(), room.exerciseId, room.people.classmate, WRONG)
    await db()('reviews').insert({ hand_in_id: other, is_flagged: true })
    expect(await release(db(), room.exerciseId, room.people.instructor)).toEqual({
      released: 1,
      open: 0,
      flagged: 1,
      unmarked: 0,
    })
    const student = () => showCourse(db(), room.courseId, room.people.student, 'student')
    expect((await student()).exercises[0]!.mine!.points).toEqual({ got: 20_000, open: 0, of: 20_000 })
    expect(await codeOf(showFeedback(db(), (await findHandIn(db(), other))!))).toBe('not-found')
    await takeMarksBack(db(), { id: room.exerciseId, courseId: room.courseId }, room.people.instructor)
    expect((await student()).exercises[0]!.mine).toMatchObject({ points: null, takenBack: true })
    expect(await codeOf(showFeedback(db(), (await findHandIn(db(), mine))!))).toBe('not-found')
  })

  it('what was marked before reasons were codes is told as it was', async () => {
    const id = await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    await release(db(), room.exerciseId, room.people.instructor)
    const told = async () => {
      const { rules } = await showFeedback(db(), (await findHandIn(db(), id))!)
      return rules.map(({ because, witness }) => [
        because.map(({ sentence }) => sentence),
        witness && { ...witness, by: say(witness.by) },
      ])
    }
    const before = await told()
    expect(JSON.stringify(before)).toContain('are accepted')
    const row = (await db()('markings').where({ hand_in_id: id }).first('id', 'verdicts'))!
    await db().raw('ALTER TABLE markings DISABLE TRIGGER USER')
    await db()('markings')
      .where({ id: row.id })
      .update({ verdicts: toJsonb(asV1(row.verdicts as Marking)) })
    await db().raw('ALTER TABLE markings ENABLE TRIGGER USER')
    expect(await told()).toEqual(before)
  })

  it('the ledger has a line for each marked hand-in and a cell for each rule', async () => {
    await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    const { lines, rules, without } = await showLedger(db(), room.exerciseId)
    expect(without).toMatchObject([{ name: 'The classmate', hasBegun: false }])
    expect(lines).toHaveLength(1)
    expect(Object.keys(lines[0]!.cells)).toEqual(rules.map(({ id }) => `${id} script`))
    expect(rules.every(({ sheets }) => sheets.join() === 'script')).toBe(true)
    expect(lines[0]!.cells['r1 script']).toEqual({ verdict: 'broken', overridden: false })
  })

  it('counts only the last hand-in of each student', async () => {
    await handInMarked(db(), room.exerciseId, room.people.student, WRONG)
    await handInMarked(db(), room.exerciseId, room.people.student, RIGHT)
    const { queue } = await showDesk(db(), room.exerciseId, 'instructor')
    expect(queue.map(({ attempt, points }) => [attempt, points!.got])).toEqual([[2, 20_000]])
  })
})

describe('setting an exercise', () => {
  it('is at once open to every student of the course, and can be taken back while nobody has begun', async () => {
    expect((await showWorksheet(db(), room.exerciseId, room.people.student, 'student')).isOpen).toBe(true)
    expect(await codeOf(takeBack(db(), room.exerciseId, room.people.instructor))).toBe('done')
    expect((await showCourse(db(), room.courseId, room.people.student, 'student')).exercises).toEqual([])
    await publish(db(), room.exerciseId, room.people.instructor)
    await save('begun', 0)
    expect(await codeOf(takeBack(db(), room.exerciseId, room.people.instructor))).toBe('begun')
  })

  it('refuses to publish what is not complete, and says what is missing', async () => {
    await takeBack(db(), room.exerciseId, room.people.instructor)
    const { number } = await latestRevision(db(), room.exerciseId)
    await saveDocument(
      db(),
      room.exerciseId,
      room.people.instructor,
      { ...PAIR, brief: ' ', models: [] },
      number,
    )
    const refused = await publish(db(), room.exerciseId, room.people.instructor).catch(error => error)
    expect(refused.code).toBe('not-ready')
    expect(refused.extra).toContain('The brief is empty.')
    expect(refused.extra).toContain('There is no model answer with a table.')
  })

  it('refuses a save made on an older revision; a revision with hand-ins is never changed', async () => {
    const { number } = await latestRevision(db(), room.exerciseId)
    const change = (base: number, title: string) =>
      saveDocument(db(), room.exerciseId, room.people.instructor, { ...PAIR, title }, base)
    expect(await change(number, 'Second')).toEqual({ revision: number + 1, isPrepared: true })
    expect(await codeOf(change(number, 'Third'))).toBe('stale')
    await handInMarked(db(), room.exerciseId, room.people.student, RIGHT)
    const before = await latestRevision(db(), room.exerciseId)
    await changeTo(db(), room, { ...PAIR, title: 'Fourth' })
    expect((await latestRevision(db(), room.exerciseId)).id).not.toBe(before.id)
    expect((await listMarkings(db(), room.exerciseId, before.id)).size).toBe(1)
  })
})

/** A marking in the shape in which it was stored up to version 8 of the engine. */
function asV1({ version: _, cells, ...rest }: Marking): MarkingV1 {
  return {
    ...rest,
    engineVersion: '8',
    cells: cells.map(({ because, witness, ...cell }) => ({
      ...cell,
      because: because.map(reason => ({
        sentence: reasonInWords(reason),
        told: reasonForStudent(reason),
        place: reason.place,
      })),
      witness: witness && { ...witness, by: witness.by && say(witness.by) },
    })),
  }
}
