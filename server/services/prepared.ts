import { changesInWords, saysTheSame, type ExerciseDocument } from '@nomenklatura/core/exercise'
import type { Points } from '@nomenklatura/core/marking'
import type { MovedRule, PreparedAnswer, RevisionLine } from '#shared/answers'
import { compute } from '../pool/compute'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import {
  deletePrepared,
  findExercise,
  findPrepared,
  findRevisionByNumber,
  insertRevision,
  latestRevision,
  listRevisions,
  lockExercise,
  replacePrepared,
  takePrepared,
  type Exercise,
  type Revision,
} from '../repositories/exercises'
import { countMarked, listMarkings, type ListedMarking } from '../repositories/markings'
import { classState, byHandIn, toldIn, totalsOf, type ClassState } from './class-state'
import { pointsOf } from './marking'
import { Refusal, notFound } from './problem'

/**
 * Keeps a change to a published exercise beside the revision that counts: neither students nor marks see it
 * until it is taken. What is the same as the revision that counts is nothing prepared. Within a transaction
 * that holds the exercise.
 */
export async function prepare(
  trx: Db,
  exerciseId: string,
  document: ExerciseDocument,
  personId: string,
): Promise<{ readonly revision: number; readonly isPrepared: boolean }> {
  const [current, prepared] = [await latestRevision(trx, exerciseId), await findPrepared(trx, exerciseId)]
  if (saysTheSame(current.document, document)) {
    const revision = prepared ? await deletePrepared(trx, prepared, current) : current.number
    return { revision, isPrepared: false }
  }
  if (prepared) await replacePrepared(trx, prepared, document, personId)
  else await insertRevision(trx, exerciseId, current.number + 1, document, personId, true)
  return { revision: (prepared ?? current).number + 1, isPrepared: true }
}

/** What is prepared, and who moves by it as far as they are marked under it. */
export async function showPrepared(db: Db, exerciseId: string): Promise<PreparedAnswer | null> {
  const prepared = await findPrepared(db, exerciseId)
  if (!prepared) return null
  const [state, markings] = [
    await classState(db, exerciseId),
    await listMarkings(db, exerciseId, prepared.id),
  ]
  const moves = state.handIns.flatMap(({ id }) => moveOf(state, prepared, id, markings.get(id)) ?? [])
  return {
    revision: prepared.number,
    changes: changesInWords(state.revision.document, prepared.document),
    marked: await countMarked(db, exerciseId, prepared.id),
    of: state.handIns.length,
    moves,
  }
}

/** How one hand-in moves; undefined where it stays as it is, or is not marked under both. */
function moveOf(
  state: ClassState,
  prepared: Revision,
  handInId: string,
  marking: ListedMarking | undefined,
): PreparedAnswer['moves'][number] | undefined {
  const before = state.markings.get(handInId)
  const handIn = state.handIns.find(({ id }) => id === handInId)!
  if (!marking || !before) return undefined
  const under = (revision: Revision, summary: ListedMarking): Points =>
    pointsOf(state.exercise, revision, summary, byHandIn(state, handInId), handIn.lateBySeconds)
  const [was, is] = [under(state.revision, before), under(prepared, marking)]
  const rules = movedRules(was, is)
  if (rules.length === 0 && was.got === is.got && was.open === is.open && was.of === is.of) return undefined
  return {
    handInId,
    name: handIn.name,
    before: totalsOf(was),
    after: totalsOf(is),
    isReleased: toldIn(state.releases.get(handInId)) !== null,
    rules,
  }
}

function movedRules(was: Points, is: Points): MovedRule[] {
  const none = { got: 0, open: 0, of: 0 }
  return [...new Set([...Object.keys(was.byRule), ...Object.keys(is.byRule)])].flatMap(rule => {
    const [before, after] = [was.byRule[rule] ?? none, is.byRule[rule] ?? none]
    const same = before.got === after.got && before.open === after.open
    return same ? [] : [{ rule, before: before.got, after: after.got }]
  })
}

