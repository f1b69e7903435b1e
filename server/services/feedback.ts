import {
  accountInWords,
  pointsOfCell,
  type Marking,
  type Override,
  type Points,
} from '@nomenklatura/core/marking'
import type { FeedbackAnswer } from '#shared/answers'
import { findCourse } from '../repositories/courses'
import { sheetsOf, type ExerciseDocument } from '@nomenklatura/core/exercise'
import { listQuestionLines } from '../repositories/questions'
import type { Db } from '../repositories/database'
import { findExercise, findRevision, type Exercise } from '../repositories/exercises'
import { findReleased, listComments, listDecisions, type HandIn } from '../repositories/hand-ins'
import { findMarkingById } from '../repositories/markings'
import { personalDocument, pointsOf } from './marking'
import { notFound } from './problem'
import { toCheckedRule } from './told'
import { overridesOf } from './class-state'
import { isOpen, myState } from './student-state'
import { earlierHandIns } from './earlier-hand-ins'

/**
 * The model answer that the exercise tells, once it is closed for the student: nobody hands in what they have read
 * here.
 */
async function toldModel(
  db: Db,
  exercise: Exercise,
  { personId }: HandIn,
  { models }: ExerciseDocument,
  now: Date,
): Promise<FeedbackAnswer['model']> {
  const model = exercise.toldModel === null ? undefined : models[exercise.toldModel]
  if (!model) return null
  const { dueAt } = await myState(db, exercise, personId, { now })
  return isOpen(exercise, dueAt, now) ? null : { name: model.name, answer: sheetsOf(model) }
}

/** What a student reads after the release: verdicts, evidence and comments; a model answer where it is told. */
export async function showFeedback(db: Db, handIn: HandIn, now = new Date()): Promise<FeedbackAnswer> {
  const released = await findReleased(db, handIn.id)
  const exercise = await findExercise(db, handIn.exerciseId)
  if (!released || released.takenBackAt !== null || !exercise) throw notFound()
  const marking = await findMarkingById(db, released.markingId)
  const [revision, course, decisions, comments, questions, earlier] = await Promise.all([
    findRevision(db, marking.revisionId).then(found => found!),
    findCourse(db, exercise.courseId),
    listDecisions(db, [handIn.id]),
    listComments(db, handIn.id),
    listQuestionLines(db, handIn.id),
    earlierHandIns(db, handIn),
  ])
  // Releases of before the account was kept are told as far as it can be worked out again.
  const overrides =
    released.told?.overrides ?? overridesOf(decisions).filter(({ at }) => at <= released.releasedAt)
  const points =
    released.told?.points ??
    pointsOf(exercise, revision, marking.verdicts, { overrides, given: [] }, handIn.lateBySeconds)
  const document = await personalDocument(revision.document, handIn.answer.seed)
  return {
    ...toldOf(document, handIn.answer, marking.verdicts, points),
    exerciseId: exercise.id,
    course: course!,
    number: handIn.number,
    attempt: handIn.attempt,
    handedInAt: handIn.handedInAt,
    lateBySeconds: handIn.lateBySeconds,
    releasedAt: released.releasedAt,
    comments,
    questions,
    model: await toldModel(db, exercise, handIn, document, now),
    earlier: earlier.handIns,
    rules: marking.verdicts.cells.map(cell => ({
      ...toldRule(
        document.rules,
        cell,
        points,
        overrides.find(({ rule, sheet }) => rule === cell.rule && sheet === cell.sheet),
      ),
      before: earlier.verdictOf(cell.rule, cell.sheet),
    })),
  }
}

/** What is told of a marked answer whosever it is: the work itself, what it comes to, and what was read and run. */
export function toldOf(
  document: ExerciseDocument,
  answer: HandIn['answer'],
  marking: Marking,
  points: Points,
) {
  return {
    title: document.title,
    sheets: document.sheets,
    answer: sheetsOf(answer),
    closures: document.relation?.asks.closures ?? [],
    starter: document.starter,
    points,
    account: accountInWords(points, document.rules),
    findings: marking.findings,
    ran: marking.ran ?? null,
    assumptions: answer.assumptions ?? '',
  }
}

/** A verdict as it is told with the marks, or what a person decided instead. */
export function toldRule(
  rules: ExerciseDocument['rules'],
  cell: Marking['cells'][number],
  points: Points,
  override?: Override & { readonly by: string; readonly reason: string },
): Omit<FeedbackAnswer['rules'][number], 'before'> {
  const { got, of } = pointsOfCell(points, cell)
  return {
    ...toCheckedRule(rules, override ? { ...cell, verdict: override.verdict } : cell),
    ...(override ? { because: [], witness: null, exhibits: [] } : {}),
    group: rules.find(({ id }) => id === cell.rule)?.group ?? '',
    got,
    of,
    decidedBy: override?.by ?? null,
    reason: override?.reason ?? null,
    follows: override ? null : cell.follows,
  }
}
