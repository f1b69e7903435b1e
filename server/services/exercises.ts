import type { RelationTask } from '@nomenklatura/core/claims'
import { emptyExercise, type ExerciseDocument } from '@nomenklatura/core/exercise'
import type { CourseAnswer, ExerciseLine, ExerciseSetting, Role, Schedule } from '#shared/answers'
import { compute } from '../pool/compute'
import { audit, countStudents, findCourse, insertCourse } from '../repositories/courses'
import type { Db } from '../repositories/database'
import {
  countBegun,
  countsByExercise,
  findExercise,
  findPrepared,
  insertExercise,
  insertRevision,
  latestRevision,
  latestRevisions,
  listAllowances,
  listExercises,
  lockExercise,
  replaceRevision,
  setAllowance,
  setCollected,
  takePrepared,
  updateSchedule,
  updateState,
  type Revision,
} from '../repositories/exercises'
import { listMine } from '../repositories/hand-ins'
import { findRole, insertMembership } from '../repositories/people'
import { prepare, somethingPrepared } from './prepared'
import { Refusal, notFound } from './problem'
import { myState, totalPoints } from './student-state'

export async function beginCourse(db: Db, name: string, personId: string): Promise<string> {
  return db.transaction(async trx => {
    const courseId = await insertCourse(trx, name)
    await insertMembership(trx, courseId, personId, 'instructor')
    await audit(trx, { courseId, personId, action: 'course.begin', subject: courseId })
    return courseId
  })
}

/**
 * A course with its exercises: all with counts for staff, the published ones with their own state for a
 * student.
 */
export async function showCourse(
  db: Db,
  courseId: string,
  personId: string,
  role: Role,
): Promise<CourseAnswer> {
  const course = await findCourse(db, courseId)
  if (!course) throw notFound()
  const [exercises, revisions, students] = await Promise.all([
    listExercises(db, courseId),
    latestRevisions(db, courseId),
    countStudents(db, courseId),
  ])
  const shown = role === 'student' ? exercises.filter(({ state }) => state === 'published') : exercises
  const counts = role === 'student' ? undefined : await countsByExercise(db, courseId)
  const mine = role === 'student' ? await listMine(db, courseId, personId) : undefined
  const lines = await Promise.all(
    shown.map(async (exercise): Promise<ExerciseLine> => {
      const { document } = revisions.get(exercise.id)!
      const line = {
        ...scheduleOf(exercise),
        id: exercise.id,
        title: document.title,
        state: exercise.state,
        helpLevel: document.helpLevel,
        points: totalPoints(document),
      }
      if (counts) return { ...line, counts: counts.get(exercise.id)! }
      return { ...line, mine: await myState(db, exercise, personId, { known: mine?.get(exercise.id) }) }
    }),
  )
  return { ...course, role, students: role === 'student' ? 0 : students, exercises: lines }
}

export function scheduleOf({
  opensAt,
  dueAt,
  attempts,
  lateDays,
  lateLoss,
  collectsAtDue,
  saysWorkIsRead,
  toldModel,
  isAnonymous,
  counted,
}: Schedule): Schedule {
  return {
    opensAt,
    dueAt,
    attempts,
    lateDays,
    lateLoss,
    collectsAtDue,
    saysWorkIsRead,
    toldModel,
    isAnonymous,
    counted,
  }
}

/** A new exercise: empty, with a model answer from a script and the rule sheet that follows from it, or a whole one. */
export async function newExercise(
  db: Db,
  courseId: string,
  personId: string,
  {
    title,
    script,
    relation,
    document: whole,
    schedule,
  }: {
    title: string
    script?: string | undefined
    relation?: RelationTask | undefined
    document?: ExerciseDocument | undefined
    schedule?: Schedule | undefined
  },
): Promise<string> {
  if (whole) return insertDocument(db, courseId, personId, { ...whole, title }, schedule)
  const empty = emptyExercise(title)
  if (relation) {
    const rules =
      relation.attributes.length > 0 ? await compute('proposeClaims', { relation }, { ms: PROPOSE_MS }) : []
    return insertDocument(db, courseId, personId, { ...empty, sheets: ['dependencies'], relation, rules })
  }
  const document =
    script === undefined || script.trim() === ''
      ? empty
      : await withProposal({ ...empty, models: [{ name: 'Model answer', script }] })
  return insertDocument(db, courseId, personId, document)
}

/** Puts a whole document into a course as a draft, with its dates where they are known. */
export async function insertDocument(
  db: Db,
  courseId: string,
  personId: string,
  document: ExerciseDocument,
  schedule?: Schedule,
): Promise<string> {
  return db.transaction(async trx => {
    await trx('courses').where({ id: courseId }).forUpdate().first('id')
    const id = await insertExercise(trx, courseId)
    await insertRevision(trx, id, 1, document, personId)
    if (schedule) await updateSchedule(trx, id, schedule)
    await audit(trx, { courseId, personId, action: 'exercise.new', subject: id })
    return id
  })
}

const PROPOSE_MS = 10_000

async function withProposal(document: ExerciseDocument): Promise<ExerciseDocument> {
  return { ...document, rules: await compute('proposeRules', { document }, { ms: PROPOSE_MS }) }
}

