import { sheetsOf } from '@nomenklatura/core/exercise'
import type { FeedbackAnswer, Role } from '#shared/answers'
import { findCourse } from '../repositories/courses'
import type { Db } from '../repositories/database'
import type { Exercise } from '../repositories/exercises'
import { findAssumptions, findWorksheet } from '../repositories/worksheets'
import { toldOf, toldRule } from './feedback'
import { markUnder, personalDocument, pointsOf } from './marking'
import { Refusal } from './problem'
import { answerFrom, latestSheets, seedOf } from './sheets'
import { revisionFor } from './worksheets'

/**
 * What a student would read who handed in what this person has on the worksheet of a trial: marked as a hand-in is, and
 * kept nowhere. The model answer is told where the exercise tells one at all.
 */
export async function trialFeedback(
  db: Db,
  exercise: Exercise,
  person: { readonly id: string; readonly role: Role },
  now: Date,
): Promise<FeedbackAnswer> {
  const worksheetId = await findWorksheet(db, exercise.id, person.id)
  if (!worksheetId)
    throw new Refusal(409, 'not-begun', 'Nothing was tried here yet: begin under “Try it as a student”.')
  const [revision, course] = await Promise.all([
    revisionFor(db, exercise.id, person.role),
    findCourse(db, exercise.courseId),
  ])
  const [saved, assumptions] = await Promise.all([
    latestSheets(db, worksheetId, revision.document.sheets),
    findAssumptions(db, worksheetId),
  ])
  const seed = seedOf(exercise.id, person.id)
  const answer = answerFrom(revision.document, saved, seed, assumptions.content)
  const marking = await markUnder(db, revision, { answer }, [])
  const points = pointsOf(exercise, revision, marking, { overrides: [], given: [] }, 0)
  const document = await personalDocument(revision.document, answer.seed)
  const model = exercise.toldModel === null ? undefined : document.models[exercise.toldModel]
  return {
    ...toldOf(document, answer, marking, points),
    exerciseId: exercise.id,
    course: course!,
    number: 0,
    attempt: 1,
    handedInAt: now.toISOString(),
    lateBySeconds: 0,
    releasedAt: now.toISOString(),
    comments: [],
    questions: [],
    model: model ? { name: model.name, answer: sheetsOf(model) } : null,
    earlier: [],
    rules: marking.cells.map(cell => ({ ...toldRule(document.rules, cell, points), before: null })),
  }
}
