import type { Sheet } from '@nomenklatura/core/findings'
import { shorten, withoutBadSigns } from '@nomenklatura/core/language'
import { summaryOf, upgradeMarking, type Marking, type MarkingSummary } from '@nomenklatura/core/marking'
import type { Verdict } from '@nomenklatura/core/rules'
import { isAmong, rowsOf, toJsonb, type Db } from './database'
import type { Revision } from './exercises'
import type { MarkingRow, StoredMissed, StoredSummary } from './rows'

export interface StoredMarking {
  readonly id: string
  readonly handInId: string
  readonly revisionId: string
  readonly pinsVersion: number
  readonly verdicts: Marking
}

function toMarking(row: MarkingRow): StoredMarking {
  return {
    id: row.id,
    handInId: row.hand_in_id,
    revisionId: row.exercise_revision_id,
    pinsVersion: row.pins_version,
    verdicts: upgradeMarking(row.verdicts),
  }
}

/** What a marking is stored under, besides the version of the engine. */
export interface MarkingKey {
  readonly handInId: string
  readonly revision: Pick<Revision, 'id' | 'number'>
  readonly pinsVersion: number
}

/**
 * Stores a marking under the key of its inputs; where it is there already, nothing happens. What failed
 * before is forgotten. False where the revision was replaced while it was being marked: the marking is then
 * of something that is no longer there.
 */
export async function insertMarking(
  db: Db,
  { handInId, revision, pinsVersion }: MarkingKey,
  verdicts: Marking,
): Promise<boolean> {
  return db.transaction(async trx => {
    const now = await trx('exercise_revisions').where({ id: revision.id }).forShare().first('number')
    if (now?.number !== revision.number) return false
    await trx('markings')
      .insert({
        hand_in_id: handInId,
        exercise_revision_id: revision.id,
        engine_version: verdicts.engineVersion,
        pins_version: pinsVersion,
        verdicts: toJsonb(verdicts),
        summary: toJsonb(toStored(summaryOf(verdicts))),
        missed: toJsonb(missedOf(verdicts)),
      })
      .onConflict(['hand_in_id', 'exercise_revision_id', 'engine_version', 'pins_version'])
      .ignore()
    await trx('marking_failures').where({ hand_in_id: handInId }).delete()
    return true
  })
}

/** After so many tries a hand-in is a person's to look at. */
export const MOST_TRIES = 3

/** Counts a try that failed, with its reason. Answers how many there are. */
export async function recordMarkingFailure(
  db: Db,
  { handInId, revision, pinsVersion }: MarkingKey,
  engineVersion: string,
  reason: string,
): Promise<number> {
  const row = {
    hand_in_id: handInId,
    exercise_revision_id: revision.id,
    engine_version: engineVersion,
    pins_version: pinsVersion,
    reason: shorten(withoutBadSigns(reason), 1000),
  }
  const [failure] = await db('marking_failures')
    .insert(row)
    .onConflict(['hand_in_id', 'exercise_revision_id', 'engine_version', 'pins_version'])
    .merge({ tries: db.raw('marking_failures.tries + 1'), reason: row.reason, failed_at: db.fn.now() })
    .returning('tries')
  return failure!.tries
}

/** Why hand-ins of an exercise could not be marked after all tries, by hand-in. */
export async function listMarkingFaults(db: Db, handInIds: readonly string[]): Promise<Map<string, string>> {
  const rows = await db('marking_failures')
    .where(isAmong(db, 'hand_in_id', handInIds))
    .where('tries', '>=', MOST_TRIES)
    .orderBy('failed_at')
    .select('hand_in_id', 'reason')
  return new Map(rows.map(row => [row.hand_in_id, row.reason]))
}

/** Lets the hand-ins of an exercise that could not be marked be tried anew. */
export async function forgetMarkingFailures(db: Db, exerciseId: string): Promise<void> {
  await db('marking_failures')
    .whereIn('hand_in_id', db('hand_ins').where({ exercise_id: exerciseId }).select('id'))
    .delete()
}

/** Whether it is marked with these pins, by whichever engine: a newer one moves no mark by itself. */
export async function hasMarking(
  db: Db,
  handInId: string,
  revisionId: string,
  pinsVersion: number,
): Promise<boolean> {
  return (
    (await db('markings')
      .where({ hand_in_id: handInId, exercise_revision_id: revisionId, pins_version: pinsVersion })
      .first('id')) !== undefined
  )
}

