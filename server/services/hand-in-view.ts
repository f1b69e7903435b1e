import { accountInWords } from '@nomenklatura/core/marking'
import type { HandInAnswer } from '#shared/answers'
import { dialectOf } from '@nomenklatura/core/sql'
import { sheetsOf } from '@nomenklatura/core/exercise'
import type { Db } from '../repositories/database'
import { findExercise, latestRevision } from '../repositories/exercises'
import { listGiven } from '../repositories/given'
import {
  findHandIn,
  findPinning,
  listComments,
  listDecisions,
  listReleases,
  listReviews,
} from '../repositories/hand-ins'
import { findMarking, listMarkingFaults } from '../repositories/markings'
import { listQuestionLines } from '../repositories/questions'
import { findPerson } from '../repositories/people'
import { nameShown } from './anonymous'
import { personalDocument, pointsOf } from './marking'
import { notFound } from './problem'
import { byHandOf, givenOf, overridesOf, queueState, toldIn } from './class-state'

export async function showHandIn(db: Db, handInId: string): Promise<HandInAnswer> {
  const handIn = await findHandIn(db, handInId)
  if (!handIn) throw notFound()
  const [exercise, revision, person] = await Promise.all([
    findExercise(db, handIn.exerciseId),
    latestRevision(db, handIn.exerciseId),
    findPerson(db, handIn.personId),
  ])
  const [pinning, marking, decisions, given, reviews, releases, comments, questions, faults, document] =
    await Promise.all([
      findPinning(db, handInId),
      findMarking(db, handInId, revision.id),
      listDecisions(db, [handInId]),
      listGiven(db, [handInId]),
      listReviews(db, [handInId]),
      listReleases(db, [handInId]),
      listComments(db, handInId),
      listQuestionLines(db, handInId),
      listMarkingFaults(db, [handInId]),
      personalDocument(revision.document, handIn.answer.seed),
    ])
  const overrides = overridesOf(decisions)
  const points =
    marking && exercise
      ? pointsOf(exercise, revision, marking.verdicts, byHandOf(decisions, given), handIn.lateBySeconds)
      : null
  const release = releases.get(handInId)
  const name = nameShown(exercise!, { number: handIn.number, name: person!.name }, release)
  return {
    id: handInId,
    personId: handIn.personId,
    number: handIn.number,
    name,
    attempt: handIn.attempt,
    handedInAt: handIn.handedInAt,
    lateBySeconds: handIn.lateBySeconds,
    isAutomatic: handIn.isAutomatic,
    answer: sheetsOf(handIn.answer),
    assumptions: handIn.answer.assumptions ?? '',
    dialect: dialectOf(revision.document, handIn.answer.script),
    starter: revision.document.starter,
    relation: document.relation ?? null,
    state: queueState(points, reviews.get(handInId), release, faults.get(handInId)),
    markingFault: marking ? null : (faults.get(handInId) ?? null),
    isFlagged: reviews.get(handInId)?.isFlagged ?? false,
    marking: marking ? marking.verdicts : null,
    pinning,
    overrides,
    versions: Object.fromEntries(decisions.map(({ rule, sheet, version }) => [`${rule} ${sheet}`, version])),
    given: givenOf(given),
    givenVersions: Object.fromEntries(given.map(({ criterion, version }) => [criterion, version])),
    points,
    account: points ? accountInWords(points, document.rules) : [],
    comments,
    questions: questions.map(line => (line.isAnswer ? line : { ...line, by: name })),
    told: toldIn(release),
    releasedAt: release && release.takenBackAt === null ? release.releasedAt : null,
  }
}
