import type { Sheet } from '@nomenklatura/core/findings'
import { shorten, withoutBadSigns } from '@nomenklatura/core/language'
import type { LateSave, SheetContent } from '#shared/answers'
import { rowsOf, type Db } from './database'
import type { LateSaveRow, WorksheetRow } from './rows'

export interface SavedSheet {
  readonly content: string
  readonly number: number
  readonly savedAt: string
}

export async function findWorksheet(
  db: Db,
  exerciseId: string,
  personId: string,
): Promise<string | undefined> {
  const row = await db('worksheets').where({ exercise_id: exerciseId, person_id: personId }).first('id')
  return row?.id
}

/** The person's worksheet, begun now if there is none. */
export async function beginWorksheet(
  db: Db,
  exerciseId: string,
  personId: string,
  at: Date,
): Promise<string> {
  await db('worksheets')
    .insert({ exercise_id: exerciseId, person_id: personId, begun_at: at })
    .onConflict(['exercise_id', 'person_id'])
    .ignore()
  return (await findWorksheet(db, exerciseId, personId))!
}

/** What is taken for granted on a worksheet, as it was saved last. */
export async function findAssumptions(db: Db, worksheetId: string): Promise<SheetContent> {
  const row = await db('worksheets')
    .where({ id: worksheetId })
    .first('assumptions', 'assumptions_number', 'assumptions_at')
  return {
    content: row?.assumptions ?? '',
    number: row?.assumptions_number ?? 0,
    savedAt: row?.assumptions_at?.toISOString() ?? null,
  }
}

/** Saves it on top of save `base`, and tells its number; null where another save is there. */
export async function keepAssumptions(
  db: Db,
  worksheetId: string,
  { content, base, at }: { readonly content: string; readonly base: number; readonly at: Date },
): Promise<number | null> {
  const [kept] = await db('worksheets')
    .where({ id: worksheetId, assumptions_number: base })
    .update({ assumptions: content, assumptions_number: base + 1, assumptions_at: at })
    .returning('assumptions_number')
  return kept?.assumptions_number ?? null
}

export async function lockWorksheet(db: Db, id: string): Promise<void> {
  await db('worksheets').where({ id }).forUpdate().first('id')
}

/** What was last saved, or last saved by a moment; undefined before the first save. */
export async function latestSheet(
  db: Db,
  worksheetId: string,
  sheet: Sheet,
  by?: Date,
): Promise<SavedSheet | undefined> {
  const query = db('worksheet_revisions')
    .where({ worksheet_id: worksheetId, sheet })
    .orderBy('number', 'desc')
  const row = await (by ? query.where('saved_at', '<=', by) : query).first()
  return row && { content: row.content, number: row.number, savedAt: row.saved_at.toISOString() }
}

export async function insertSheet(
  db: Db,
  worksheetId: string,
  sheet: Sheet,
  saved: { number: number; content: string; at: Date },
): Promise<void> {
  await db.raw(
    `WITH saved AS (INSERT INTO worksheet_revisions (worksheet_id, sheet, number, content, saved_at)
        VALUES (:worksheet, :sheet, :number, :content, :at))
      UPDATE worksheets SET stored_bytes = stored_bytes + :bytes WHERE id = :worksheet`,
    { worksheet: worksheetId, sheet, ...saved, bytes: Buffer.byteLength(saved.content) },
  )
}

/** How many bytes are kept of all worksheets of a person. */
export async function storedBytes(db: Db, personId: string): Promise<number> {
  const row = await db('worksheets')
    .where({ person_id: personId })
    .sum<{ bytes: string | null }[]>('stored_bytes as bytes')
    .first()
  return Number(row?.bytes ?? 0)
}

/**
 * Keeps of the revisions saved between two moments the last of each minute; what was saved last stays in any
 * case. Of one worksheet, or of all. Answers how many went.
 */
export async function thinRevisions(
  db: Db,
  { from, until, worksheetId = null }: { from: Date; until: Date; worksheetId?: string | null },
): Promise<number> {
  const [freed] = await rowsOf<{ revisions: number }>(
    db,
    `
    WITH numbered AS (
      SELECT r.worksheet_id, r.sheet, r.number, row_number() OVER (PARTITION BY r.worksheet_id, r.sheet, date_trunc('minute', r.saved_at) ORDER BY r.number DESC) AS from_last
      FROM worksheet_revisions r WHERE r.saved_at >= :from AND r.saved_at < :until AND (:worksheet::uuid IS NULL OR r.worksheet_id = :worksheet::uuid)
    ), gone AS (
      DELETE FROM worksheet_revisions r USING numbered n
      WHERE n.from_last > 1 AND r.worksheet_id = n.worksheet_id AND r.sheet = n.sheet AND r.number = n.number
      RETURNING r.worksheet_id, octet_length(r.content) AS bytes
    ), freed AS (SELECT worksheet_id, sum(bytes) AS bytes, count(*) AS revisions FROM gone GROUP BY worksheet_id),
    told AS (UPDATE worksheets w SET stored_bytes = greatest(0, w.stored_bytes - f.bytes) FROM freed f WHERE w.id = f.worksheet_id)
    SELECT coalesce(sum(revisions), 0)::int AS revisions FROM freed`,
    { from, until, worksheet: worksheetId },
  )
  return freed!.revisions
}

export async function keepStale(
  db: Db,
  worksheetId: string,
  sheet: Sheet,
  base: number,
  content: string,
): Promise<void> {
  await db('stale_saves').insert({ worksheet_id: worksheetId, sheet, base_number: base, content })
  await db('worksheets').where({ id: worksheetId }).increment('stored_bytes', Buffer.byteLength(content))
}

