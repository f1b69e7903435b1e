import createKnex from 'knex'
import { freePort, startCluster } from '../bin/support/cluster.mjs'
import { mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { makeCourse, median } from './courses'

/**
 * The lists of a course with 500 students and 6 exercises, alone, with 31,000 hand-ins elsewhere and, if a
 * number is given, among so many courses of 50 students and 4 exercises; and what a worker and a probe look
 * for in all of them: node bin/support/run.mjs bench/lists.ts [COURSES]. Medians of twenty, on the server
 * (services, without HTTP).
 */
const courses = Number(process.argv[2] ?? 0)
const folder = mkdtempSync('/var/tmp/nomenklatura-bench-')
const cluster = await startCluster(join(folder, 'cluster'), 'lists', { port: await freePort() })
process.env.DATABASE_URL = cluster.url
const { closeDatabase, database } = await import('../server/repositories/database')
const { migrate } = await import('../db/migrations')
const { showCourse } = await import('../server/services/exercises')
const { showDesk } = await import('../server/services/desk')
const { showLedger } = await import('../server/services/ledger')
const { showAllMistakes, showMistakes } = await import('../server/services/mistakes')
const { resultsOf } = await import('../server/services/results')
const { showCourseMarks } = await import('../server/services/course-marks')
const { listCourses } = await import('../server/repositories/courses')
const { oldestUnmarked } = await import('../server/repositories/markings')
const { listDue } = await import('../server/repositories/exercises')
const { unmarked } = await import('../server/services/marking')

const db = createKnex({ client: 'pg', connection: cluster.url })
await migrate(database())

const own = await makeCourse(db, 500, 6)
async function report(what: string): Promise<void> {
  await db.raw('VACUUM ANALYZE')
  const page = await median(() => showCourse(database(), own.courseId, own.personId, 'instructor'))
  const desk = await median(() => showDesk(database(), own.exerciseId, 'instructor'))
  const ledger = await median(() => showLedger(database(), own.exerciseId))
  const mistakes = await median(() => showAllMistakes(database(), own.exerciseId))
  const ofRule = await median(() => showMistakes(database(), own.exerciseId, 'r1'))
  const marks = await median(() => showCourseMarks(database(), own.courseId, 'instructor'))
  const results = await median(() => resultsOf(database(), own.exerciseId))
  console.log(
    `${what}: course ${page.toFixed(1)} ms, desk ${desk.toFixed(1)} ms, ledger ${ledger.toFixed(1)} ms, same mistakes ${mistakes.toFixed(1)} ms, those of a rule ${ofRule.toFixed(1)} ms, marks of the course ${marks.toFixed(1)} ms, results to take out ${results.toFixed(1)} ms`,
  )
  const home = await median(() => listCourses(database(), own.personId))
  const missing = await median(() => unmarked(database()))
  const recent = await median(() => unmarked(database(), { since: new Date(Date.now() - 3_600_000) }))
  const oldest = await median(() => oldestUnmarked(database()))
  const due = await median(() => listDue(database(), new Date()))
  console.log(
    `  own courses ${home.toFixed(1)} ms; a worker's look for what is unmarked ${missing.toFixed(1)} ms, for what came lately ${recent.toFixed(1)} ms, for what is due ${due.toFixed(1)} ms; a probe's for the oldest unmarked ${oldest.toFixed(1)} ms`,
  )
}
await report('500 students, 6 exercises, alone')
for (let i = 0; i < 31; i++) await makeCourse(db, 250, 4)
await report('with 31,000 hand-ins elsewhere')
for (let i = 0; i < courses; i++) await makeCourse(db, 50, 4)
if (courses > 0) {
  await report(`among ${courses} more courses with ${courses * 200} hand-ins`)
  const { rows } = await db.raw('SELECT pg_size_pretty(pg_database_size(current_database())) AS size')
  console.log(`  the database takes ${rows[0].size}, without answers and evidence`)
}

await db.destroy()
await closeDatabase()
cluster.stop()
cluster.remove()
rmSync(folder, { recursive: true, force: true })
