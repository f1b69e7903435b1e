import type { Sheet } from '@nomenklatura/core/findings'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import { startWorker } from '../../server/jobs/work'
import { closeDatabase, database, type Db } from '../../server/repositories/database'
import { insertPerson, insertMembership } from '../../server/repositories/people'
import { release } from '../../server/services/releases'
import { comment } from '../../server/services/decisions'
import { beginCourse, insertDocument, publish, saveSchedule } from '../../server/services/exercises'
import { handIn } from '../../server/services/handing-in'
import { progress } from '../../server/services/marking'
import { hashPassword } from '../../server/services/passwords'
import { begin, saveSheet } from '../../server/services/worksheets'
import { migrate } from '../migrations'
import drawers from './exercises/a-drawer-for-every-packet.json'
import exchange from './exercises/exchange-with-partner-gardens.json'
import ledger from './exercises/the-intake-ledger.json'
import keepers from './exercises/keepers-and-bays.json'
import { ASSISTANT, INSTRUCTOR, STUDENTS } from './people'
import { setOut } from './draw'
import {
  DRAWER_HAND_INS,
  EXCHANGE_HAND_INS,
  KEEPER_HAND_INS,
  EXCHANGE_WORKSHEETS,
  LEDGER_HAND_INS,
  type PlannedHandIn,
} from './plan'
import { COLLECTED, COLLECTED_HAND_INS, TRIALS, TRIAL_DRAWN } from './with-diagrams'
import { refuseOthers, startOver } from './start-over'

/**
 * Loads the demo through the services, so that it is what people would have made. Dates are counted from the
 * day it is loaded: the first exercise was due two days ago at 18:00 of the course and is marked but not
 * released, the second was due ten days ago and is released, the fourth five days ago and released as well,
 * the fifth is due in four days. Does nothing when the demo is there already.
 */
const PASSWORD = 'vault-demo-pass'
const DAY_MS = 86_400_000

/** 17:00 UTC (18:00 in the course's winter), `days` from today. */
function evening(days: number, today: Date): Date {
  const at = new Date(today.getTime() + days * DAY_MS)
  at.setUTCHours(17, 0, 0, 0)
  return at
}

async function load(db: Db, today: Date): Promise<void> {
  const ada = await insertPerson(db, {
    ...INSTRUCTOR,
    passwordHash: await hashPassword(PASSWORD),
    mayBeginCourses: true,
  })
  const courseId = await beginCourse(db, 'Relational Design, autumn term', ada.id)
  const passwordHash = await hashPassword(PASSWORD)
  const bo = await insertPerson(db, { ...ASSISTANT, passwordHash })
  await insertMembership(db, courseId, bo.id, 'assistant')
  const students = new Map<string, string>()
  for (const student of STUDENTS) {
    const { id } = await insertPerson(db, { ...student, passwordHash })
    await insertMembership(db, courseId, id, 'student')
    students.set(student.name, id)
  }
  const intake = await setExercise(
    db,
    courseId,
    ada.id,
    ledger,
    { published: -16, due: -2, lateDays: 4, lateLoss: 10 },
    today,
  )
  const first = await setExercise(
    db,
    courseId,
    ada.id,
    COLLECTED,
    { published: -21, due: -10, lateDays: 3, lateLoss: 10 },
    today,
  )
  const packets = await setExercise(
    db,
    courseId,
    ada.id,
    drawers,
    { published: -12, due: -4, lateDays: 2, lateLoss: 10 },
    today,
  )
  const trial = await setExercise(
    db,
    courseId,
    ada.id,
    TRIALS,
    { published: -14, due: -5, lateDays: 2, lateLoss: 10 },
    today,
  )
  const sixth = await setExercise(
    db,
    courseId,
    ada.id,
    keepers,
    { published: -11, due: -3, lateDays: 0, lateLoss: 0 },
    today,
  )
  const second = await setExercise(
    db,
    courseId,
    ada.id,
    exchange,
    { published: -6, due: 4, lateDays: 0, lateLoss: 0 },
    today,
  )
  await handInAll(db, intake, LEDGER_HAND_INS, students, evening(-2, today))
  await handInAll(db, first, COLLECTED_HAND_INS, students, evening(-10, today))
  await handInAll(db, packets, DRAWER_HAND_INS, students, evening(-4, today))
  await handInAll(db, trial, TRIAL_DRAWN, students, evening(-5, today))
  await handInAll(db, sixth, KEEPER_HAND_INS, students, evening(-3, today))
  await handInAll(db, second, EXCHANGE_HAND_INS, students, new Date(today.getTime() - DAY_MS / 2))
  for (const { student, script } of EXCHANGE_WORKSHEETS) {
    const at = new Date(today.getTime() - 3_600_000)
    await begin(db, second, students.get(student)!, 'student', at)
    await saveSheet(
      db,
      second,
      students.get(student)!,
      'student',
      { sheet: 'script', content: script, base: 0 },
      at,
    )
  }
  await markAll(db, [intake, first, packets, trial, sixth, second])
  await commentFirst(db, first, ada.id, students)
  await release(db, first, ada.id)
  await release(db, packets, ada.id)
  await release(db, trial, ada.id)
  await release(db, sixth, ada.id)
}

