import type { Sheet } from '@nomenklatura/core/findings'
import type { AnswerDocument } from '@nomenklatura/core/exercise'
import type { SheetVersion } from '#shared/answers'
import { rowsOf, type Db } from './database'

/** So many are told, the last ones first. */
const MOST_TOLD = 400

/** Whose sheet it is, of which exercise. */
export interface SheetOf {
  readonly exerciseId: string
  readonly personId: string
  readonly sheet: Sheet
}

interface VersionRow {
  key: string
  is: SheetVersion['is']
  at: Date
  hand_in: string | null
  number: number | null
  has_feedback: boolean
}

/**
 * What a sheet was: saved (of each minute the last), set aside when two windows differed, handed in. The last
 * first.
 */
export async function listVersions(
  db: Db,
  { exerciseId, personId, sheet }: SheetOf,
): Promise<SheetVersion[]> {
  const rows = await rowsOf<VersionRow>(
    db,
    `
    WITH mine AS (SELECT id FROM worksheets WHERE exercise_id = :exercise AND person_id = :person),
    saved AS (
      SELECT DISTINCT ON (date_trunc('minute', r.saved_at)) r.number, r.saved_at
      FROM worksheet_revisions r JOIN mine ON mine.id = r.worksheet_id WHERE r.sheet = :sheet
      ORDER BY date_trunc('minute', r.saved_at) DESC, r.number DESC
    )
    SELECT 'saved-' || number AS key, 'saved' AS "is", saved_at AS at, NULL::uuid AS hand_in, NULL::int AS number, false AS has_feedback FROM saved
    UNION ALL
    SELECT 'aside-' || s.id, 'set aside', s.refused_at, NULL, NULL, false
    FROM stale_saves s JOIN mine ON mine.id = s.worksheet_id WHERE s.sheet = :sheet
    UNION ALL
    SELECT 'handed-' || h.id, 'handed in', h.handed_in_at, h.id, h.number,
      EXISTS (SELECT FROM releases l WHERE l.hand_in_id = h.id AND l.taken_back_at IS NULL)
    FROM hand_ins h WHERE h.exercise_id = :exercise AND h.person_id = :person
    ORDER BY at DESC, "is" LIMIT ${MOST_TOLD}`,
    { exercise: exerciseId, person: personId, sheet },
  )
  return rows.map(({ key, is, at, hand_in: id, number, has_feedback: hasFeedback }) => ({
    key,
    is,
    at: at.toISOString(),
    handIn: id === null || number === null ? null : { id, number, hasFeedback },
  }))
}

/** The content of a saved version, by its number. */
export async function findSaved(
  db: Db,
  { exerciseId, personId, sheet }: SheetOf,
  number: number,
): Promise<string | undefined> {
  const row = await db('worksheet_revisions as r')
    .join('worksheets as w', 'w.id', 'r.worksheet_id')
    .where({ 'w.exercise_id': exerciseId, 'w.person_id': personId, 'r.sheet': sheet, 'r.number': number })
    .first<{ content: string } | undefined>('r.content')
  return row?.content
}

/** The content of one that was set aside. */
export async function findSetAside(
  db: Db,
  { exerciseId, personId, sheet }: SheetOf,
  id: string,
): Promise<string | undefined> {
  const row = await db('stale_saves as s')
    .join('worksheets as w', 'w.id', 's.worksheet_id')
    .where({ 'w.exercise_id': exerciseId, 'w.person_id': personId, 's.sheet': sheet, 's.id': id })
    .first<{ content: string } | undefined>('s.content')
  return row?.content
}

/** What was handed in, if it is this person's. */
export async function findHandedIn(
  db: Db,
  { exerciseId, personId }: SheetOf,
  id: string,
): Promise<AnswerDocument | undefined> {
  const row = await db('hand_ins').where({ id, exercise_id: exerciseId, person_id: personId }).first('answer')
  return row?.answer
}
