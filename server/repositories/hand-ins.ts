import type { Pin } from '@nomenklatura/core/alignment'
import type { AnswerDocument } from '@nomenklatura/core/formats'
import { summaryOf, type Marking, type MarkingSummary } from '@nomenklatura/core/marking'
import type { CommentLine, StoredOverride } from '#shared/answers'
import type { Db } from './database'

export interface HandIn {
  readonly id: string
  readonly number: number
  readonly exerciseId: string
  readonly personId: string
  readonly attempt: number
  readonly revisionId: string
  readonly answer: AnswerDocument
  readonly handedInAt: string
  readonly lateBySeconds: number
  readonly isAutomatic: boolean
}

interface HandInRow {
  id: string, number: number, exercise_id: string, person_id: string, attempt: number, exercise_revision_id: string, answer: AnswerDocument
  handed_in_at: Date, late_by_seconds: number, is_automatic: boolean
}

function toHandIn(row: HandInRow): HandIn {
  return { ...withoutAnswer(row), answer: row.answer }
}

function withoutAnswer(row: Omit<HandInRow, 'answer'>): Omit<HandIn, 'answer'> {
  return {
    id: row.id, number: row.number, exerciseId: row.exercise_id, personId: row.person_id, attempt: row.attempt, revisionId: row.exercise_revision_id,
    handedInAt: row.handed_in_at.toISOString(), lateBySeconds: row.late_by_seconds, isAutomatic: row.is_automatic,
  }
}

export type NewHandIn = Omit<HandIn, 'id' | 'number'>

export async function insertHandIn(db: Db, handIn: NewHandIn): Promise<HandIn> {
  const [row] = await db<HandInRow>('hand_ins').insert({
    exercise_id: handIn.exerciseId, person_id: handIn.personId, attempt: handIn.attempt, exercise_revision_id: handIn.revisionId,
    answer: JSON.stringify(handIn.answer) as unknown as AnswerDocument, handed_in_at: handIn.handedInAt as unknown as Date,
    late_by_seconds: handIn.lateBySeconds, is_automatic: handIn.isAutomatic,
  }).returning('*')
  return toHandIn(row!)
}

export async function findHandIn(db: Db, id: string): Promise<HandIn | undefined> {
  const row = await db<HandInRow>('hand_ins').where({ id }).first()
  return row && toHandIn(row)
}

export async function latestHandIn(db: Db, exerciseId: string, personId: string): Promise<HandIn | undefined> {
  const row = await db<HandInRow>('hand_ins').where({ exercise_id: exerciseId, person_id: personId }).orderBy('attempt', 'desc').first()
  return row && toHandIn(row)
}

export type ListedHandIn = Omit<HandIn, 'answer'> & { readonly name: string }

/** The last hand-in of each student of an exercise, by name, without what was handed in. */
export async function listLatest(db: Db, exerciseId: string): Promise<ListedHandIn[]> {
  const rows: (Omit<HandInRow, 'answer'> & { name: string })[] = await db('hand_ins as h').join('people as p', 'p.id', 'h.person_id').where('h.exercise_id', exerciseId)
    .distinctOn('h.person_id').orderBy([{ column: 'h.person_id' }, { column: 'h.attempt', order: 'desc' }])
    .select('h.id', 'h.number', 'h.exercise_id', 'h.person_id', 'h.attempt', 'h.exercise_revision_id', 'h.handed_in_at', 'h.late_by_seconds', 'h.is_automatic', 'p.name')
  return rows.map(row => ({ ...withoutAnswer(row), name: row.name })).sort((a, b) => byName.compare(a.name, b.name))
}

/** One collator for all comparisons: making one is slow. */
const byName = new Intl.Collator('en')

/** What was paired by hand in a hand-in: version 0 and no pins where nothing was. */
export interface Pinning { readonly version: number, readonly pins: readonly Pin[] }

