import { fieldsOf } from '@nomenklatura/core/claims'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import type { Rule, Verdict } from '@nomenklatura/core/rules'
import type { Cell } from '@nomenklatura/core/sheets'
import { accountInWords, type Override, type Points, type Total } from '@nomenklatura/core/marking'
import type {
  DeskAnswer,
  FeedbackAnswer,
  HandInAnswer,
  LateSave,
  LedgerAnswer,
  QueueLine,
  QueueState,
} from '#shared/answers'
import { audit, findCourse } from '../repositories/courses'
import { dialectOf } from '@nomenklatura/core/sql'
import type { Db } from '../repositories/database'
import {
  countBegun,
  findExercise,
  findRevision,
  latestRevision,
  type Exercise,
  type Revision,
} from '../repositories/exercises'
import {
  deleteComment,
  findHandIn,
  findPinning,
  findReleased,
  insertComment,
  listComments,
  listDecisions,
  listLatest,
  listReleases,
  listReviews,
  lockHandIns,
  recentReasons,
  saveDecision,
  saveRelease,
  saveReview,
  takeReleasesBack,
  type Decision,
  type HandIn,
  type ListedHandIn,
  type Release,
  type Review,
} from '../repositories/hand-ins'
import {
  findMarking,
  findMarkingById,
  listMarkingFaults,
  listMarkings,
  type ListedMarking,
} from '../repositories/markings'
import { findPerson } from '../repositories/people'
import { countLateSaves, listLateSaves, listUncollectable } from '../repositories/worksheets'
import { personalDocument, pointsOf, totalOf } from './marking'
import { Refusal, notFound } from './problem'
import { toCheckedRule } from './told'

interface ClassState {
  readonly exercise: Exercise
  readonly revision: Revision
  readonly handIns: readonly ListedHandIn[]
  readonly markings: ReadonlyMap<string, ListedMarking>
  readonly decisions: ReadonlyMap<string, readonly Decision[]>
  readonly reviews: ReadonlyMap<string, Review>
  readonly releases: ReadonlyMap<string, Release>
  /** Why some could not be marked. */
  readonly faults: ReadonlyMap<string, string>
}

/** Everything about the last hand-ins of an exercise, in eight queries whatever the size of the class. */
async function classState(db: Db, exerciseId: string): Promise<ClassState> {
  const exercise = await findExercise(db, exerciseId)
  if (!exercise) throw notFound()
  const [revision, handIns] = await Promise.all([latestRevision(db, exerciseId), listLatest(db, exerciseId)])
  const ids = handIns.map(({ id }) => id)
  const [markings, decisions, reviews, releases, faults] = await Promise.all([
    listMarkings(db, exerciseId, revision.id),
    listDecisions(db, ids),
    listReviews(db, ids),
    listReleases(db, ids),
    listMarkingFaults(db, ids),
  ])
  return {
    exercise,
    revision,
    handIns,
    markings,
    decisions: groupByHandIn(decisions),
    reviews,
    releases,
    faults,
  }
}

function groupByHandIn(decisions: readonly Decision[]): Map<string, Decision[]> {
  const groups = new Map<string, Decision[]>()
  for (const decision of decisions) {
    const group = groups.get(decision.handInId)
    if (group) group.push(decision)
    else groups.set(decision.handInId, [decision])
  }
  return groups
}

/** The decisions that stand. */
export const overridesOf = (decisions: readonly Decision[]) =>
  decisions.flatMap(({ override }) => (override ? [override] : []))

function queueState(
  points: Total | null,
  review: Review | undefined,
  release: Release | undefined,
  fault: string | undefined,
): QueueState {
  if (release && release.takenBackAt === null) return 'released'
  if (!points) return fault === undefined ? 'being marked' : 'could not be marked'
  if (review?.isFlagged) return 'flagged'
  if (points.open > 0) return 'to decide'
  return review?.lookedAtBy ? 'looked at' : 'ready'
}

function queueLine(state: ClassState, handIn: ListedHandIn): QueueLine {
  const { markings, reviews, releases, faults } = state
  const marking = markings.get(handIn.id)
  const points = totalIn(state, handIn)
  return {
    id: handIn.id,
    number: handIn.number,
    name: handIn.name,
    attempt: handIn.attempt,
    handedInAt: handIn.handedInAt,
    lateBySeconds: handIn.lateBySeconds,
    isAutomatic: handIn.isAutomatic,
    state: queueState(points, reviews.get(handIn.id), releases.get(handIn.id), faults.get(handIn.id)),
    lookedAtBy: reviews.get(handIn.id)?.lookedAtBy ?? null,
    points: points && { got: points.got, open: points.open, of: points.of },
    toDecide: points?.account.filter(({ kind }) => kind === 'open').length ?? 0,
    toPair: marking?.weakPairs ?? 0,
  }
}

