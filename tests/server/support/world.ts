import { readFileSync } from 'node:fs'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import type { Db } from '../../../server/repositories/database'
import { insertMembership, insertPerson } from '../../../server/repositories/people'
import { findExercise, findPrepared, latestRevision } from '../../../server/repositories/exercises'
import {
  beginCourse,
  insertDocument,
  publish,
  saveDocument,
  saveSchedule,
} from '../../../server/services/exercises'
import { handIn } from '../../../server/services/handing-in'
import { markHandIn, unmarked } from '../../../server/services/marking'
import { hashPassword } from '../../../server/services/passwords'
import { take } from '../../../server/services/prepared'
import { saveSheet } from '../../../server/services/worksheets'

export const PASSWORD = 'a long enough password'
export const DAY_MS = 86_400_000

export const PAIR: ExerciseDocument = ExerciseDocument.parse(
  JSON.parse(readFileSync('db/demo/exercises/who-collected-what.json', 'utf8')),
)

export const RIGHT = `CREATE TABLE participation (
  trip_no integer NOT NULL REFERENCES trip, collector_code char(3) NOT NULL REFERENCES collector, role varchar(30) NOT NULL,
  PRIMARY KEY (trip_no, collector_code));`
export const WRONG = RIGHT.replace(
  'PRIMARY KEY (trip_no, collector_code)',
  'PRIMARY KEY (trip_no, collector_code, role)',
)

/** Made once: a password is made to take long. */
let hashed: Promise<string> | undefined

export interface ClassRoom {
  readonly courseId: string
  readonly exerciseId: string
  readonly people: Readonly<Record<'instructor' | 'assistant' | 'student' | 'classmate' | 'stranger', string>>
}

export const emailOf = (who: keyof ClassRoom['people']): string => `${who}@skarholm.example`

/**
 * A course with one of each role, a stranger who teaches elsewhere, and the published exercise of trips and
 * collectors.
 */
export async function makeClassRoom(db: Db, { dueInDays = 5 } = {}): Promise<ClassRoom> {
  const passwordHash = await (hashed ??= hashPassword(PASSWORD))
  const make = async (who: keyof ClassRoom['people']): Promise<string> =>
    (
      await insertPerson(db, {
        name: `The ${who}`,
        email: emailOf(who),
        passwordHash,
        mayBeginCourses: who === 'instructor' || who === 'stranger',
      })
    ).id
  const people = {
    instructor: await make('instructor'),
    assistant: await make('assistant'),
    student: await make('student'),
    classmate: await make('classmate'),
    stranger: await make('stranger'),
  }
  const courseId = await beginCourse(db, 'Relational Design', people.instructor)
  await beginCourse(db, 'Another course', people.stranger)
  await insertMembership(db, courseId, people.assistant, 'assistant')
  await insertMembership(db, courseId, people.student, 'student')
  await insertMembership(db, courseId, people.classmate, 'student')
  const exerciseId = await insertDocument(db, courseId, people.instructor, PAIR)
  await saveSchedule(db, exerciseId, courseId, people.instructor, {
    opensAt: null,
    dueAt: new Date(Date.now() + dueInDays * DAY_MS).toISOString(),
    attempts: 2,
    lateDays: 1,
    lateLoss: 10,
    collectsAtDue: true,
    saysWorkIsRead: true,
    toldModel: null,
    isAnonymous: false,
    counted: 'last',
  })
  await publish(db, exerciseId, people.instructor)
  return { courseId, exerciseId, people }
}

/** Changes the exercise, and takes the change at once where it is prepared only. */
export async function changeTo(
  db: Db,
  { exerciseId, people: { instructor } }: ClassRoom,
  document: ExerciseDocument,
): Promise<void> {
  const { number } = (await findPrepared(db, exerciseId)) ?? (await latestRevision(db, exerciseId))
  const { revision, isPrepared } = await saveDocument(db, exerciseId, instructor, document, number)
  if (isPrepared) await take(db, (await findExercise(db, exerciseId))!, revision, instructor)
}

/** Saves, hands in and marks a script; answers the hand-in's id. */
export async function handInMarked(
  db: Db,
  exerciseId: string,
  personId: string,
  script: string,
  now = new Date(),
): Promise<string> {
  const rows = await db('worksheet_revisions as r')
    .join('worksheets as w', 'w.id', 'r.worksheet_id')
    .where({ 'w.exercise_id': exerciseId, 'w.person_id': personId })
    .max('r.number as number')
    .first()
  const { number } = await saveSheet(
    db,
    exerciseId,
    personId,
    'student',
    { sheet: 'script', content: script, base: rows?.number ?? 0 },
    now,
  )
  const { id } = await handIn(db, exerciseId, personId, { script: number }, now)
  for (const job of await unmarked(db, { exerciseId })) await markHandIn(db, job.handInId, job.revisionId)
  return id
}

/** One more exercise of the course, published and due tomorrow. */
export async function setOpenExercise(
  db: Db,
  { courseId, people }: ClassRoom,
  document: ExerciseDocument,
): Promise<string> {
  const id = await insertDocument(db, courseId, people.instructor, document)
  await saveSchedule(db, id, courseId, people.instructor, {
    opensAt: null,
    dueAt: new Date(Date.now() + DAY_MS).toISOString(),
    attempts: 2,
    lateDays: 0,
    lateLoss: 0,
    collectsAtDue: true,
    saysWorkIsRead: true,
    toldModel: null,
    isAnonymous: false,
    counted: 'last',
  })
  await publish(db, id, people.instructor)
  return id
}

/**
 * Takes everything away, for a test that begins anew. What the test before left under way in the background may
 * hold rows just then: of two that wait for each other the database ends one, and we try again.
 */
export async function emptyAll(db: Db): Promise<void> {
  for (let tries = 1; ; tries++)
    try {
      await db.raw('TRUNCATE people, courses, exercises CASCADE')
      return
    } catch (error) {
      if ((error as { code?: string }).code !== '40P01' || tries === 5) throw error
    }
}