async function setExercise(
  db: Db,
  courseId: string,
  by: string,
  document: unknown,
  {
    published,
    due,
    lateDays,
    lateLoss,
  }: { published: number; due: number; lateDays: number; lateLoss: number },
  today: Date,
): Promise<string> {
  const id = await insertDocument(db, courseId, by, await withLayout(ExerciseDocument.parse(document)))
  await saveSchedule(db, id, courseId, by, {
    opensAt: null,
    dueAt: evening(due, today).toISOString(),
    attempts: 2,
    lateDays,
    lateLoss,
    collectsAtDue: true,
    saysWorkIsRead: true,
    toldModel: null,
    isAnonymous: false,
    counted: 'last',
  })
  await publish(db, id, by, evening(published, today))
  return id
}

/** Model diagrams are set out as anybody would have them. */
async function withLayout(document: ExerciseDocument): Promise<ExerciseDocument> {
  const models = await Promise.all(
    document.models.map(async model =>
      model.diagram ? { ...model, diagram: await setOut(model.diagram) } : model,
    ),
  )
  return { ...document, models }
}

async function handInAll(
  db: Db,
  exerciseId: string,
  plans: readonly PlannedHandIn[],
  students: ReadonlyMap<string, string>,
  until: Date,
): Promise<void> {
  for (const [i, { student, script, claims, dictionary, diagram, lateHours }] of plans.entries()) {
    const personId = students.get(student)!
    const at = new Date(until.getTime() + (lateHours ? lateHours * 3_600_000 : -(i * 97 + 13) * 60_000))
    await begin(db, exerciseId, personId, 'student', new Date(at.getTime() - 7_200_000))
    const sheets: [Sheet, string][] = [
      ...(claims ? [['dependencies', JSON.stringify(claims)] as [Sheet, string]] : []),
      ...(dictionary ? [['dictionary', JSON.stringify(dictionary)] as [Sheet, string]] : []),
      ...(diagram ? [['diagram', JSON.stringify(await setOut(diagram))] as [Sheet, string]] : []),
      ...(script === '' ? [] : [['script', script] as [Sheet, string]]),
    ]
    const bases: Partial<Record<Sheet, number>> = {}
    for (const [sheet, content] of sheets)
      bases[sheet] = (
        await saveSheet(
          db,
          exerciseId,
          personId,
          'student',
          { sheet, content, base: 0 },
          new Date(at.getTime() - 60_000),
        )
      ).number
    await handIn(db, exerciseId, personId, bases, at)
  }
}

/** Runs a worker until every hand-in is marked: by the same jobs as any other. */
async function markAll(db: Db, exercises: readonly string[]): Promise<void> {
  const worker = startWorker({ sweepMs: 500 })
  for (let waited = 0; ; waited += 200) {
    const states = await Promise.all(exercises.map(id => progress(db, id)))
    if (states.every(({ marked, of }) => marked === of)) break
    if (waited > 120_000) throw new Error('The hand-ins of the demo were not marked within two minutes.')
    await new Promise(resolve => setTimeout(resolve, 200))
  }
  await worker.stop()
}

async function commentFirst(
  db: Db,
  exerciseId: string,
  by: string,
  students: ReadonlyMap<string, string>,
): Promise<void> {
  const row = await db('hand_ins')
    .where({ exercise_id: exerciseId, person_id: students.get('Ilse Nygaard')! })
    .first('id')
  await comment(
    db,
    row!.id,
    'A number of its own is fine, but then say UNIQUE (trip, member_code) as well: the number tells rows apart, not crews.',
    'r1',
    by,
  )
}

async function main(): Promise<void> {
  const db = database()
  try {
    await refuseOthers(db)
    if (process.argv.includes('--fresh')) await startOver(db)
    await migrate(db)
    const isThere = await db('people').where({ email: INSTRUCTOR.email }).first('id')
    if (!isThere) await load(db, new Date())
  } finally {
    await closeDatabase()
  }
  console.log(`  ${INSTRUCTOR.name}, instructor     ${INSTRUCTOR.email}`)
  console.log(`  ${ASSISTANT.name}, assistant   ${ASSISTANT.email}`)
  console.log(`  Ilse Nygaard, student        ilse.nygaard@skarholm.example      (and 27 more)`)
  console.log(`  One click on the first page signs in; the password of all is ${PASSWORD}`)
}

try {
  await main()
} catch (error) {
  console.error((error as Error).message)
  process.exitCode = 2
}
