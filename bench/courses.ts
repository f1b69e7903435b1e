import type { Knex } from 'knex'
import { ENGINE_VERSION } from '../packages/core/src/marking'
import { emptyExercise } from '../packages/core/src/exercise'

/** Courses as large as wanted, written straight into the tables: what lists read. */
const RULES = 24

const document = {
  ...emptyExercise('Lists'),
  rules: Array.from({ length: RULES }, (_, i) => ({
    id: `r${i + 1}`,
    group: 'g',
    sentence: `Rule ${i + 1} says something of an accession.`,
    points: 1,
    rule: { kind: 'identifies', entity: 'accession', by: ['no'] },
  })),
  models: [{ name: 'Model', script: 'CREATE TABLE accession (no integer PRIMARY KEY);' }],
}
/** Every sixth rule is missed, with the reasons and rows that a real marking has. */
const cells = document.rules.map(({ id }, i) => ({
  rule: id,
  sheet: 'script',
  verdict: i % 6 === 0 ? 'broken' : 'upheld',
  follows: null,
  confidence: 'sure',
  doubt: null,
  tables: ['accession'],
  because: [{ code: 'no-key-of', params: { table: 'accession' }, place: { start: 10, end: 60 } }],
  witness: {
    outcome: 'accepted',
    by: null,
    tables: Array.from({ length: 3 }, (_, t) => ({
      table: `table ${t}`,
      columns: ['no', 'garden', 'noted_on', 'remark', 'price'],
      rows: Array.from({ length: 3 }, () => ({
        cells: ['17', 'SKV', '2026-04-01', null, '12.50'],
        bad: false,
      })),
    })),
  },
}))
const verdicts = { version: 2, cells, pairing: [], surplus: [], findings: [], engineVersion: ENGINE_VERSION }
const missed = cells
  .filter(({ verdict }) => verdict !== 'upheld')
  .map(({ rule, sheet, verdict, because }) => [rule, sheet, verdict, because.map(({ code }) => code)])
const summary = { cells: cells.map(({ rule, sheet, verdict }) => [rule, sheet, verdict]), weakPairs: 0 }

export interface MadeCourse {
  readonly courseId: string
  readonly personId: string
  readonly exerciseId: string
}

/** One course: every student has begun and handed in each exercise, everything is marked; evidence only of the last. */
export async function makeCourse(db: Knex, students: number, exercises: number): Promise<MadeCourse> {
  const [person] = await db('people')
    .insert({ name: 'An instructor', email: `instructor.${Math.random()}@x.example`, password_hash: 'x' })
    .returning('id')
  const [course] = await db('courses').insert({ name: 'Lists' }).returning('id')
  const courseId = course!.id
  await db('memberships').insert({ course_id: courseId, person_id: person!.id, role: 'instructor' })
  await db.raw(
    `WITH p AS (INSERT INTO people (name, email, password_hash) SELECT 'Student ' || i, 's' || i || ?::text || '@x.example', 'x' FROM generate_series(1, ?::int) i RETURNING id)
    INSERT INTO memberships SELECT ?::uuid, id, 'student' FROM p`,
    [courseId, students, courseId],
  )
  const yesterday = new Date(Date.now() - 86_400_000)
  let exerciseId = ''
  for (let i = 1; i <= exercises; i++) {
    const [exercise] = await db('exercises')
      .insert({ course_id: courseId, position: i, state: 'published', published_at: new Date() })
      .returning('id')
    exerciseId = exercise!.id
    const [revision] = await db('exercise_revisions')
      .insert({
        exercise_id: exerciseId,
        number: 1,
        document: JSON.stringify(document),
        saved_by: person!.id,
        saved_at: yesterday,
      })
      .returning('id')
    await db.raw(
      "INSERT INTO worksheets (exercise_id, person_id) SELECT ?::uuid, person_id FROM memberships WHERE course_id = ? AND role = 'student'",
      [exerciseId, courseId],
    )
    await db.raw(
      `INSERT INTO hand_ins (exercise_id, person_id, attempt, exercise_revision_id, answer, handed_in_at)
      SELECT ?::uuid, person_id, 1, ?::uuid, '{"script": "x"}', ? FROM memberships WHERE course_id = ? AND role = 'student'`,
      [exerciseId, revision!.id, yesterday, courseId],
    )
    await db.raw(
      `INSERT INTO markings (hand_in_id, exercise_revision_id, engine_version, verdicts, summary, missed)
      SELECT id, ?::uuid, ?, ?::jsonb, ?::json, ?::json FROM hand_ins WHERE exercise_id = ?`,
      [
        revision!.id,
        ENGINE_VERSION,
        i === exercises ? JSON.stringify(verdicts) : '{}',
        JSON.stringify(summary),
        JSON.stringify(missed),
        exerciseId,
      ],
    )
  }
  return { courseId, personId: person!.id, exerciseId }
}

/** The median of twenty runs, in milliseconds, after three to warm up. */
export async function median(run: () => Promise<unknown>): Promise<number> {
  const samples: number[] = []
  for (let i = 0; i < 23; i++) {
    const begun = performance.now()
    await run()
    if (i > 2) samples.push(performance.now() - begun)
  }
  return samples.sort((a, b) => a - b)[samples.length >> 1]!
}