export async function findMarking(
  db: Db,
  handInId: string,
  revisionId: string,
): Promise<StoredMarking | undefined> {
  const row = await db('markings')
    .where({ hand_in_id: handInId, exercise_revision_id: revisionId })
    .orderBy([
      { column: 'pins_version', order: 'desc' },
      { column: 'marked_at', order: 'desc' },
    ])
    .first()
  return row && toMarking(row)
}

export async function findMarkingById(db: Db, id: string): Promise<StoredMarking> {
  return toMarking((await db('markings').where({ id }).first())!)
}

/** A marking as lists show it. */
export type ListedMarking = Omit<StoredMarking, 'verdicts'> &
  MarkingSummary & { readonly engineVersion: string }

function missedOf({ cells }: Marking): StoredMissed {
  return cells
    .filter(({ verdict }) => verdict !== 'upheld')
    .map(({ rule, sheet, verdict, because }) => [rule, sheet, verdict, because.map(({ code }) => code)])
}

function toStored({ cells, weakPairs }: MarkingSummary): StoredSummary {
  return {
    weakPairs,
    cells: cells.map(({ rule, sheet, verdict, follows }) =>
      follows === null ? ([rule, sheet, verdict] as const) : ([rule, sheet, verdict, follows] as const),
    ),
  }
}

export function fromStored({ cells, weakPairs }: StoredSummary): MarkingSummary {
  return {
    weakPairs,
    cells: cells.map(([rule, sheet, verdict, follows = null]) => ({ rule, sheet, verdict, follows })),
  }
}

/** Markings of the hand-ins of an exercise under one revision, by hand-in, without their evidence. */
export async function listMarkings(
  db: Db,
  exerciseId: string,
  revisionId: string,
): Promise<Map<string, ListedMarking>> {
  const rows = (await db('markings as k')
    .join('hand_ins as h', 'h.id', 'k.hand_in_id')
    .where({ 'h.exercise_id': exerciseId, 'k.exercise_revision_id': revisionId })
    .orderBy(['k.pins_version', 'k.marked_at'])
    .select(
      'k.id',
      'k.hand_in_id',
      'k.exercise_revision_id',
      'k.engine_version',
      'k.pins_version',
      'k.summary',
    )) as Omit<MarkingRow, 'verdicts' | 'marked_at'>[]
  return new Map(
    rows.map(row => [
      row.hand_in_id,
      {
        id: row.id,
        handInId: row.hand_in_id,
        revisionId: row.exercise_revision_id,
        pinsVersion: row.pins_version,
        engineVersion: row.engine_version,
        ...fromStored(row.summary),
      },
    ]),
  )
}

/** A cell that is not upheld: by which reasons, without their words and evidence. */
export interface MissedCell {
  readonly handInId: string
  readonly markingId: string
  readonly rule: string
  readonly sheet: Sheet
  readonly verdict: Verdict
  readonly reasons: readonly string[]
}

/** What is not upheld in several markings, of one rule or of all. */
export async function listMissed(
  db: Db,
  markingIds: readonly string[],
  only?: string,
): Promise<MissedCell[]> {
  const rows = await db('markings')
    .where(isAmong(db, 'id', markingIds))
    .select('id', 'hand_in_id', 'missed')
  return rows.flatMap(({ id, hand_in_id: handInId, missed }) =>
    missed
      .filter(([rule]) => only === undefined || rule === only)
      .map(([rule, sheet, verdict, reasons]) => ({
        handInId,
        markingId: id,
        rule,
        sheet,
        verdict,
        reasons,
      })),
  )
}

/** The whole cells of some, each by its marking, rule and sheet: as many as groups are shown, not as there are. */
export async function listWholeCells(
  db: Db,
  cells: readonly Pick<MissedCell, 'markingId' | 'rule' | 'sheet'>[],
): Promise<(Marking['cells'][number] | undefined)[]> {
  const ids = [...new Set(cells.map(({ markingId }) => markingId))]
  const rows = await db('markings')
    .where(isAmong(db, 'id', ids))
    .select('id', 'verdicts')
  const markings = new Map(rows.map(({ id, verdicts }) => [id, upgradeMarking(verdicts)]))
  return cells.map(({ markingId, rule, sheet }) =>
    markings.get(markingId)?.cells.find(cell => cell.rule === rule && cell.sheet === sheet),
  )
}

/**
 * One exercise, those in which something came or changed since a moment, or (empty) all; under the revisions that
 * count, or those that are prepared.
 */
/** Of an exercise `e`: neither it nor its course is put away. */
const IS_IN_USE =
  'e.archived_at IS NULL AND NOT EXISTS (SELECT FROM courses c WHERE c.id = e.course_id AND c.archived_at IS NOT NULL)'

