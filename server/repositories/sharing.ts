import { rowsOf, type Db } from './database'

/** Somebody who marks. */
export interface Grader {
  readonly id: string
  readonly name: string
}

/** Who is to mark whose hand-ins of an exercise: the grader by student; empty where nothing is shared out. */
export async function listShares(db: Db, exerciseId: string): Promise<Map<string, Grader>> {
  const rows = (await db('grading_shares as s')
    .join('people as p', 'p.id', 's.grader_id')
    .where('s.exercise_id', exerciseId)
    .select('s.person_id', 'p.id', 'p.name')) as { person_id: string; id: string; name: string }[]
  return new Map(rows.map(({ person_id, id, name }) => [person_id, { id, name }]))
}

/** Puts what is shared out in the place of what was: the grader by student. */
export async function replaceShares(
  db: Db,
  exerciseId: string,
  shares: ReadonlyMap<string, string>,
): Promise<void> {
  await db.transaction(async trx => {
    await trx('grading_shares').where({ exercise_id: exerciseId }).delete()
    const rows = [...shares].map(([person_id, grader_id]) => ({
      exercise_id: exerciseId,
      person_id,
      grader_id,
    }))
    await trx.batchInsert('grading_shares', rows, 500)
  })
}

/** Who has which hand-ins of an exercise in hand, by hand-in, of those who gave a sign since a moment. */
export async function listTakings(db: Db, exerciseId: string, since: Date): Promise<Map<string, Grader>> {
  const rows = (await db('takings as t')
    .join('hand_ins as h', 'h.id', 't.hand_in_id')
    .join('people as p', 'p.id', 't.taken_by')
    .where('h.exercise_id', exerciseId)
    .where('t.seen_at', '>', since)
    .select('t.hand_in_id', 'p.id', 'p.name')) as { hand_in_id: string; id: string; name: string }[]
  return new Map(rows.map(({ hand_in_id, id, name }) => [hand_in_id, { id, name }]))
}

/**
 * Takes a hand-in in hand where nobody else has it since a moment, or over whoever has it. Answers who has it
 * then. One statement: of two who open it at once, one has it.
 */
export async function takeInHand(
  db: Db,
  taking: { handInId: string; by: string; at: Date; since: Date; over: boolean },
): Promise<Grader> {
  await rowsOf(
    db,
    `INSERT INTO takings (hand_in_id, taken_by, seen_at) VALUES (:handInId, :by, :at)
      ON CONFLICT (hand_in_id) DO UPDATE SET taken_by = excluded.taken_by, seen_at = excluded.seen_at
      WHERE :over OR takings.taken_by = excluded.taken_by OR takings.seen_at <= :since`,
    taking,
  )
  const row = (await db('takings as t')
    .join('people as p', 'p.id', 't.taken_by')
    .where('t.hand_in_id', taking.handInId)
    .first('p.id', 'p.name')) as Grader | undefined
  return row ?? { id: taking.by, name: '' }
}

/** Lets all go that somebody has in hand of an exercise, but for one hand-in. */
export async function letGo(db: Db, exerciseId: string, by: string, except: string | null): Promise<void> {
  await rowsOf(
    db,
    `DELETE FROM takings t USING hand_ins h WHERE h.id = t.hand_in_id AND h.exercise_id = :exerciseId
      AND t.taken_by = :by AND (CAST(:except AS uuid) IS NULL OR t.hand_in_id <> :except) RETURNING t.hand_in_id`,
    { exerciseId, by, except },
  )
}
