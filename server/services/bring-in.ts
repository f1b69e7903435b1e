import type { Sheet } from '@nomenklatura/core/findings'
import type { BroughtInAnswer, BroughtInPreview } from '#shared/answers'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { findExercise, latestRevision, lockExercise, type Exercise } from '../repositories/exercises'
import { saveGiven } from '../repositories/given'
import {
  bringInHandIn,
  insertBroughtComment,
  insertBroughtDecision,
  insertPinning,
  latestHandIn,
  listLatest,
  listReleases,
} from '../repositories/hand-ins'
import { listMembers } from '../repositories/people'
import { answersInZip, type BroughtIn, type FromFiles } from './bring-in-files'
import { toldIn } from './class-state'
import { Refusal, notFound } from './problem'
import { seedOf } from './sheets'

/** So many files that were passed over are named. */
const MOST_NAMED = 200

/** What is in an archive and who it is taken for: nothing is handed in by it. */
export async function previewBringingIn(
  db: Db,
  exercise: Exercise,
  bytes: Uint8Array,
): Promise<BroughtInPreview> {
  const [{ answers, passedOver, faults }, students, handIns] = await Promise.all([
    read(db, exercise, bytes),
    studentsOf(db, exercise),
    listLatest(db, exercise.id),
  ])
  const releases = await listReleases(
    db,
    handIns.map(({ id }) => id),
  )
  const lastOf = new Map(handIns.map(handIn => [handIn.personId, handIn]))
  return {
    answers: answers.map(({ name, files, sheets, fault, person }) => ({
      name,
      files,
      sheets,
      fault,
      person,
    })),
    passedOver: passedOver.slice(0, MOST_NAMED),
    passedOverCount: passedOver.length,
    faults: faults.slice(0, MOST_NAMED),
    people: students.map(({ id, name, email }) => {
      const last = lastOf.get(id)
      return {
        id,
        name,
        email,
        handIn: last ? { number: last.number, isTold: toldIn(releases.get(last.id)) !== null } : null,
      }
    }),
  }
}

/**
 * Hands in what is in an archive: all of it, or nothing. `people` says of each answer by its name whose it is;
 * null leaves it out. What is brought in is the last attempt of its student, and is not late.
 */
export async function bringIn(
  db: Db,
  exercise: Exercise,
  by: string,
  bytes: Uint8Array,
  people: Readonly<Record<string, string | null>>,
  now = new Date(),
): Promise<BroughtInAnswer> {
  const [{ answers }, students] = await Promise.all([read(db, exercise, bytes), studentsOf(db, exercise)])
  const chosen = chosenFrom(answers, people, new Set(students.map(({ id }) => id)))
  return db.transaction(async trx => {
    await lockExercise(trx, exercise.id)
    const current = await findExercise(trx, exercise.id)
    if (!current) throw notFound()
    if (current.state === 'draft') throw draft()
    const revision = await latestRevision(trx, exercise.id)
    const staff = await staffByName(trx, exercise)
    for (const { answer, personId } of chosen)
      await store(trx, {
        exercise,
        revisionId: revision.id,
        personId,
        brought: answer,
        by,
        now,
        sheets: revision.document.sheets,
        staff,
      })
    await audit(trx, {
      courseId: exercise.courseId,
      personId: by,
      action: 'hand-ins.brought-in',
      subject: exercise.id,
      detail: { count: chosen.length },
    })
    return { handedIn: chosen.length, leftOut: answers.length - chosen.length }
  })
}

const draft = (): Refusal =>
  new Refusal(409, 'draft', 'Publish the exercise first: hand-ins are marked by the rule sheet that counts.')