export interface Among {
  readonly exerciseId?: string | undefined
  readonly since?: Date | undefined
  readonly prepared?: boolean | undefined
}

/**
 * Hand-ins without a marking under the revision of their exercise that counts, by whichever engine (failures are of
 * this one): each student's last
 * one only, or all where the best counts, of exercises that are in use, and not those that were tried often enough. Among all
 * exercises it reads every last hand-in there is.
 */
export async function listUnmarked(
  db: Db,
  engineVersion: string,
  { exerciseId, since, prepared = false }: Among = {},
): Promise<{ handInId: string; revisionId: string }[]> {
  const rows = await rowsOf<{ hand_in_id: string; revision_id: string }>(
    db,
    `
    SELECT h.id AS hand_in_id, r.id AS revision_id
    FROM exercises e
    CROSS JOIN LATERAL (SELECT id FROM exercise_revisions r WHERE r.exercise_id = e.id AND r.is_prepared = :prepared ORDER BY r.number DESC LIMIT 1) r
    CROSS JOIN LATERAL (SELECT h.id, h.number FROM hand_ins h WHERE h.exercise_id = e.id AND (e.counted = 'best' OR NOT EXISTS (
      SELECT FROM hand_ins n WHERE n.exercise_id = h.exercise_id AND n.person_id = h.person_id AND n.attempt > h.attempt))) h
    WHERE ${IS_IN_USE} AND e.marking_stopped_at IS NULL AND (:exercise::uuid IS NULL OR e.id = :exercise::uuid) AND (:since::timestamptz IS NULL OR e.id IN (
        SELECT exercise_id FROM hand_ins WHERE handed_in_at >= :since UNION SELECT exercise_id FROM exercise_revisions WHERE saved_at >= :since
        UNION SELECT h.exercise_id FROM pinnings p JOIN hand_ins h ON h.id = p.hand_in_id WHERE p.pinned_at >= :since))
      AND NOT EXISTS (SELECT FROM markings k WHERE k.hand_in_id = h.id AND k.exercise_revision_id = r.id
        AND k.pins_version = coalesce((SELECT max(p.version) FROM pinnings p WHERE p.hand_in_id = h.id), 0))
      AND NOT EXISTS (SELECT FROM marking_failures f WHERE f.hand_in_id = h.id AND f.exercise_revision_id = r.id AND f.engine_version = :engine
        AND f.pins_version = coalesce((SELECT max(p.version) FROM pinnings p WHERE p.hand_in_id = h.id), 0) AND f.tries >= :most)
    ORDER BY h.number`,
    { exercise: exerciseId ?? null, since: since ?? null, prepared, engine: engineVersion, most: MOST_TRIES },
  )
  return rows.map(row => ({
    handInId: row.hand_in_id,
    revisionId: row.revision_id,
  }))
}

/** When the oldest hand-in without any marking came; null where all are marked or a person's to look at. */
export async function oldestUnmarked(db: Db): Promise<Date | null> {
  const [row] = await rowsOf<{ at: Date | null }>(
    db,
    `
    SELECT min(h.handed_in_at) AS at FROM hand_ins h JOIN exercises e ON e.id = h.exercise_id
    WHERE ${IS_IN_USE} AND e.marking_stopped_at IS NULL AND NOT EXISTS (SELECT FROM markings k WHERE k.hand_in_id = h.id) AND NOT EXISTS (SELECT FROM marking_failures f WHERE f.hand_in_id = h.id AND f.tries >= ?)
      AND NOT EXISTS (SELECT FROM hand_ins n WHERE n.exercise_id = h.exercise_id AND n.person_id = h.person_id AND n.attempt > h.attempt)`,
    [MOST_TRIES],
  )
  return row!.at
}

/** How many of the last hand-ins of an exercise are marked under a revision, or are a person's to look at. */
export async function countMarked(db: Db, exerciseId: string, revisionId: string): Promise<number> {
  const [row] = await rowsOf<{ n: number }>(
    db,
    `
    SELECT count(*)::int AS n FROM (SELECT DISTINCT ON (person_id) id FROM hand_ins WHERE exercise_id = :exercise ORDER BY person_id, attempt DESC) h
    WHERE EXISTS (SELECT FROM markings k WHERE k.hand_in_id = h.id AND k.exercise_revision_id = :revision)
       OR EXISTS (SELECT FROM marking_failures f WHERE f.hand_in_id = h.id AND f.exercise_revision_id = :revision AND f.tries >= :most)`,
    { exercise: exerciseId, revision: revisionId, most: MOST_TRIES },
  )
  return row!.n
}