function totalIn(
  { exercise, revision, markings, decisions }: ClassState,
  handIn: ListedHandIn,
): Total | null {
  const marking = markings.get(handIn.id)
  return marking
    ? totalOf(exercise, revision, marking, overridesOf(decisions.get(handIn.id) ?? []), handIn.lateBySeconds)
    : null
}

/** The whole account of a hand-in that is marked. */
function pointsIn({ exercise, revision, markings, decisions }: ClassState, handIn: ListedHandIn): Points {
  return pointsOf(
    exercise,
    revision,
    markings.get(handIn.id)!,
    overridesOf(decisions.get(handIn.id) ?? []),
    handIn.lateBySeconds,
  )
}

export async function showDesk(db: Db, exerciseId: string): Promise<DeskAnswer> {
  const state = await classState(db, exerciseId)
  const {
    exercise,
    revision: { document, number },
  } = state
  const [course, begun, reasons, lateSaves, uncollected] = await Promise.all([
    findCourse(db, exercise.courseId),
    countBegun(db, exercise),
    recentReasons(db, exerciseId),
    countLateSaves(db, exerciseId),
    listUncollectable(db, exerciseId),
  ])
  return {
    exercise: {
      id: exerciseId,
      title: document.title,
      courseId: course!.id,
      courseName: course!.name,
      timeZone: course!.timeZone,
      revision: number,
      dueAt: exercise.dueAt,
    },
    rules: document.rules
      .filter(({ off }) => !off)
      .map(({ id, sentence, phrase, points, group, rule }) => ({
        id,
        sentence,
        phrase: phrase ?? null,
        points,
        group,
        entity: rule.entity,
        fields: fieldsOfRule(document, rule),
      })),
    sheets: document.sheets,
    dialect: document.dialect,
    modelScript: document.models[0]?.script ?? '',
    modelDictionary: document.models[0]?.dictionary ?? null,
    modelDiagram: document.models[0]?.diagram ?? null,
    queue: state.handIns.map(handIn => queueLine(state, handIn)),
    begun,
    reasons,
    lateSaves,
    uncollected,
  }
}

/** What arrived after closing: the last save of each sheet of each student. */
export const showLateSaves = (db: Db, exerciseId: string): Promise<LateSave[]> =>
  listLateSaves(db, exerciseId)

/** The fields of the Dependencies sheet that a rule is about. */
function fieldsOfRule({ relation }: ExerciseDocument, rule: Rule): string[] {
  return rule.kind === 'claim' && relation ? fieldsOf(relation, rule.about) : []
}

export async function showHandIn(db: Db, handInId: string): Promise<HandInAnswer> {
  const handIn = await findHandIn(db, handInId)
  if (!handIn) throw notFound()
  const [exercise, revision, person] = await Promise.all([
    findExercise(db, handIn.exerciseId),
    latestRevision(db, handIn.exerciseId),
    findPerson(db, handIn.personId),
  ])
  const [pinning, marking, decisions, reviews, releases, comments, faults, document] = await Promise.all([
    findPinning(db, handInId),
    findMarking(db, handInId, revision.id),
    listDecisions(db, [handInId]),
    listReviews(db, [handInId]),
    listReleases(db, [handInId]),
    listComments(db, handInId),
    listMarkingFaults(db, [handInId]),
    personalDocument(revision.document, handIn.answer.seed),
  ])
  const overrides = overridesOf(decisions)
  const points =
    marking && exercise
      ? pointsOf(exercise, revision, marking.verdicts, overrides, handIn.lateBySeconds)
      : null
  const release = releases.get(handInId)
  return {
    id: handInId,
    number: handIn.number,
    name: person!.name,
    attempt: handIn.attempt,
    handedInAt: handIn.handedInAt,
    lateBySeconds: handIn.lateBySeconds,
    isAutomatic: handIn.isAutomatic,
    script: handIn.answer.script,
    dialect: dialectOf(revision.document, handIn.answer.script),
    starter: revision.document.starter,
    claims: handIn.answer.claims ?? null,
    dictionary: handIn.answer.dictionary ?? null,
    diagram: handIn.answer.diagram ?? null,
    relation: document.relation ?? null,
    state: queueState(points, reviews.get(handInId), release, faults.get(handInId)),
    markingFault: marking ? null : (faults.get(handInId) ?? null),
    isFlagged: reviews.get(handInId)?.isFlagged ?? false,
    marking: marking ? marking.verdicts : null,
    pinning,
    overrides,
    versions: Object.fromEntries(decisions.map(({ rule, sheet, version }) => [`${rule} ${sheet}`, version])),
    points,
    account: points ? accountInWords(points, document.rules) : [],
    comments,
    releasedAt: release && release.takenBackAt === null ? release.releasedAt : null,
  }
}

