import {
  ENGINE_VERSION,
  points,
  total,
  type Marking,
  type MarkingSummary,
  type Override,
  type Points,
  type Total,
} from '@nomenklatura/core/marking'
import type { ExerciseDocument, GivenPoints } from '@nomenklatura/core/exercise'
import type { Pin } from '@nomenklatura/core/alignment'
import type { ProgressAnswer } from '#shared/answers'
import { compute } from '../pool/compute'
import type { ExerciseRef } from '../pool/tasks'
import { isPassing, type Db } from '../repositories/database'
import {
  findRevision,
  isMarkingStopped,
  latestRevision,
  stopMarking,
  type Exercise,
  type Revision,
} from '../repositories/exercises'
import { countLatest, findHandIn, findPinning, type HandIn } from '../repositories/hand-ins'
import {
  countMarked,
  forgetMarkingFailures,
  hasMarking,
  insertMarking,
  listUnmarked,
  recordMarkingFailure,
  type Among,
  type MarkingKey,
} from '../repositories/markings'
import { logFault, reasonOf } from './log'
import { runOnce } from './running'
import { lateLoss } from './student-state'

/** So long a hand-in may take. */
const MARK_MS = 10_000

/**
 * One job: marks a hand-in under a revision of its exercise. Running it again changes nothing: a marking is
 * stored once per key. One that fails is counted with its reason, and holds up no other; after three tries a
 * person looks at it.
 */
export async function markHandIn(db: Db, handInId: string, revisionId: string): Promise<void> {
  const [handIn, revision, { version, pins }] = await Promise.all([
    findHandIn(db, handInId),
    findRevision(db, revisionId),
    findPinning(db, handInId),
  ])
  if (!handIn || !revision || (await isMarkingStopped(db, handIn.exerciseId))) return
  if (await hasMarking(db, handInId, revisionId, version)) return
  const key: MarkingKey = { handInId, revision, pinsVersion: version }
  try {
    await insertMarking(db, key, await markUnder(db, revision, handIn, pins))
  } catch (error) {
    // The database is away: the job comes again, and no hand-in is to blame. What it refuses to store is the
    // hand-in's.
    if (isPassing(error)) throw error
    const tries = await recordMarkingFailure(db, key, ENGINE_VERSION, reasonOf(error))
    logFault('marking', error, { handInId, exerciseId: handIn.exerciseId, tries })
  }
}

/** The marking of a hand-in with some pins: worked out in a thread, with what running it shows. */
export async function markUnder(
  db: Db,
  revision: Pick<Revision, 'id' | 'number' | 'document'>,
  { answer }: Pick<HandIn, 'answer'>,
  pins: readonly Pin[],
): Promise<Marking> {
  const asked = { exercise: exerciseRef(revision, answer.seed), answer, pins }
  const work = await compute('plan', asked, { ms: MARK_MS })
  const report = work ? await runOnce(db, work) : null
  const marking = await compute('mark', { ...asked, report: report ?? undefined }, { ms: MARK_MS })
  // A fault of ours: at the desk it can be saved with all that brings it about.
  for (const { rule, doubt } of marking.cells)
    if (doubt === 'disagreement')
      logFault('disagreement', new Error('Reasoning and running disagree.'), {
        revisionId: revision.id,
        rule,
      })
  return marking
}

/** An exercise as a thread reads it: `number` names it with its id, since the row of a draft is replaced. */
export function exerciseRef(
  { id, number, document }: Pick<Revision, 'id' | 'number' | 'document'>,
  seed?: string,
): ExerciseRef {
  return { key: `${id}:${number}`, document, seed }
}

/** An exercise as one student has it; itself where it is the same for all. */
export async function personalDocument(
  document: ExerciseDocument,
  seed: string | undefined,
): Promise<ExerciseDocument> {
  return document.relation?.isFresh && seed !== undefined
    ? compute('personal', { document, seed }, { ms: 2000 })
    : document
}

/** What still needs a marking: each student's last hand-in, under the newest revision. */
export async function unmarked(
  db: Db,
  among: Among = {},
): Promise<{ handInId: string; revisionId: string }[]> {
  return listUnmarked(db, ENGINE_VERSION, among)
}

/** Lets what could not be marked be tried anew, and what was stopped go on. */
export async function tryAgain(db: Db, exerciseId: string): Promise<void> {
  await forgetMarkingFailures(db, exerciseId)
  await stopMarking(db, exerciseId, null)
}

/** What is being marked is finished; nothing else is begun until somebody lets it go on (`tryAgain`). */
export async function stop(db: Db, exerciseId: string, now = new Date()): Promise<void> {
  await stopMarking(db, exerciseId, now)
}

/** What people decided and gave. */
export interface ByHand {
  readonly overrides: readonly Override[]
  readonly given: readonly GivenPoints[]
}

/** The points of a marking under its revision, with what was decided and given by hand and the late policy. */
export function pointsOf(
  exercise: Exercise,
  { document: { rules, rubric } }: Pick<Revision, 'document'>,
  marking: MarkingSummary | Marking,
  { overrides, given }: ByHand,
  lateBySeconds: number,
): Points {
  return points(rules, marking.cells, overrides, {
    ...rubric,
    given,
    lateLoss: lateLoss(exercise, lateBySeconds),
  })
}

/** As `pointsOf`, as lists need it: without the points of each rule. */
export function totalOf(
  exercise: Exercise,
  { document: { rules, rubric } }: Pick<Revision, 'document'>,
  marking: MarkingSummary,
  { overrides, given }: ByHand,
  lateBySeconds: number,
): Total {
  return total(rules, marking.cells, overrides, {
    ...rubric,
    given,
    lateLoss: lateLoss(exercise, lateBySeconds),
  })
}

export async function progress(db: Db, exerciseId: string): Promise<ProgressAnswer> {
  const revision = await latestRevision(db, exerciseId)
  const [marked, of] = await Promise.all([
    countMarked(db, exerciseId, revision.id),
    countLatest(db, exerciseId),
  ])
  return { marked, of }
}