/** As many saves after closing are kept of a sheet; the last takes the place of the one before it then. */
const MOST_LATE = 100

/** Keeps what arrived after closing; the same again is kept once. The worksheet is locked. */
export async function keepLate(
  db: Db,
  worksheetId: string,
  sheet: Sheet,
  late: { base: number; content: string; at: Date },
): Promise<void> {
  const last = await db('late_saves')
    .where({ worksheet_id: worksheetId, sheet })
    .orderBy('number', 'desc')
    .first('number', 'content')
  if (last?.content === late.content) return
  const row = {
    worksheet_id: worksheetId,
    sheet,
    number: Math.min(MOST_LATE, (last?.number ?? 0) + 1),
    base_number: late.base,
    content: late.content,
    arrived_at: late.at,
  }
  await db('late_saves')
    .insert(row)
    .onConflict(['worksheet_id', 'sheet', 'number'])
    .merge(['base_number', 'content', 'arrived_at'])
  await db('worksheets').where({ id: worksheetId }).increment('stored_bytes', Buffer.byteLength(late.content))
}

/** The last late save of each sheet of each student of an exercise, newest first. */
export async function listLateSaves(db: Db, exerciseId: string): Promise<LateSave[]> {
  const rows = (await db('late_saves as s')
    .join('worksheets as w', 'w.id', 's.worksheet_id')
    .join('people as p', 'p.id', 'w.person_id')
    .where('w.exercise_id', exerciseId)
    .distinctOn('s.worksheet_id', 's.sheet')
    .orderBy([{ column: 's.worksheet_id' }, { column: 's.sheet' }, { column: 's.number', order: 'desc' }])
    .select('w.person_id', 'p.name', 's.sheet', 's.content', 's.arrived_at')) as (Pick<
    LateSaveRow,
    'sheet' | 'content' | 'arrived_at'
  > & { person_id: string; name: string })[]
  return rows
    .map(row => ({
      personId: row.person_id,
      name: row.name,
      sheet: row.sheet,
      content: row.content,
      at: row.arrived_at.toISOString(),
    }))
    .sort((a, b) => (b.at < a.at ? -1 : 1))
}

export async function countLateSaves(db: Db, exerciseId: string): Promise<number> {
  const row = await db('late_saves as s')
    .join('worksheets as w', 'w.id', 's.worksheet_id')
    .where('w.exercise_id', exerciseId)
    .countDistinct<{ count: string }[]>('s.worksheet_id as count')
    .first()
  return Number(row?.count ?? 0)
}

/** That a worksheet could not be collected, and why; `null`: it was. */
export async function recordCollecting(db: Db, worksheetId: string, reason: string | null): Promise<void> {
  if (reason === null)
    return void (await db('collecting_failures').where({ worksheet_id: worksheetId }).delete())
  const row = {
    worksheet_id: worksheetId,
    reason: shorten(withoutBadSigns(reason), 1000),
    failed_at: db.fn.now(),
  }
  await db('collecting_failures').insert(row).onConflict('worksheet_id').merge(row)
}

/** Whose work for an exercise could not be collected, by name; who handed in by themselves since is none of them. */
export async function listUncollectable(
  db: Db,
  exerciseId: string,
): Promise<{ personId: string; name: string; reason: string }[]> {
  return (await db('collecting_failures as f')
    .join('worksheets as w', 'w.id', 'f.worksheet_id')
    .join('people as p', 'p.id', 'w.person_id')
    .where('w.exercise_id', exerciseId)
    .whereNotExists(
      db('hand_ins as h')
        .whereRaw('h.exercise_id = w.exercise_id AND h.person_id = w.person_id AND NOT h.is_automatic')
        .select(db.raw('1')),
    )
    .orderBy('p.name')
    .select('p.id as personId', 'p.name', 'f.reason')) as { personId: string; name: string; reason: string }[]
}

/**
 * A worksheet whose student never handed in, with the due moment where it differs and when something was last
 * handed in for them.
 */
export interface Uncollected {
  readonly personId: string
  readonly worksheetId: string
  readonly dueAt: Date | null
  readonly collectedAt: Date | null
}

export async function listUncollected(db: Db, exerciseId: string, courseId: string): Promise<Uncollected[]> {
  const rows = (await db('worksheets as w')
    .join('memberships as m', join =>
      join
        .on('m.person_id', 'w.person_id')
        .andOn('m.course_id', db.raw('?::uuid', [courseId]))
        .andOn('m.role', db.raw('?', ['student'])),
    )
    .leftJoin('allowances as a', join =>
      join.on('a.person_id', 'w.person_id').andOn('a.exercise_id', 'w.exercise_id'),
    )
    .where('w.exercise_id', exerciseId)
    .whereNotExists(
      db('hand_ins as h')
        .whereRaw('h.exercise_id = w.exercise_id AND h.person_id = w.person_id AND NOT h.is_automatic')
        .select(db.raw('1')),
    )
    .select(
      'w.person_id',
      'w.id',
      'a.due_at',
      db.raw(
        '(SELECT max(h.handed_in_at) FROM hand_ins h WHERE h.exercise_id = w.exercise_id AND h.person_id = w.person_id) AS collected_at',
      ),
    )) as (Pick<WorksheetRow, 'id' | 'person_id'> & { due_at: Date | null; collected_at: Date | null })[]
  return rows.map(row => ({
    personId: row.person_id,
    worksheetId: row.id,
    dueAt: row.due_at,
    collectedAt: row.collected_at,
  }))
}
