import createKnex from 'knex'
import { freePort, startCluster } from '../bin/support/cluster.mjs'
import { mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'

/**
 * The lists of a course with 500 students and 6 exercises, alone and with 31,000 hand-ins elsewhere: node bin/support/run.mjs bench/lists.ts. Medians of twenty, on the server
 * (services, without HTTP).
 */
const folder = mkdtempSync('/var/tmp/nomenklatura-bench-')
const cluster = await startCluster(join(folder, 'cluster'), 'lists', { port: await freePort() })
process.env.DATABASE_URL = cluster.url
const { closeDatabase, database } = await import('../server/repositories/database')
const { migrate } = await import('../db/migrations')
const { emptyExercise } = await import('../packages/core/src/formats')
const { showCourse } = await import('../server/services/exercises')
const { showDesk, showLedger } = await import('../server/services/desk')

const db = createKnex({ client: 'pg', connection: cluster.url })
await migrate(database())

const document = {
  ...emptyExercise('Lists'), rules: Array.from({ length: 24 }, (_, i) => ({ id: `r${i + 1}`, group: 'g', sentence: `Rule ${i + 1} says something of an accession.`, points: 1, rule: { kind: 'identifies', entity: 'accession', by: ['no'] } })),
  models: [{ name: 'Model', script: 'CREATE TABLE accession (no integer PRIMARY KEY);' }],
}
const summary = { cells: document.rules.map(({ id }) => [id, 'script', 'upheld']), weakPairs: 0 }

async function course(students: number, exercises: number): Promise<{ courseId: string, personId: string, exerciseId: string }> {
  const [person] = await db('people').insert({ name: 'An instructor', email: `instructor.${Math.random()}@x.example`, password_hash: 'x' }).returning('id')
  const [{ id: courseId }] = await db('courses').insert({ name: 'Lists' }).returning('id')
  await db('memberships').insert({ course_id: courseId, person_id: person.id, role: 'instructor' })
  await db.raw('WITH p AS (INSERT INTO people (name, email, password_hash) SELECT \'Student \' || i, \'s\' || i || ?::text || \'@x.example\', \'x\' FROM generate_series(1, ?::int) i RETURNING id) INSERT INTO memberships SELECT ?::uuid, id, \'student\' FROM p', [courseId, students, courseId])
  let exerciseId = ''
  for (let i = 1; i <= exercises; i++) {
    const [exercise] = await db('exercises').insert({ course_id: courseId, position: i, state: 'published', published_at: new Date() }).returning('id')
    exerciseId = exercise.id
    const [revision] = await db('exercise_revisions').insert({ exercise_id: exerciseId, number: 1, document: JSON.stringify(document), saved_by: person.id }).returning('id')
    await db.raw('INSERT INTO worksheets (exercise_id, person_id) SELECT ?::uuid, person_id FROM memberships WHERE course_id = ? AND role = \'student\'', [exerciseId, courseId])
    await db.raw('INSERT INTO hand_ins (exercise_id, person_id, attempt, exercise_revision_id, answer) SELECT ?::uuid, person_id, 1, ?::uuid, \'{"script": "x"}\' FROM memberships WHERE course_id = ? AND role = \'student\'', [exerciseId, revision.id, courseId])
    await db.raw('INSERT INTO markings (hand_in_id, exercise_revision_id, engine_version, verdicts, summary) SELECT id, ?::uuid, \'7\', \'{}\', ?::json FROM hand_ins WHERE exercise_id = ?', [revision.id, JSON.stringify(summary), exerciseId])
  }
  return { courseId, personId: person.id, exerciseId }
}

async function median(run: () => Promise<unknown>): Promise<number> {
  const samples: number[] = []
  for (let i = 0; i < 23; i++) {
    const begun = performance.now()
    await run()
    if (i > 2) samples.push(performance.now() - begun)
  }
  return samples.sort((a, b) => a - b)[samples.length >> 1]!
}

const own = await course(500, 6)
async function report(what: string): Promise<void> {
  await db.raw('ANALYZE')
  const page = await median(() => showCourse(database(), own.courseId, own.personId, 'instructor'))
  const desk = await median(() => showDesk(database(), own.exerciseId))
  const ledger = await median(() => showLedger(database(), own.exerciseId))
  console.log(`${what}: course ${page.toFixed(1)} ms, desk ${desk.toFixed(1)} ms, ledger ${ledger.toFixed(1)} ms`)
}
await report('500 students, 6 exercises, alone')
for (let i = 0; i < 31; i++) await course(250, 4)
await report('with 31,000 hand-ins elsewhere')

await db.destroy()
await closeDatabase()
cluster.stop()
cluster.remove()
rmSync(folder, { recursive: true, force: true })