async function read(db: Db, exercise: Exercise, bytes: Uint8Array): Promise<FromFiles> {
  if (exercise.state === 'draft') throw draft()
  const [students, { document }] = await Promise.all([
    studentsOf(db, exercise),
    latestRevision(db, exercise.id),
  ])
  const found = await answersInZip(bytes, students, document.sheets)
  if (found.answers.length === 0 && found.faults.length === 0)
    throw new Refusal(
      422,
      'nothing-in-it',
      'There is no script, diagram, dictionary or answer in it: files that end in .sql, .txt, .json, .graphml or .csv.',
    )
  return found
}

const studentsOf = async (db: Db, { courseId }: Exercise) =>
  (await listMembers(db, courseId)).filter(({ role }) => role === 'student')

async function staffByName(db: Db, { courseId }: Exercise): Promise<Map<string, string>> {
  const members = await listMembers(db, courseId)
  return new Map(members.filter(({ role }) => role !== 'student').map(({ name, id }) => [name, id]))
}

interface Chosen {
  readonly answer: BroughtIn
  readonly personId: string
}

/** Refused where something is not said, is said of somebody else, twice of one, or of what cannot be handed in. */
function chosenFrom(
  answers: readonly BroughtIn[],
  people: Readonly<Record<string, string | null>>,
  students: ReadonlySet<string>,
): Chosen[] {
  const chosen = answers.flatMap((answer): Chosen[] => {
    const personId = people[answer.name]
    if (personId === undefined)
      throw new Refusal(
        409,
        'another-archive',
        `It is not said whose “${answer.name}” is: look at the files again.`,
      )
    if (personId === null) return []
    if (!students.has(personId))
      throw new Refusal(
        422,
        'no-student',
        `“${answer.name}” is given to somebody who is no student of the course.`,
      )
    if (answer.fault !== null)
      throw new Refusal(422, 'faulty', `“${answer.name}” cannot be handed in: ${answer.fault}.`)
    return [{ answer, personId }]
  })
  const twice = chosen.find(({ personId }, i) => chosen.findIndex(other => other.personId === personId) !== i)
  if (twice)
    throw new Refusal(422, 'twice', `“${twice.answer.name}” and another are given to the same student.`)
  if (chosen.length === 0) throw new Refusal(422, 'nothing-chosen', 'Everything is left out.')
  return chosen
}

interface ToStore {
  readonly exercise: Exercise
  readonly revisionId: string
  readonly personId: string
  readonly brought: BroughtIn
  readonly by: string
  readonly now: Date
  readonly sheets: readonly Sheet[]
  /** Who teaches here, by name: what they decided and said elsewhere is theirs; what others did, of who brings it in. */
  readonly staff: ReadonlyMap<string, string>
}

async function store(
  db: Db,
  { exercise, revisionId, personId, brought, by, now, sheets, staff }: ToStore,
): Promise<void> {
  const { answer, result } = brought
  const last = await latestHandIn(db, exercise.id, personId)
  const handInId = await bringInHandIn(db, {
    exerciseId: exercise.id,
    personId,
    attempt: (last?.attempt ?? 0) + 1,
    revisionId,
    answer: sheets.includes('dependencies') ? { seed: seedOf(exercise.id, personId), ...answer! } : answer!,
    handedInAt: result?.handedInAt ?? now.toISOString(),
    lateBySeconds: result?.lateBySeconds ?? 0,
    isAutomatic: result?.isAutomatic ?? false,
    by,
  })
  if (!result) return
  const idOf = (name: string): string => staff.get(name) ?? by
  if (result.pins.length > 0) await insertPinning(db, { handInId, base: 0, pins: result.pins, by })
  for (const { rule, sheet, decided } of result.cells)
    if (decided) await insertBroughtDecision(db, { handInId, rule, sheet, ...decided, by: idOf(decided.by) })
  for (const { criterion, points, reason, by: who, at } of result.given)
    await saveGiven(db, {
      handInId,
      criterion,
      thousandths: Math.round(points * 1000),
      reason,
      base: 0,
      by: idOf(who),
      at,
    })
  for (const comment of result.comments)
    await insertBroughtComment(db, { handInId, ...comment, by: idOf(comment.by) })
}
