import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import type { Pin } from '@nomenklatura/core/alignment'
import type { Marking, MarkingSummary, Points } from '@nomenklatura/core/marking'
import type { GlossaryPreview, PairingPreview } from '#shared/answers'
import { compute } from '../pool/compute'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { findExercise, latestRevision, type Exercise, type Revision } from '../repositories/exercises'
import { listGiven } from '../repositories/given'
import {
  findHandIn,
  findPinning,
  insertPinning,
  listDecisions,
  listLatest,
  listReleases,
  type HandIn,
} from '../repositories/hand-ins'
import { findMarking, insertMarking, listMarkings } from '../repositories/markings'
import { byHandOf, totalsOf } from './class-state'
import { saveAtOnce } from './exercises'
import { exerciseRef, markUnder, pointsOf } from './marking'
import { Refusal, notFound } from './problem'
import { underShownNames } from './anonymous'

/** The rules whose verdict differs between two markings, in the order of the sheet. */
function changedRules(before: Marking, after: Marking): string[] {
  return after.cells
    .filter(
      ({ rule, sheet, verdict }) =>
        before.cells.find(other => other.rule === rule && other.sheet === sheet)?.verdict !== verdict,
    )
    .map(({ rule }) => rule)
}

/**
 * What other pins would change, without keeping them: the whole marking again, with points before and after.
 */
export async function previewPairing(db: Db, handIn: HandIn, pins: readonly Pin[]): Promise<PairingPreview> {
  const [exercise, revision, decisions, given] = await Promise.all([
    findExercise(db, handIn.exerciseId),
    latestRevision(db, handIn.exerciseId),
    listDecisions(db, [handIn.id]),
    listGiven(db, [handIn.id]),
  ])
  const before = await findMarking(db, handIn.id, revision.id)
  if (!exercise || !before)
    throw new Refusal(409, 'not-marked', 'This hand-in is being marked. Try again in a moment.')
  const after = await markUnder(db, revision, handIn, pins)
  const points = (marking: Marking): Points =>
    pointsOf(exercise, revision, marking, byHandOf(decisions, given), handIn.lateBySeconds)
  return {
    before: totalsOf(points(before.verdicts)),
    after: totalsOf(points(after)),
    changed: changedRules(before.verdicts, after),
    pairing: after.pairing,
    surplus: after.surplus,
  }
}

/**
 * Keeps the pins as the next version and the marking made with them. `base` is the version they were made on.
 */
export async function keepPairing(
  db: Db,
  exercise: Exercise,
  handIn: HandIn,
  { pins, base }: { pins: readonly Pin[]; base: number },
  by: string,
): Promise<void> {
  const release = (await listReleases(db, [handIn.id])).get(handIn.id)
  if (release && release.takenBackAt === null)
    throw new Refusal(409, 'released', 'Its marks are released: take them back to change them.')
  const revision = await latestRevision(db, handIn.exerciseId)
  const marking = await markUnder(db, revision, handIn, pins)
  await db.transaction(async trx => {
    const { version } = await findPinning(trx, handIn.id)
    if (version !== base || !(await insertPinning(trx, { handInId: handIn.id, base, pins, by }))) {
      throw new Refusal(
        409,
        'paired-meanwhile',
        'Somebody paired this meanwhile. Look at it again, then pair.',
      )
    }
    if (!(await insertMarking(trx, { handInId: handIn.id, revision, pinsVersion: base + 1 }, marking)))
      throw new Refusal(409, 'stale', 'The exercise was changed meanwhile. Look at it again, then pair.')
    await audit(trx, {
      courseId: exercise.courseId,
      personId: by,
      action: 'pairing.pin',
      subject: handIn.id,
      detail: { pins, version: base + 1 },
    })
  })
}

function withName(
  document: ExerciseDocument,
  { element, name }: { element: string; name: string },
): ExerciseDocument['glossary'] {
  const known = document.glossary.find(entry => entry.element === element)
  if (known?.names.some(other => other.toLowerCase() === name.toLowerCase())) return [...document.glossary]
  const others = document.glossary.filter(entry => entry !== known)
  return [...others, { element, names: [...(known?.names ?? []), name] }]
}

/**
 * Who would move if the name were taken into the glossary: every last hand-in marked again, none of it kept.
 */
export async function previewGlossary(
  db: Db,
  exercise: Exercise,
  entry: { element: string; name: string },
): Promise<GlossaryPreview> {
  const revision = await latestRevision(db, exercise.id)
  await checkElement(revision, entry.element)
  const [listed, markings] = await Promise.all([
    listLatest(db, exercise.id),
    listMarkings(db, exercise.id, revision.id),
  ])
  const ids = listed.map(({ id }) => id)
  const [decisions, given, releases] = await Promise.all([
    listDecisions(db, ids),
    listGiven(db, ids),
    listReleases(db, ids),
  ])
  const handIns = underShownNames(exercise, listed, releases)
  const changed = {
    id: `${revision.id} with ${entry.element} = ${entry.name}`,
    number: revision.number,
    document: { ...revision.document, glossary: withName(revision.document, entry) },
  }
  const moves: GlossaryPreview['moves'][number][] = []
  let using = 0
  for (const handIn of handIns) {
    const before = markings.get(handIn.id)
    const [found, { pins }] = await Promise.all([findHandIn(db, handIn.id), findPinning(db, handIn.id)])
    if (!before || !found) continue
    if (await compute('usesName', { script: found.answer.script, name: entry.name }, { ms: 2000 })) using++
    const after = await markUnder(db, changed, found, pins)
    const points = (marking: Marking | MarkingSummary) =>
      totalsOf(
        pointsOf(
          exercise,
          revision,
          marking,
          byHandOf(
            decisions.filter(({ handInId }) => handInId === handIn.id),
            given.filter(({ handInId }) => handInId === handIn.id),
          ),
          handIn.lateBySeconds,
        ),
      )
    const [was, is] = [points(before), points(after)]
    if (was.got !== is.got || was.open !== is.open)
      moves.push({ handInId: handIn.id, name: handIn.name, before: was, after: is })
  }
  return { element: entry.element, name: entry.name, using, moves, revision: revision.number }
}

async function checkElement(revision: Revision, element: string): Promise<void> {
  if (!(await compute('knowsElement', { exercise: exerciseRef(revision), element }, { ms: 2000 })))
    throw notFound()
}

/** Takes the name into the glossary: a new revision of the exercise, under which all are marked again. */
export async function takeName(
  db: Db,
  exercise: Exercise,
  entry: { element: string; name: string; base: number },
  by: string,
): Promise<void> {
  const revision = await latestRevision(db, exercise.id)
  await checkElement(revision, entry.element)
  await saveAtOnce(
    db,
    exercise.id,
    by,
    { ...revision.document, glossary: withName(revision.document, entry) },
    entry.base,
  )
  await audit(db, {
    courseId: exercise.courseId,
    personId: by,
    action: 'glossary.take',
    subject: exercise.id,
    detail: { element: entry.element, name: entry.name },
  })
}

/** The dependencies by which a rule was judged in a hand-in, as lines to be read. */
export async function dependenciesOf(db: Db, handIn: HandIn, rule: string): Promise<string[]> {
  const [revision, { pins }] = await Promise.all([
    latestRevision(db, handIn.exerciseId),
    findPinning(db, handIn.id),
  ])
  return compute(
    'explain',
    { exercise: exerciseRef(revision), script: handIn.answer.script, rule, pins },
    { ms: 5000 },
  )
}