/** Two changes are not prepared at one time. */
export const somethingPrepared = (): Refusal =>
  new Refusal(
    409,
    'prepared',
    'A changed version of this exercise is prepared and not yet taken: take it or drop it first.',
  )

/** Lets what is prepared count. `base` is the revision that was looked at. */
export async function take(db: Db, exercise: Exercise, base: number, personId: string): Promise<void> {
  const missing = await missingOf(db, exercise.id)
  await change(db, exercise, base, personId, 'revision.take', async (trx, prepared) => {
    if (missing.length > 0)
      throw new Refusal(422, 'not-ready', 'Something is missing before it can be taken.', missing)
    await takePrepared(trx, prepared.id, personId)
  })
}

async function missingOf(db: Db, exerciseId: string): Promise<readonly unknown[]> {
  const prepared = await findPrepared(db, exerciseId)
  return prepared ? compute('missing', { document: prepared.document }, { ms: 10_000 }) : []
}

/** Takes away what is prepared: the revision that counts stands as it did. */
export const drop = (db: Db, exercise: Exercise, base: number, personId: string): Promise<void> =>
  change(db, exercise, base, personId, 'revision.drop', async (trx, prepared) => {
    await deletePrepared(trx, prepared, await latestRevision(trx, exercise.id))
  })

async function change(
  db: Db,
  { id, courseId }: Exercise,
  base: number,
  personId: string,
  action: string,
  act: (trx: Db, prepared: Revision) => Promise<void>,
): Promise<void> {
  await db.transaction(async trx => {
    await lockExercise(trx, id)
    const prepared = await findPrepared(trx, id)
    if (!prepared) throw notFound()
    if (prepared.number !== base)
      throw new Refusal(409, 'stale', 'It was changed meanwhile. Look at it again, then take it or drop it.')
    await act(trx, prepared)
    await audit(trx, { courseId, personId, action, subject: id, detail: { number: prepared.number } })
  })
}

/**
 * Prepares the exercise as it stands, to be marked by the engine of today: hand-ins that an earlier one marked keep
 * their marks until what moves by it is looked at and taken.
 */
export async function prepareForEngine(
  db: Db,
  exercise: Exercise,
  personId: string,
): Promise<{ readonly revision: number }> {
  return db.transaction(async trx => {
    await lockExercise(trx, exercise.id)
    if (await findPrepared(trx, exercise.id)) throw somethingPrepared()
    const { number, document } = await latestRevision(trx, exercise.id)
    await insertRevision(trx, exercise.id, number + 1, document, personId, true)
    return { revision: number + 1 }
  })
}

/** The revisions that counted, with what each changed; the newest first. */
export async function showRevisions(db: Db, exerciseId: string): Promise<RevisionLine[]> {
  const revisions = await listRevisions(db, exerciseId)
  return revisions.map(({ number, savedAt, savedBy, document }, i) => ({
    number,
    savedAt,
    savedBy,
    changes: revisions[i + 1] ? changesInWords(revisions[i + 1]!.document, document) : [],
  }))
}

/**
 * Takes an old revision of a published exercise up again: it is prepared, as any other change. Refused while
 * something else is prepared, which would be lost.
 */
export async function takeUp(
  db: Db,
  exercise: Exercise,
  number: number,
  personId: string,
): Promise<{ readonly revision: number }> {
  return db.transaction(async trx => {
    await lockExercise(trx, exercise.id)
    const old = await findRevisionByNumber(trx, exercise.id, number)
    if (!old) throw notFound()
    if ((await findExercise(trx, exercise.id))?.state !== 'published')
      throw new Refusal(409, 'not-published', 'It is a draft: change it as it stands.')
    if (await findPrepared(trx, exercise.id)) throw somethingPrepared()
    return prepare(trx, exercise.id, old.document, personId)
  })
}