/**
 * Decides a cell by hand, or (verdict null) gives it back to the engine. `version` is the decision it was
 * made on.
 */
export async function decide(
  db: Db,
  handIn: HandIn,
  cell: { rule: string; sheet: string },
  { verdict, reason, version }: { verdict: Override['verdict'] | null; reason: string; version: number },
  by: string,
): Promise<void> {
  const revision = await latestRevision(db, handIn.exerciseId)
  if (
    !revision.document.rules.some(({ id, off }) => id === cell.rule && !off) ||
    !(revision.document.sheets as readonly string[]).includes(cell.sheet)
  )
    throw notFound()
  const exercise = await findExercise(db, handIn.exerciseId)
  await db.transaction(async trx => {
    await lockHandIns(trx, { id: handIn.id })
    const released = (await listReleases(trx, [handIn.id])).get(handIn.id)
    if (released?.takenBackAt === null)
      throw new Refusal(409, 'released', 'Its marks are released: take them back to change them.')
    const saved = await saveDecision(trx, {
      handInId: handIn.id,
      ...cell,
      verdict,
      reason: verdict === null ? null : reason,
      base: version,
      by,
    })
    if (!saved)
      throw new Refusal(
        409,
        'decided-meanwhile',
        'Somebody decided this meanwhile. Look at it again, then decide.',
      )
    await audit(trx, {
      courseId: exercise!.courseId,
      personId: by,
      action: 'cell.decide',
      subject: handIn.id,
      detail: { ...cell, verdict, reason },
    })
  })
}

export async function comment(
  db: Db,
  handInId: string,
  text: string,
  rule: string | null,
  by: string,
): Promise<void> {
  await insertComment(db, { handInId, rule, text, by })
}

export async function removeComment(db: Db, handInId: string, commentId: string): Promise<void> {
  if (!(await deleteComment(db, handInId, commentId))) throw notFound()
}

export async function review(
  db: Db,
  handInId: string,
  by: string,
  change: { lookedAt?: boolean | undefined; flagged?: boolean | undefined },
): Promise<void> {
  await saveReview(db, handInId, by, change)
}

export interface ReleaseResult {
  readonly released: number
  readonly open: number
  readonly flagged: number
  readonly unmarked: number
}

/**
 * Releases what is ready, as it stands at one moment: the whole account is kept, so that nothing changed
 * later moves it. Hand-ins with open points, flagged or not yet marked stay behind and are counted.
 */
export async function release(
  db: Db,
  exerciseId: string,
  by: string,
  only?: readonly string[],
): Promise<ReleaseResult> {
  return db.transaction(async trx => {
    await lockHandIns(trx, { exercise_id: exerciseId })
    const state = await classState(trx, exerciseId)
    const chosen = state.handIns
      .filter(({ id }) => !only || only.includes(id))
      .map(handIn => ({ handIn, line: queueLine(state, handIn) }))
    const ready = chosen.filter(({ line }) => line.state === 'ready' || line.state === 'looked at')
    for (const { handIn } of ready) {
      const told = {
        points: pointsIn(state, handIn),
        overrides: overridesOf(state.decisions.get(handIn.id) ?? []),
      }
      await saveRelease(trx, { handInId: handIn.id, markingId: state.markings.get(handIn.id)!.id, told, by })
    }
    await audit(trx, {
      courseId: state.exercise.courseId,
      personId: by,
      action: 'release',
      subject: exerciseId,
      detail: { count: ready.length },
    })
    const count = (...states: QueueState[]): number =>
      chosen.filter(({ line }) => states.includes(line.state)).length
    return {
      released: ready.length,
      open: count('to decide'),
      flagged: count('flagged'),
      unmarked: count('being marked', 'could not be marked'),
    }
  })
}

export async function takeMarksBack(
  db: Db,
  exercise: { id: string; courseId: string },
  by: string,
): Promise<number> {
  return db.transaction(async trx => {
    const count = await takeReleasesBack(trx, exercise.id)
    await audit(trx, {
      courseId: exercise.courseId,
      personId: by,
      action: 'release.take-back',
      subject: exercise.id,
      detail: { count },
    })
    return count
  })
}