export async function findPinning(db: Db, handInId: string): Promise<Pinning> {
  const row = await db('pinnings').where({ hand_in_id: handInId }).orderBy('version', 'desc').first()
  return row ? { version: row.version, pins: row.pins } : { version: 0, pins: [] }
}

/** Writes the next version of the pins; false when somebody paired meanwhile. */
export async function insertPinning(db: Db, pinning: { handInId: string, base: number, pins: readonly Pin[], by: string }): Promise<boolean> {
  const inserted = await db('pinnings').insert({ hand_in_id: pinning.handInId, version: pinning.base + 1, pins: JSON.stringify(pinning.pins), pinned_by: pinning.by })
    .onConflict(['hand_in_id', 'version']).ignore().returning('version')
  return inserted.length === 1
}

export interface StoredMarking { readonly id: string, readonly handInId: string, readonly revisionId: string, readonly pinsVersion: number, readonly verdicts: Marking }

function toMarking(row: { id: string, hand_in_id: string, exercise_revision_id: string, pins_version: number, verdicts: Marking }): StoredMarking {
  return { id: row.id, handInId: row.hand_in_id, revisionId: row.exercise_revision_id, pinsVersion: row.pins_version, verdicts: row.verdicts }
}

/** Stores a marking under the key of its inputs; where it is there already, nothing happens. */
export async function insertMarking(db: Db, handInId: string, revisionId: string, pinsVersion: number, verdicts: Marking): Promise<void> {
  await db('markings').insert({
    hand_in_id: handInId, exercise_revision_id: revisionId, engine_version: verdicts.engineVersion, pins_version: pinsVersion, verdicts: JSON.stringify(verdicts), summary: JSON.stringify(summaryOf(verdicts)),
  }).onConflict(['hand_in_id', 'exercise_revision_id', 'engine_version', 'pins_version']).ignore()
}

export async function hasMarking(db: Db, handInId: string, revisionId: string, engineVersion: string, pinsVersion: number): Promise<boolean> {
  return (await db('markings').where({ hand_in_id: handInId, exercise_revision_id: revisionId, engine_version: engineVersion, pins_version: pinsVersion }).first('id')) !== undefined
}

export async function findMarking(db: Db, handInId: string, revisionId: string): Promise<StoredMarking | undefined> {
  const row = await db('markings').where({ hand_in_id: handInId, exercise_revision_id: revisionId }).orderBy([{ column: 'pins_version', order: 'desc' }, { column: 'marked_at', order: 'desc' }]).first()
  return row && toMarking(row)
}

export async function findMarkingById(db: Db, id: string): Promise<StoredMarking> {
  return toMarking(await db('markings').where({ id }).first())
}

/** A marking as lists show it. */
export type ListedMarking = Omit<StoredMarking, 'verdicts'> & MarkingSummary

/** Markings of the hand-ins of an exercise under one revision, by hand-in, without their evidence. */
export async function listMarkings(db: Db, exerciseId: string, revisionId: string): Promise<Map<string, ListedMarking>> {
  const rows = await db('markings as k').join('hand_ins as h', 'h.id', 'k.hand_in_id').where({ 'h.exercise_id': exerciseId, 'k.exercise_revision_id': revisionId })
    .orderBy(['k.pins_version', 'k.marked_at']).select('k.id', 'k.hand_in_id', 'k.exercise_revision_id', 'k.pins_version', 'k.summary')
  return new Map(rows.map(row => [row.hand_in_id, { id: row.id, handInId: row.hand_in_id, revisionId: row.exercise_revision_id, pinsVersion: row.pins_version, ...row.summary }]))
}

