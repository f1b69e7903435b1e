import type { AnswerDocument } from '@nomenklatura/core/formats'
import type { AskedSheet, HandInReceipt } from '#shared/answers'
import { SHEET_NAMES } from '#shared/sheets'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { latestRevision, listDue, lockExercise, setCollected, type Exercise } from '../repositories/exercises'
import { insertHandIn, latestHandIn, type HandIn } from '../repositories/hand-ins'
import { findWorksheet, listUncollected, lockWorksheet } from '../repositories/worksheets'
import { Refusal } from './problem'
import { isOpen, lateness, myState } from './student-state'
import { answerFrom, isEmpty, latestSheets, seedOf } from './sheets'
import { visibleExercise } from './worksheets'

/**
 * Hands in what is saved. `bases` are the revisions of the sheets that the student saw: where another window saved meanwhile, the hand-in is refused, so that nobody
 * hands in what they have not read. The hand-in is acknowledged only when it is committed.
 */
export async function handIn(db: Db, exerciseId: string, personId: string, bases: Readonly<Partial<Record<AskedSheet, number | undefined>>>, now = new Date()): Promise<HandInReceipt> {
  const exercise = await visibleExercise(db, exerciseId, 'student')
  const worksheetId = await findWorksheet(db, exerciseId, personId)
  if (!worksheetId) throw new Refusal(409, 'not-begun', 'There is nothing to hand in yet.')
  const mine = await myState(db, exercise, personId)
  if (!isOpen(exercise, mine.dueAt, now)) throw new Refusal(409, 'closed', 'This exercise is closed. What you wrote is kept.')
  return db.transaction(async (trx) => {
    await lockWorksheet(trx, worksheetId)
    const { document } = await latestRevision(trx, exerciseId)
    const saved = await latestSheets(trx, worksheetId, document.sheets)
    if (isEmpty(saved)) throw new Refusal(422, 'empty', 'Every sheet is empty: there is nothing to hand in yet.')
    const stale = document.sheets.find(sheet => (saved[sheet]?.number ?? 0) !== (bases[sheet] ?? 0))
    if (stale) throw new Refusal(409, 'stale', `${SHEET_NAMES[stale]} was also changed in another window. Look at both before you hand in.`, { ...saved[stale], sheet: stale })
    const used = (await latestHandIn(trx, exerciseId, personId))?.attempt ?? 0
    if (used >= mine.attempts) throw new Refusal(409, 'no-attempts', `You have handed in ${used} of ${mine.attempts} times: what counts is the last.`)
    const stored = await store(trx, exercise, personId, { answer: answerFrom(document, saved, seedOf(exerciseId, personId)), attempt: used + 1, dueAt: mine.dueAt, at: now, isAutomatic: false })
    return { id: stored.id, number: stored.number, attempt: stored.attempt, attempts: mine.attempts, handedInAt: stored.handedInAt, lateBySeconds: stored.lateBySeconds }
  })
}

async function store(
  db: Db, exercise: Exercise, personId: string, given: { answer: AnswerDocument, attempt: number, dueAt: string | null, at: Date, isAutomatic: boolean },
): Promise<HandIn> {
  const revision = await latestRevision(db, exercise.id)
  const handIn = await insertHandIn(db, {
    exerciseId: exercise.id, personId, attempt: given.attempt, revisionId: revision.id,
    answer: given.answer, handedInAt: given.at.toISOString(),
    lateBySeconds: lateness(given.dueAt, given.at), isAutomatic: given.isAutomatic,
  })
  await audit(db, { courseId: exercise.courseId, personId, action: given.isAutomatic ? 'hand-in.collected' : 'hand-in', subject: handIn.id })
  return handIn
}

/**
 * At the due moment, hands in what was last saved for those who never did. Whoever has a later date of their own waits for it; the exercise is
 * done when nobody waits any more. Answers how many were collected. Safe to run at any time, by several processes at once.
 */
export async function collectDue(db: Db, now = new Date()): Promise<number> {
  let collected = 0
  for (const exercise of await listDue(db, now)) {
    collected += await db.transaction(async (trx) => {
      await lockExercise(trx, exercise.id)
      const { document } = await latestRevision(trx, exercise.id)
      const waiting = await listUncollected(trx, exercise.id, exercise.courseId)
      let count = 0
      let later = false
      for (const { personId, worksheetId, dueAt } of waiting) {
        if (dueAt && dueAt > now) {
          later = true
          continue
        }
        const saved = await latestSheets(trx, worksheetId, document.sheets)
        if (isEmpty(saved)) continue
        const due = (dueAt ?? new Date(exercise.dueAt!)).toISOString()
        await store(trx, exercise, personId, { answer: answerFrom(document, saved, seedOf(exercise.id, personId)), attempt: 1, dueAt: due, at: new Date(due), isAutomatic: true })
        count++
      }
      if (!later) await setCollected(trx, exercise.id, now)
      return count
    })
  }
  return collected
}
