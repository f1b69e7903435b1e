import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { isDeepStrictEqual } from 'node:util'
import type { AnswerDocument } from '@nomenklatura/core/exercise'
import type { HandInReceipt } from '#shared/answers'
import { audit } from '../repositories/courses'
import { isPassing, type Db } from '../repositories/database'
import {
  findExercise,
  hasLaterAllowance,
  holdExercise,
  latestRevision,
  listDue,
  lockExercise,
  setCollected,
  type Exercise,
} from '../repositories/exercises'
import { insertHandIn, latestHandIn, type HandIn } from '../repositories/hand-ins'
import {
  findAssumptions,
  findWorksheet,
  listUncollected,
  lockWorksheet,
  recordCollecting,
  type Uncollected,
} from '../repositories/worksheets'
import { logFault, reasonOf } from './log'
import { Refusal, notFound } from './problem'
import { isOpen, lateness, myState } from './student-state'
import { answerFrom, isEmpty, latestSheets, seedOf } from './sheets'
import { visibleExercise } from './worksheets'

/**
 * Hands in what is saved. `bases` are the revisions of the sheets that the student saw: where another window
 * saved meanwhile, the hand-in is refused, so that nobody hands in what they have not read. The hand-in is
 * acknowledged only when it is committed. Where `again` is false, what was handed in last already is refused
 * to be handed in a second time: it would take an attempt for nothing.
 */
export async function handIn(
  db: Db,
  exerciseId: string,
  personId: string,
  bases: Readonly<Partial<Record<Sheet, number | undefined>>>,
  now = new Date(),
  again = true,
): Promise<HandInReceipt> {
  await visibleExercise(db, exerciseId, 'student')
  const worksheetId = await findWorksheet(db, exerciseId, personId)
  if (!worksheetId) throw new Refusal(409, 'not-begun', 'There is nothing to hand in yet.')
  return db.transaction(async trx => {
    const exercise = await holdExercise(trx, exerciseId)
    if (!exercise) throw notFound()
    await lockWorksheet(trx, worksheetId)
    const mine = await myState(trx, exercise, personId, { now })
    if (!isOpen(exercise, mine.dueAt, now))
      throw new Refusal(409, 'closed', 'This exercise is closed. What you wrote is kept.')
    const revision = await latestRevision(trx, exerciseId)
    const { document } = revision
    const saved = await latestSheets(trx, worksheetId, document.sheets)
    if (isEmpty(saved, document))
      throw new Refusal(422, 'empty', 'Every sheet is empty: there is nothing to hand in yet.')
    const stale = document.sheets.find(sheet => (saved[sheet]?.number ?? 0) !== (bases[sheet] ?? 0))
    if (stale)
      throw new Refusal(
        409,
        'stale',
        `${SHEET_NAMES[stale]} was also changed in another window. Look at both before you hand in.`,
        { ...saved[stale], sheet: stale },
      )
    const { attemptsUsed: used, attempts } = mine
    if (used >= attempts)
      throw new Refusal(
        409,
        'no-attempts',
        `You have handed in ${used} of ${attempts} times: what counts is the last.`,
      )
    const { content: assumptions } = await findAssumptions(trx, worksheetId)
    const answer = answerFrom(document, saved, seedOf(exerciseId, personId), assumptions)
    if (!again && isDeepStrictEqual(answer, (await latestHandIn(trx, exerciseId, personId))?.answer))
      throw new Refusal(409, 'same-again', 'This is what you handed in last: nothing has changed since.')
    const stored = await store(trx, exercise, personId, {
      answer,
      revisionId: revision.id,
      dueAt: mine.dueAt,
      at: now,
      isAutomatic: false,
    })
    return {
      id: stored.id,
      number: stored.number,
      attempt: used + 1,
      attempts,
      handedInAt: stored.handedInAt,
      lateBySeconds: stored.lateBySeconds,
    }
  })
}

interface ToStore {
  readonly answer: AnswerDocument
  readonly revisionId: string
  readonly dueAt: string | null
  readonly at: Date
  readonly isAutomatic: boolean
}