/** The exercise as whoever teaches sets or reads it. */
export async function showSetting(db: Db, exerciseId: string, role: Role): Promise<ExerciseSetting> {
  const exercise = await findExercise(db, exerciseId)
  if (!exercise) throw notFound()
  const [course, current, prepared, allowances, students, counts] = await Promise.all([
    findCourse(db, exercise.courseId),
    latestRevision(db, exerciseId),
    findPrepared(db, exerciseId),
    listAllowances(db, exerciseId),
    countStudents(db, exercise.courseId),
    countsByExercise(db, exercise.courseId),
  ])
  const { begun, handedIn } = counts.get(exerciseId)!
  const revision = prepared ?? current
  return {
    id: exerciseId,
    role,
    course: { ...course!, students },
    state: exercise.state,
    revision: revision.number,
    isPrepared: prepared !== undefined,
    document: revision.document,
    schedule: scheduleOf(exercise),
    begun,
    handIns: handedIn,
    allowances,
  }
}

/**
 * Saves the document: of a draft at once, of a published exercise beside what counts, until it is taken. A save
 * that was not made on the newest one is refused and changes nothing. Answers the new number.
 */
export async function saveDocument(
  db: Db,
  exerciseId: string,
  personId: string,
  document: ExerciseDocument,
  base: number,
): Promise<{ revision: number; isPrepared: boolean }> {
  return db.transaction(async trx => {
    await lockExercise(trx, exerciseId)
    const latest = (await findPrepared(trx, exerciseId)) ?? (await latestRevision(trx, exerciseId))
    refuseStale(latest, base)
    if ((await findExercise(trx, exerciseId))?.state === 'published')
      return prepare(trx, exerciseId, document, personId)
    if (!(await replaceRevision(trx, latest, document, personId)))
      await insertRevision(trx, exerciseId, base + 1, document, personId)
    return { revision: base + 1, isPrepared: false }
  })
}

function refuseStale({ number }: Revision, base: number): void {
  if (number !== base)
    throw new Refusal(
      409,
      'stale',
      'This exercise was also changed in another window. Both versions are kept: yours is on this page.',
      { revision: number },
    )
}

/** A change that was looked at already, who moves by it: it counts at once. Refused while another is prepared. */
export async function saveAtOnce(
  db: Db,
  exerciseId: string,
  personId: string,
  document: ExerciseDocument,
  base: number,
): Promise<void> {
  await db.transaction(async trx => {
    await lockExercise(trx, exerciseId)
    if (await findPrepared(trx, exerciseId)) throw somethingPrepared()
    refuseStale(await latestRevision(trx, exerciseId), base)
    await insertRevision(trx, exerciseId, base + 1, document, personId)
  })
}

export async function saveSchedule(
  db: Db,
  exerciseId: string,
  courseId: string,
  personId: string,
  schedule: Schedule,
): Promise<void> {
  await db.transaction(async trx => {
    await lockExercise(trx, exerciseId)
    await updateSchedule(trx, exerciseId, schedule)
    await audit(trx, {
      courseId,
      personId,
      action: 'exercise.schedule',
      subject: exerciseId,
      detail: schedule,
    })
  })
}

export async function publish(db: Db, exerciseId: string, personId: string, now = new Date()): Promise<void> {
  const { document, number } = await latestRevision(db, exerciseId)
  const missing = await compute('missing', { document }, { ms: PROPOSE_MS })
  await db.transaction(async trx => {
    await lockExercise(trx, exerciseId)
    const exercise = (await findExercise(trx, exerciseId))!
    if ((await latestRevision(trx, exerciseId)).number !== number)
      throw new Refusal(
        409,
        'stale',
        'This exercise was changed while it was being published. Look at it again, then publish.',
      )
    if (missing.length > 0)
      throw new Refusal(422, 'not-ready', 'Something is missing before it can be published.', missing)
    if (exercise.dueAt !== null && Date.parse(exercise.dueAt) <= now.getTime())
      throw new Refusal(422, 'due-passed', 'It would be due already: give it a later date.')
    await updateState(trx, exerciseId, 'published', now)
    await audit(trx, {
      courseId: exercise.courseId,
      personId,
      action: 'exercise.publish',
      subject: exerciseId,
    })
  })
}

/** Back to a draft, as long as no student has begun. */
export async function takeBack(
  db: Db,
  exerciseId: string,
  personId: string,
  now = new Date(),
): Promise<void> {
  await db.transaction(async trx => {
    await lockExercise(trx, exerciseId)
    const exercise = (await findExercise(trx, exerciseId))!
    const begun = await countBegun(trx, exercise)
    if (begun > 0)
      throw new Refusal(
        409,
        'begun',
        `${begun} ${begun === 1 ? 'student has' : 'students have'} begun: it can no longer be taken back.`,
      )
    await updateState(trx, exerciseId, 'draft', now)
    const prepared = await findPrepared(trx, exerciseId)
    if (prepared) await takePrepared(trx, prepared.id, personId)
    await audit(trx, {
      courseId: exercise.courseId,
      personId,
      action: 'exercise.take-back',
      subject: exerciseId,
    })
  })
}

/** Another date or number of attempts for one student; null for both takes it away. */
export async function allow(
  db: Db,
  exercise: { id: string; courseId: string },
  studentId: string,
  allowance: { dueAt: string | null; attempts: number | null },
  by: string,
): Promise<void> {
  if ((await findRole(db, exercise.courseId, studentId)) !== 'student') throw notFound()
  await db.transaction(async trx => {
    await lockExercise(trx, exercise.id)
    await setAllowance(trx, exercise.id, studentId, allowance)
    await setCollected(trx, exercise.id, null)
    await audit(trx, {
      courseId: exercise.courseId,
      personId: by,
      action: 'allowance.set',
      subject: exercise.id,
      detail: { studentId, ...allowance },
    })
  })
}
