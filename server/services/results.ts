import { inWholePoints, pointsOfCell, ENGINE_VERSION } from '@nomenklatura/core/marking'
import type { ResultsDocument, StudentResult } from '@nomenklatura/core/marking'
import { findCourse } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { listAnswers, listCommentsOf, listPins, type ListedHandIn } from '../repositories/hand-ins'
import { listNamesAndEmails } from '../repositories/people'
import { classState, givenOf, overridesOf, pointsIn, toldIn, type ClassState } from './class-state'

/**
 * The results of an exercise as a document: of each student what they handed in last, by name. Another installation
 * that brings it in (`bring-in-files`) comes to the same.
 */
export async function resultsOf(db: Db, exerciseId: string, now = new Date()): Promise<ResultsDocument> {
  const state = await classState(db, exerciseId)
  const ids = state.handIns.map(({ id }) => id)
  const [course, answers, pins, comments, people] = await Promise.all([
    findCourse(db, state.exercise.courseId),
    listAnswers(db, ids),
    listPins(db, ids),
    listCommentsOf(db, ids),
    listNamesAndEmails(
      db,
      state.handIns.map(({ personId }) => personId),
    ),
  ])
  return {
    format: 'nomenklatura-results',
    version: 1,
    writtenAt: now.toISOString(),
    engineVersion: ENGINE_VERSION,
    course: { name: course!.name },
    exercise: state.revision.document,
    results: state.handIns.map(handIn => ({
      ...judged(state, handIn),
      // Whoever takes results out names whose they are, however they were marked.
      name: people.get(handIn.personId)?.name ?? '',
      email: people.get(handIn.personId)?.email ?? '',
      answer: answers.get(handIn.id)!,
      pins: (pins.get(handIn.id) ?? []).map(({ element, to }) => ({ element, to: [...to] })),
      comments: (comments.get(handIn.id) ?? []).map(({ rule, text, by, at }) => ({ rule, text, by, at })),
    })),
  }
}

type Judged = Omit<StudentResult, 'name' | 'email' | 'answer' | 'pins' | 'comments'>

function judged(state: ClassState, handIn: ListedHandIn): Judged {
  const { attempt, handedInAt, lateBySeconds, isAutomatic } = handIn
  const told = toldIn(state.releases.get(handIn.id))
  const marking = state.markings.get(handIn.id)
  const points = marking ? pointsIn(state, handIn) : null
  const overrides = overridesOf(state.decisions.get(handIn.id) ?? [])
  return {
    attempt,
    handedInAt,
    lateBySeconds,
    isAutomatic,
    points: points && inWholePoints(points),
    told: told && inWholePoints(told),
    given: givenOf(state.given.get(handIn.id) ?? []).map(({ criterion, thousandths, reason, by, at }) => ({
      criterion,
      points: thousandths / 1000,
      reason,
      by,
      at,
    })),
    cells: (marking?.cells ?? []).map(cell => {
      const { rule, sheet, verdict, follows } = cell
      const decided = overrides.find(other => other.rule === rule && other.sheet === sheet)
      return {
        rule,
        sheet,
        verdict: decided?.verdict ?? verdict,
        follows: decided ? null : follows,
        points: inWholePoints(pointsOfCell(points!, cell)),
        decided: decided
          ? { verdict: decided.verdict, reason: decided.reason, by: decided.by, at: decided.at }
          : null,
      }
    }),
  }
}