/** The worksheet is locked: nobody else numbers an attempt of this person meanwhile. */
async function store(
  db: Db,
  exercise: Exercise,
  personId: string,
  { answer, revisionId, dueAt, at, isAutomatic }: ToStore,
): Promise<HandIn> {
  const last = await latestHandIn(db, exercise.id, personId)
  const handIn = await insertHandIn(db, {
    exerciseId: exercise.id,
    personId,
    attempt: (last?.attempt ?? 0) + 1,
    revisionId,
    answer,
    handedInAt: at.toISOString(),
    lateBySeconds: lateness(dueAt, at),
    isAutomatic,
  })
  await audit(db, {
    courseId: exercise.courseId,
    personId,
    action: isAutomatic ? 'hand-in.collected' : 'hand-in',
    subject: handIn.id,
  })
  return handIn
}

/**
 * At the due moment, hands in what was saved by then for those who never did. It takes no attempt from them:
 * who may still hand in late does so, and that counts. Whoever has a later date of their own waits for it;
 * with a later date what was saved by that is collected anew. Each worksheet is a transaction of its own: one
 * that fails is told and tried again, and holds up no other. Answers how many were collected. Safe to run at
 * any time, by several processes at once.
 */
export async function collectDue(db: Db, now = new Date()): Promise<number> {
  let collected = 0
  for (const exercise of await listDue(db, now)) collected += await collectExercise(db, exercise, now)
  return collected
}

async function collectExercise(db: Db, exercise: Exercise, now: Date): Promise<number> {
  let count = 0
  let isDone = true
  for (const worksheet of await listUncollected(db, exercise.id, exercise.courseId)) {
    const due = worksheet.dueAt ?? new Date(exercise.dueAt!)
    if (due > now) isDone = false
    if (due > now || (worksheet.collectedAt !== null && worksheet.collectedAt >= due)) continue
    try {
      if (await collect(db, exercise, worksheet, due)) count++
    } catch (error) {
      isDone = false
      // What passes by itself needs nobody's eyes.
      if (!isPassing(error)) await recordCollecting(db, worksheet.worksheetId, reasonOf(error))
      logFault('collecting', error, { exerciseId: exercise.id, personId: worksheet.personId })
    }
  }
  if (isDone) await finishCollecting(db, exercise, now)
  return count
}

/** Dates that are changed meanwhile wait for the lock, and what was finished begins again. */
async function finishCollecting(db: Db, { id, dueAt }: Exercise, now: Date): Promise<void> {
  await db.transaction(async trx => {
    await lockExercise(trx, id)
    const current = await findExercise(trx, id)
    if (current?.dueAt === dueAt && !(await hasLaterAllowance(trx, id, now))) await setCollected(trx, id, now)
  })
}

/**
 * Hands in what was saved by the due moment; false where that is nothing, or what was handed in for the
 * student before.
 */
async function collect(
  db: Db,
  { id }: Exercise,
  { personId, worksheetId }: Uncollected,
  due: Date,
): Promise<boolean> {
  return db.transaction(async trx => {
    const exercise = await holdExercise(trx, id)
    if (!exercise) return false
    await lockWorksheet(trx, worksheetId)
    const revision = await latestRevision(trx, id)
    const saved = await latestSheets(trx, worksheetId, revision.document.sheets, due)
    if (isEmpty(saved, revision.document)) return false
    const { content: assumptions } = await findAssumptions(trx, worksheetId)
    const answer = answerFrom(revision.document, saved, seedOf(id, personId), assumptions)
    const last = await latestHandIn(trx, id, personId)
    if (last && (!last.isAutomatic || isDeepStrictEqual(last.answer, JSON.parse(JSON.stringify(answer)))))
      return false
    await store(trx, exercise, personId, {
      answer,
      revisionId: revision.id,
      dueAt: due.toISOString(),
      at: due,
      isAutomatic: true,
    })
    await recordCollecting(trx, worksheetId, null)
    return true
  })
}