/** Hand-ins without a marking under the newest revision of their exercise and this engine: each student's last one only. */
export async function listUnmarked(db: Db, engineVersion: string, exerciseId?: string): Promise<{ handInId: string, revisionId: string }[]> {
  const { rows } = await db.raw(`
    SELECT h.id AS hand_in_id, r.id AS revision_id
    FROM (SELECT DISTINCT ON (exercise_id, person_id) id, exercise_id, number FROM hand_ins ORDER BY exercise_id, person_id, attempt DESC) h
    JOIN (SELECT DISTINCT ON (exercise_id) exercise_id, id FROM exercise_revisions ORDER BY exercise_id, number DESC) r ON r.exercise_id = h.exercise_id
    WHERE (?::uuid IS NULL OR h.exercise_id = ?::uuid)
      AND NOT EXISTS (SELECT FROM markings k WHERE k.hand_in_id = h.id AND k.exercise_revision_id = r.id AND k.engine_version = ?
        AND k.pins_version = coalesce((SELECT max(p.version) FROM pinnings p WHERE p.hand_in_id = h.id), 0))
    ORDER BY h.number`, [exerciseId ?? null, exerciseId ?? null, engineVersion])
  return (rows as { hand_in_id: string, revision_id: string }[]).map(row => ({ handInId: row.hand_in_id, revisionId: row.revision_id }))
}

interface OverrideRow { hand_in_id: string, rule: string, sheet: 'script', version: number, verdict: StoredOverride['verdict'] | null, reason: string | null, name: string, decided_at: Date }

/** Decisions about cells, the undone ones too (verdict null): their version guards against a decision made meanwhile. */
export interface Decision { readonly handInId: string, readonly rule: string, readonly sheet: 'script', readonly version: number, readonly override: StoredOverride | null }

export async function listDecisions(db: Db, handInIds: readonly string[]): Promise<Decision[]> {
  const rows: OverrideRow[] = await db('overrides as o').join('people as p', 'p.id', 'o.decided_by').whereIn('o.hand_in_id', handInIds)
    .orderBy(['o.hand_in_id', 'o.rule']).select('o.*', 'p.name')
  return rows.map(row => ({
    handInId: row.hand_in_id, rule: row.rule, sheet: row.sheet, version: row.version,
    override: row.verdict && { rule: row.rule, sheet: row.sheet, verdict: row.verdict, reason: row.reason ?? '', version: row.version, by: row.name, at: row.decided_at.toISOString() },
  }))
}

/** Writes the decision if the one it was made on is still the newest; false when somebody decided meanwhile. */
export async function saveDecision(db: Db, decision: { handInId: string, rule: string, sheet: string, verdict: string | null, reason: string | null, base: number, by: string }): Promise<boolean> {
  const { handInId, rule, sheet, verdict, reason, base, by } = decision
  const row = { verdict, reason, decided_by: by, decided_at: db.fn.now(), version: base + 1 }
  if (base === 0) {
    const inserted = await db('overrides').insert({ hand_in_id: handInId, rule, sheet, ...row }).onConflict(['hand_in_id', 'rule', 'sheet']).ignore().returning('version')
    return inserted.length === 1
  }
  return await db('overrides').where({ hand_in_id: handInId, rule, sheet, version: base }).update(row) === 1
}

/** The last reasons given in an exercise, newest first, each once. */
export async function recentReasons(db: Db, exerciseId: string): Promise<string[]> {
  const rows = await db('overrides as o').join('hand_ins as h', 'h.id', 'o.hand_in_id').where('h.exercise_id', exerciseId).whereNotNull('o.reason')
    .groupBy('o.reason').orderByRaw('max(o.decided_at) DESC').limit(5).select('o.reason')
  return rows.map(row => row.reason)
}

export async function listComments(db: Db, handInId: string): Promise<CommentLine[]> {
  const rows = await db('comments as c').join('people as p', 'p.id', 'c.written_by').where('c.hand_in_id', handInId).whereNull('c.deleted_at')
    .orderBy('c.written_at').select('c.id', 'c.rule', 'c.text', 'p.name', 'c.written_at')
  return rows.map(row => ({ id: row.id, rule: row.rule, text: row.text, by: row.name, at: row.written_at.toISOString() }))
}