/** What a student reads after the release: verdicts, evidence and comments, never the model answer. */
export async function showFeedback(db: Db, handIn: HandIn): Promise<FeedbackAnswer> {
  const released = await findReleased(db, handIn.id)
  const exercise = await findExercise(db, handIn.exerciseId)
  if (!released || released.takenBackAt !== null || !exercise) throw notFound()
  const marking = await findMarkingById(db, released.markingId)
  const [revision, course, decisions, comments] = await Promise.all([
    findRevision(db, marking.revisionId).then(found => found!),
    findCourse(db, exercise.courseId),
    listDecisions(db, [handIn.id]),
    listComments(db, handIn.id),
  ])
  // Releases of before the account was kept are told as far as it can be worked out again.
  const overrides =
    released.told?.overrides ?? overridesOf(decisions).filter(({ at }) => at <= released.releasedAt)
  const points =
    released.told?.points ?? pointsOf(exercise, revision, marking.verdicts, overrides, handIn.lateBySeconds)
  const document = await personalDocument(revision.document, handIn.answer.seed)
  return {
    exerciseId: exercise.id,
    title: document.title,
    course: course!,
    number: handIn.number,
    attempt: handIn.attempt,
    handedInAt: handIn.handedInAt,
    lateBySeconds: handIn.lateBySeconds,
    sheets: document.sheets,
    script: handIn.answer.script,
    claims: handIn.answer.claims ?? null,
    dictionary: handIn.answer.dictionary ?? null,
    diagram: handIn.answer.diagram ?? null,
    closures: document.relation?.asks.closures ?? [],
    starter: document.starter,
    releasedAt: released.releasedAt,
    points,
    account: accountInWords(points, document.rules),
    findings: marking.verdicts.findings,
    comments,
    rules: marking.verdicts.cells.map(cell => {
      const override = overrides.find(({ rule, sheet }) => rule === cell.rule && sheet === cell.sheet)
      const { got, of } = points.byRule[cell.rule] ?? { got: 0, of: 0 }
      const checked = toCheckedRule(document.rules, override ? { ...cell, verdict: override.verdict } : cell)
      const group = document.rules.find(({ id }) => id === cell.rule)?.group ?? ''
      return {
        ...checked,
        ...(override ? { because: [], witness: null, exhibits: [] } : {}),
        group,
        got,
        of,
        decidedBy: override?.by ?? null,
        reason: override?.reason ?? null,
        follows: override ? null : cell.follows,
      }
    }),
  }
}

const WORST_FIRST: readonly Verdict[] = ['broken', 'too strict', 'cannot tell', 'not shown', 'upheld']

export async function showLedger(db: Db, exerciseId: string): Promise<LedgerAnswer> {
  const state = await classState(db, exerciseId)
  const {
    exercise,
    revision: { document },
  } = state
  const course = await findCourse(db, exercise.courseId)
  return {
    exercise: { id: exerciseId, title: document.title, courseId: course!.id, courseName: course!.name },
    rules: document.rules
      .filter(({ off }) => !off)
      .map(({ id, sentence, points }) => ({ id, sentence, points })),
    lines: state.handIns.flatMap(handIn => {
      const total = totalIn(state, handIn)
      const marking = state.markings.get(handIn.id)
      if (!marking || !total) return []
      const { got, open, of } = total
      const cells = worstByRule(marking.cells, overridesOf(state.decisions.get(handIn.id) ?? []))
      return [
        { handInId: handIn.id, name: handIn.name, attempt: handIn.attempt, points: { got, open, of }, cells },
      ]
    }),
  }
}

type LedgerCell = LedgerAnswer['lines'][number]['cells'][string]

/** A rule that is asked of several sheets shows the one in which it fares worst. */
function worstByRule(cells: readonly Cell[], overrides: readonly Override[]): Record<string, LedgerCell> {
  const byRule: Record<string, LedgerCell> = {}
  for (const { rule, sheet, verdict } of cells) {
    const override = overrides.find(other => other.rule === rule && other.sheet === sheet)
    const cell = { verdict: override?.verdict ?? verdict, overridden: override !== undefined }
    const known = byRule[rule]
    if (!known || WORST_FIRST.indexOf(cell.verdict) < WORST_FIRST.indexOf(known.verdict)) byRule[rule] = cell
  }
  return byRule
}
