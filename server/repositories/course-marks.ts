import { PLAIN_SCHEME, type CourseScheme } from '@nomenklatura/core/marking'
import { isAmong, rowsOf, toJsonb, type Db } from './database'
import type { Exercise } from './exercises'
import { fromStored, type ListedMarking } from './markings'

export interface KeptScheme {
  readonly scheme: CourseScheme
  /** Of the save: 0 where none was made. */
  readonly number: number
}

export async function findScheme(db: Db, courseId: string): Promise<KeptScheme> {
  const row = await db('courses').where({ id: courseId }).first('marks_scheme', 'marks_scheme_number')
  return { scheme: row?.marks_scheme ?? PLAIN_SCHEME, number: row?.marks_scheme_number ?? 0 }
}

/** Saves it on top of save `base`; false where another save is there. */
export async function saveScheme(
  db: Db,
  courseId: string,
  scheme: CourseScheme,
  base: number,
): Promise<boolean> {
  const changed = await db('courses')
    .where({ id: courseId, marks_scheme_number: base })
    .update({ marks_scheme: toJsonb(scheme), marks_scheme_number: base + 1 })
  return changed === 1
}

/** A student's hand-in of an exercise, with the marking that counts; null where it is not marked. */
export interface LastHandIn {
  readonly id: string
  readonly personId: string
  readonly lateBySeconds: number
  readonly markingId: string | null
}

/** Of each student the last, or all where the best counts. */
export async function listCandidates(
  db: Db,
  { id: exerciseId, counted }: Pick<Exercise, 'id' | 'counted'>,
  revisionId: string,
): Promise<LastHandIn[]> {
  const rows = await rowsOf<{
    id: string
    person_id: string
    late_by_seconds: number
    marking_id: string | null
  }>(
    db,
    `SELECT h.id, h.person_id, h.late_by_seconds, k.id AS marking_id
      FROM (SELECT ${counted === 'best' ? '' : 'DISTINCT ON (person_id)'} id, person_id, late_by_seconds
        FROM hand_ins WHERE exercise_id = :exercise ORDER BY person_id, attempt DESC) h
      LEFT JOIN LATERAL (SELECT id FROM markings WHERE hand_in_id = h.id AND exercise_revision_id = :revision
        ORDER BY pins_version DESC, marked_at DESC LIMIT 1) k ON true`,
    { exercise: exerciseId, revision: revisionId },
  )
  return rows.map(row => ({
    id: row.id,
    personId: row.person_id,
    lateBySeconds: row.late_by_seconds,
    markingId: row.marking_id,
  }))
}

/** What lists need of some markings, by marking. */
export async function listSummaries(
  db: Db,
  markingIds: readonly string[],
): Promise<Map<string, Pick<ListedMarking, 'cells' | 'weakPairs'>>> {
  const rows = await db('markings')
    .where(isAmong(db, 'id', markingIds))
    .select('id', 'summary')
  return new Map(rows.map(({ id, summary }) => [id, fromStored(summary)]))
}