export async function insertComment(db: Db, comment: { handInId: string, rule: string | null, text: string, by: string }): Promise<void> {
  await db('comments').insert({ hand_in_id: comment.handInId, rule: comment.rule, text: comment.text, written_by: comment.by })
}

export async function deleteComment(db: Db, handInId: string, id: string): Promise<boolean> {
  return await db('comments').where({ id, hand_in_id: handInId }).whereNull('deleted_at').update({ deleted_at: db.fn.now() }) === 1
}

export interface Review { readonly handInId: string, readonly lookedAtBy: string | null, readonly isFlagged: boolean }

export async function listReviews(db: Db, handInIds: readonly string[]): Promise<Map<string, Review>> {
  const rows = await db('reviews as v').leftJoin('people as p', 'p.id', 'v.looked_at_by').whereIn('v.hand_in_id', handInIds).select('v.hand_in_id', 'p.name', 'v.is_flagged')
  return new Map(rows.map(row => [row.hand_in_id, { handInId: row.hand_in_id, lookedAtBy: row.name, isFlagged: row.is_flagged }]))
}

export async function saveReview(db: Db, handInId: string, by: string, change: { lookedAt?: boolean | undefined, flagged?: boolean | undefined }): Promise<void> {
  const row = {
    ...(change.lookedAt === undefined ? {} : { looked_at_by: change.lookedAt ? by : null, looked_at: change.lookedAt ? db.fn.now() : null }),
    ...(change.flagged === undefined ? {} : { is_flagged: change.flagged }),
  }
  if (Object.keys(row).length === 0) return
  await db('reviews').insert({ hand_in_id: handInId, ...row }).onConflict('hand_in_id').merge(row)
}

export interface Release { readonly handInId: string, readonly markingId: string, readonly releasedAt: string, readonly takenBackAt: string | null, readonly points: { got: number, open: number, of: number } }

export async function listReleases(db: Db, handInIds: readonly string[]): Promise<Map<string, Release>> {
  const rows = await db('releases').whereIn('hand_in_id', handInIds)
  return new Map(rows.map(row => [row.hand_in_id, {
    handInId: row.hand_in_id, markingId: row.marking_id, releasedAt: row.released_at.toISOString(), takenBackAt: row.taken_back_at?.toISOString() ?? null, points: row.points,
  }]))
}

export async function saveRelease(db: Db, release: { handInId: string, markingId: string, points: unknown, by: string }): Promise<void> {
  const row = { marking_id: release.markingId, points: JSON.stringify(release.points), released_by: release.by, released_at: db.fn.now(), taken_back_at: null }
  await db('releases').insert({ hand_in_id: release.handInId, ...row }).onConflict('hand_in_id').merge(row)
}

export async function takeReleasesBack(db: Db, exerciseId: string): Promise<number> {
  return db('releases').whereNull('taken_back_at').whereIn('hand_in_id', db('hand_ins').where({ exercise_id: exerciseId }).select('id')).update({ taken_back_at: db.fn.now() })
}

/** Per exercise of a course: one person's last hand-in, its release, and what was begun. */
export async function listMine(db: Db, courseId: string, personId: string): Promise<Map<string, { begun: boolean, handIn: HandIn | null, release: Release | null }>> {
  const exercises = await db('exercises').where({ course_id: courseId }).pluck('id')
  const begun = new Set(await db('worksheets').where({ person_id: personId }).whereIn('exercise_id', exercises).pluck('exercise_id'))
  const rows = await db<HandInRow>('hand_ins').where({ person_id: personId }).whereIn('exercise_id', exercises).orderBy('attempt')
  const handIns = new Map(rows.map(row => [row.exercise_id, toHandIn(row)]))
  const releases = await listReleases(db, [...handIns.values()].map(({ id }) => id))
  return new Map(exercises.map((id: string) => {
    const handIn = handIns.get(id) ?? null
    return [id, { begun: begun.has(id), handIn, release: handIn ? releases.get(handIn.id) ?? null : null }]
  }))
}
