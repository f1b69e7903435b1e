import type { Knex } from 'knex'
import type { Pin } from '@nomenklatura/core/alignment'
import type { AnswerDocument } from '@nomenklatura/core/exercise'
import type { Points } from '@nomenklatura/core/marking'
import type { CommentLine, StoredOverride } from '#shared/answers'
import { isAmong, rowsOf, toJsonb, type Db } from './database'
import { listAllowancesOf, type AllowanceFor } from './exercises'
import { MOST_TRIES } from './markings'
import type { CommentRow, HandInRow, OverrideRow, ReviewRow } from './rows'

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

function toHandIn(row: HandInRow): HandIn {
  return { ...withoutAnswer(row), answer: row.answer }
}

function withoutAnswer(row: Omit<HandInRow, 'answer'>): Omit<HandIn, 'answer'> {
  return {
    id: row.id,
    number: row.number,
    exerciseId: row.exercise_id,
    personId: row.person_id,
    attempt: row.attempt,
    revisionId: row.exercise_revision_id,
    handedInAt: row.handed_in_at.toISOString(),
    lateBySeconds: row.late_by_seconds,
    isAutomatic: row.is_automatic,
  }
}

export type NewHandIn = Omit<HandIn, 'id' | 'number'>

const toRow = (handIn: NewHandIn) => ({
  exercise_id: handIn.exerciseId,
  person_id: handIn.personId,
  attempt: handIn.attempt,
  exercise_revision_id: handIn.revisionId,
  answer: toJsonb(handIn.answer),
  handed_in_at: handIn.handedInAt,
  late_by_seconds: handIn.lateBySeconds,
  is_automatic: handIn.isAutomatic,
})

export async function insertHandIn(db: Db, handIn: NewHandIn): Promise<HandIn> {
  const [row] = await db('hand_ins').insert(toRow(handIn)).returning('*')
  return toHandIn(row!)
}

/** What was brought in from files by somebody who teaches; answers its id. */
export async function bringInHandIn(db: Db, { by, ...handIn }: NewHandIn & { by: string }): Promise<string> {
  const [row] = await db('hand_ins')
    .insert({ ...toRow(handIn), brought_in_by: by })
    .returning('id')
  return row!.id
}

/** The name of who brought a hand-in in from files; null where its student handed it in. */
export async function findBringer(db: Db, handInId: string): Promise<string | null> {
  const row = (await db('hand_ins as h')
    .join('people as p', 'p.id', 'h.brought_in_by')
    .where('h.id', handInId)
    .first('p.name')) as { name: string } | undefined
  return row?.name ?? null
}

export async function findHandIn(db: Db, id: string): Promise<HandIn | undefined> {
  const row = await db('hand_ins').where({ id }).first()
  return row && toHandIn(row)
}

export async function latestHandIn(
  db: Db,
  exerciseId: string,
  personId: string,
): Promise<HandIn | undefined> {
  const row = await db('hand_ins')
    .where({ exercise_id: exerciseId, person_id: personId })
    .orderBy('attempt', 'desc')
    .first()
  return row && toHandIn(row)
}

/** A hand-in as its student's state needs it: without what was handed in. */
export interface TurnedIn extends Pick<
  HandIn,
  'id' | 'number' | 'exerciseId' | 'attempt' | 'handedInAt' | 'isAutomatic'
> {
  readonly couldNotBeMarked: boolean
}

function turnedIn(db: Db) {
  return db('hand_ins as h')
    .orderBy('h.attempt')
    .select(
      'h.id',
      'h.number',
      'h.exercise_id',
      'h.attempt',
      'h.handed_in_at',
      'h.is_automatic',
      db.raw(
        `EXISTS (SELECT FROM marking_failures f WHERE f.hand_in_id = h.id AND f.tries >= ${MOST_TRIES}) AS could_not_be_marked`,
      ),
    )
}

function toTurnedIn(row: {
  id: string
  number: number
  exercise_id: string
  attempt: number
  handed_in_at: Date
  is_automatic: boolean
  could_not_be_marked: boolean
}): TurnedIn {
  return {
    id: row.id,
    number: row.number,
    exerciseId: row.exercise_id,
    attempt: row.attempt,
    handedInAt: row.handed_in_at.toISOString(),
    isAutomatic: row.is_automatic,
    couldNotBeMarked: row.could_not_be_marked,
  }
}

/** One person's hand-ins to an exercise, the first attempt first. */
export async function handInsOf(db: Db, exerciseId: string, personId: string): Promise<TurnedIn[]> {
  return (await turnedIn(db).where({ 'h.exercise_id': exerciseId, 'h.person_id': personId })).map(toTurnedIn)
}

export async function countLatest(db: Db, exerciseId: string): Promise<number> {
  const row = await db('hand_ins')
    .where({ exercise_id: exerciseId })
    .countDistinct<{ count: string }[]>('person_id as count')
    .first()
  return Number(row?.count ?? 0)
}

export type ListedHandIn = Omit<HandIn, 'answer'> & { readonly name: string }

/** The last hand-in of each student of an exercise, by name, without what was handed in. */
export const listLatest = (db: Db, exerciseId: string): Promise<ListedHandIn[]> =>
  listed(db, exerciseId, query =>
    query
      .distinctOn('h.person_id')
      .orderBy([{ column: 'h.person_id' }, { column: 'h.attempt', order: 'desc' }]),
  )

/** All hand-ins of an exercise, by name and attempt, without what was handed in. */
export const listAll = (db: Db, exerciseId: string): Promise<ListedHandIn[]> =>
  listed(db, exerciseId, query => query.orderBy('h.attempt'))

async function listed(
  db: Db,
  exerciseId: string,
  narrow: (query: Knex.QueryBuilder) => Knex.QueryBuilder,
): Promise<ListedHandIn[]> {
  const rows = (await narrow(db('hand_ins as h').where('h.exercise_id', exerciseId)).select(
    'h.id',
    'h.number',
    'h.exercise_id',
    'h.person_id',
    'h.attempt',
    'h.exercise_revision_id',
    'h.handed_in_at',
    'h.late_by_seconds',
    'h.is_automatic',
    db.raw('(SELECT p.name FROM people p WHERE p.id = h.person_id)'),
  )) as (Omit<HandInRow, 'answer'> & { name: string })[]
  return rows
    .map(row => ({ ...withoutAnswer(row), name: row.name }))
    .sort((a, b) => byName.compare(a.name, b.name))
}

/** One collator for all comparisons: making one is slow. */
const byName = new Intl.Collator('en')

/** What was paired by hand in a hand-in: version 0 and no pins where nothing was. */
export interface Pinning {
  readonly version: number
  readonly pins: readonly Pin[]
}

export async function findPinning(db: Db, handInId: string): Promise<Pinning> {
  const row = await db('pinnings').where({ hand_in_id: handInId }).orderBy('version', 'desc').first()
  return row ? { version: row.version, pins: row.pins } : { version: 0, pins: [] }
}

/** Writes the next version of the pins; false when somebody paired meanwhile. */
export async function insertPinning(
  db: Db,
  pinning: { handInId: string; base: number; pins: readonly Pin[]; by: string },
): Promise<boolean> {
  const inserted = await db('pinnings')
    .insert({
      hand_in_id: pinning.handInId,
      version: pinning.base + 1,
      pins: toJsonb(pinning.pins),
      pinned_by: pinning.by,
    })
    .onConflict(['hand_in_id', 'version'])
    .ignore()
    .returning('version')
  return inserted.length === 1
}

/**
 * The newest decision about each cell, the undone ones too (verdict null): their version guards against a decision made
 * meanwhile.
 */
export interface Decision {
  readonly handInId: string
  readonly rule: string
  readonly sheet: 'script'
  readonly version: number
  readonly override: StoredOverride | null
}

export async function listDecisions(db: Db, handInIds: readonly string[]): Promise<Decision[]> {
  const rows = (await db('overrides as o')
    .join('people as p', 'p.id', 'o.decided_by')
    .where(isAmong(db, 'o.hand_in_id', handInIds))
    .whereNotExists(
      db('overrides as newer')
        .whereRaw('(newer.hand_in_id, newer.rule, newer.sheet) = (o.hand_in_id, o.rule, o.sheet)')
        .whereRaw('newer.version > o.version')
        .select(db.raw('1')),
    )
    .orderBy(['o.hand_in_id', 'o.rule'])
    .select('o.*', 'p.name')) as (OverrideRow & { name: string })[]
  return rows.map(row => ({
    handInId: row.hand_in_id,
    rule: row.rule,
    sheet: row.sheet,
    version: row.version,
    override: row.verdict && {
      rule: row.rule,
      sheet: row.sheet,
      verdict: row.verdict,
      reason: row.reason ?? '',
      version: row.version,
      by: row.name,
      at: row.decided_at.toISOString(),
    },
  }))
}

/**
 * Adds the decision if the one it was made on is still the newest; false when somebody decided meanwhile.
 * What was decided before stays.
 */
export async function saveDecision(
  db: Db,
  decision: {
    handInId: string
    rule: string
    sheet: string
    verdict: StoredOverride['verdict'] | null
    reason: string | null
    base: number
    by: string
  },
): Promise<boolean> {
  const added = await rowsOf(
    db,
    `INSERT INTO overrides (hand_in_id, rule, sheet, version, verdict, reason, decided_by)
      SELECT :handInId, :rule, :sheet, :base + 1, :verdict, :reason, :by
      WHERE :base = (SELECT coalesce(max(version), 0) FROM overrides
        WHERE (hand_in_id, rule, sheet) = (:handInId, :rule, :sheet))
      ON CONFLICT DO NOTHING RETURNING version`,
    decision,
  )
  return added.length === 1
}

/** A decision of another installation: the first about its cell. */
export async function insertBroughtDecision(
  db: Db,
  decision: {
    handInId: string
    rule: string
    sheet: string
    verdict: StoredOverride['verdict']
    reason: string
    by: string
    at: string
  },
): Promise<void> {
  await rowsOf(
    db,
    `INSERT INTO overrides (hand_in_id, rule, sheet, version, verdict, reason, decided_by, decided_at)
      VALUES (:handInId, :rule, :sheet, 1, :verdict, :reason, :by, :at)`,
    decision,
  )
}

/** The last reasons given in an exercise, newest first, each once. */
export async function recentReasons(db: Db, exerciseId: string): Promise<string[]> {
  const rows = (await db('overrides as o')
    .join('hand_ins as h', 'h.id', 'o.hand_in_id')
    .where('h.exercise_id', exerciseId)
    .whereNotNull('o.reason')
    .groupBy('o.reason')
    .orderByRaw('max(o.decided_at) DESC')
    .limit(5)
    .select('o.reason')) as { reason: string }[]
  return rows.map(row => row.reason)
}

export async function listComments(db: Db, handInId: string): Promise<CommentLine[]> {
  return (await listCommentsOf(db, [handInId])).get(handInId) ?? []
}

/** The comments of several hand-ins, by hand-in, the first first. */
export async function listCommentsOf(
  db: Db,
  handInIds: readonly string[],
): Promise<Map<string, CommentLine[]>> {
  const rows = await db('comments as c')
    .join('people as p', 'p.id', 'c.written_by')
    .where(isAmong(db, 'c.hand_in_id', handInIds))
    .whereNull('c.deleted_at')
    .orderBy('c.written_at')
    .select('c.hand_in_id', 'c.id', 'c.rule', 'c.text', 'p.name', 'c.written_at')
  return grouped(
    rows as (Pick<CommentRow, 'hand_in_id' | 'id' | 'rule' | 'text' | 'written_at'> & { name: string })[],
    row => ({ id: row.id, rule: row.rule, text: row.text, by: row.name, at: row.written_at.toISOString() }),
  )
}

/** What was handed in, of several, by hand-in. */
export async function listAnswers(
  db: Db,
  handInIds: readonly string[],
): Promise<Map<string, AnswerDocument>> {
  const rows = await db('hand_ins')
    .where(isAmong(db, 'id', handInIds))
    .select('id', 'answer')
  return new Map(rows.map(({ id, answer }) => [id, answer]))
}

/** What was paired by hand last, of several, by hand-in. */
export async function listPins(db: Db, handInIds: readonly string[]): Promise<Map<string, readonly Pin[]>> {
  const rows = await db('pinnings')
    .where(isAmong(db, 'hand_in_id', handInIds))
    .orderBy('version')
    .select('hand_in_id', 'pins')
  return new Map(rows.map(row => [row.hand_in_id, row.pins]))
}

function grouped<Row extends { readonly hand_in_id: string }, Line>(
  rows: readonly Row[],
  toLine: (row: Row) => Line,
): Map<string, Line[]> {
  const groups = new Map<string, Line[]>()
  for (const row of rows) {
    const group = groups.get(row.hand_in_id)
    if (group) group.push(toLine(row))
    else groups.set(row.hand_in_id, [toLine(row)])
  }
  return groups
}

/** What was said before in an exercise, newest first, each once for its rule. */
export async function recentComments(
  db: Db,
  exerciseId: string,
): Promise<{ rule: string | null; text: string }[]> {
  return (await db('comments as c')
    .join('hand_ins as h', 'h.id', 'c.hand_in_id')
    .where('h.exercise_id', exerciseId)
    .whereNull('c.deleted_at')
    .groupBy('c.rule', 'c.text')
    .orderByRaw('max(c.written_at) DESC')
    .limit(200)
    .select('c.rule', 'c.text')) as { rule: string | null; text: string }[]
}

export async function insertComment(
  db: Db,
  comment: { handInId: string; rule: string | null; text: string; by: string },
): Promise<void> {
  await db('comments').insert({
    hand_in_id: comment.handInId,
    rule: comment.rule,
    text: comment.text,
    written_by: comment.by,
  })
}

/** A comment of another installation. */
export async function insertBroughtComment(
  db: Db,
  comment: { handInId: string; rule: string | null; text: string; by: string; at: string },
): Promise<void> {
  await db('comments').insert({
    hand_in_id: comment.handInId,
    rule: comment.rule,
    text: comment.text,
    written_by: comment.by,
    written_at: comment.at,
  })
}

export async function deleteComment(db: Db, handInId: string, id: string): Promise<boolean> {
  return (
    (await db('comments')
      .where({ id, hand_in_id: handInId })
      .whereNull('deleted_at')
      .update({ deleted_at: db.fn.now() })) === 1
  )
}

export interface Review {
  readonly handInId: string
  readonly lookedAtBy: string | null
  readonly isFlagged: boolean
}

export async function listReviews(db: Db, handInIds: readonly string[]): Promise<Map<string, Review>> {
  const rows = (await db('reviews as v')
    .leftJoin('people as p', 'p.id', 'v.looked_at_by')
    .where(isAmong(db, 'v.hand_in_id', handInIds))
    .select('v.hand_in_id', 'p.name', 'v.is_flagged')) as (Pick<ReviewRow, 'hand_in_id' | 'is_flagged'> & {
    name: string | null
  })[]
  return new Map(
    rows.map(row => [
      row.hand_in_id,
      { handInId: row.hand_in_id, lookedAtBy: row.name, isFlagged: row.is_flagged },
    ]),
  )
}

export async function saveReview(
  db: Db,
  handInId: string,
  by: string,
  change: { lookedAt?: boolean | undefined; flagged?: boolean | undefined },
): Promise<void> {
  const row = {
    ...(change.lookedAt === undefined
      ? {}
      : { looked_at_by: change.lookedAt ? by : null, looked_at: change.lookedAt ? db.fn.now() : null }),
    ...(change.flagged === undefined ? {} : { is_flagged: change.flagged }),
  }
  if (Object.keys(row).length === 0) return
  await db('reviews')
    .insert({ hand_in_id: handInId, ...row })
    .onConflict('hand_in_id')
    .merge(row)
}

export interface Release {
  readonly handInId: string
  readonly markingId: string
  readonly releasedAt: string
  readonly takenBackAt: string | null
  readonly points: { got: number; open: number; of: number }
}

export async function listReleases(db: Db, handInIds: readonly string[]): Promise<Map<string, Release>> {
  const rows = await db('releases').where(isAmong(db, 'hand_in_id', handInIds))
  return new Map(
    rows.map(row => [
      row.hand_in_id,
      {
        handInId: row.hand_in_id,
        markingId: row.marking_id,
        releasedAt: row.released_at.toISOString(),
        takenBackAt: row.taken_back_at?.toISOString() ?? null,
        points: row.points,
      },
    ]),
  )
}

/** What a release told: the account and the decisions of that moment. */
export interface Told {
  readonly points: Points
  readonly overrides: readonly StoredOverride[]
}

/** The release of one hand-in, with what it told; null there for releases of before it was kept. */
export async function findReleased(
  db: Db,
  handInId: string,
): Promise<(Release & { readonly told: Told | null }) | undefined> {
  const [release, row] = await Promise.all([
    listReleases(db, [handInId]),
    db('releases').where({ hand_in_id: handInId }).first('told'),
  ])
  const found = release.get(handInId)
  return found && { ...found, told: (row?.told ?? null) as Told | null }
}

/** Decisions about hand-ins take turns with their release. */
export async function lockHandIns(
  db: Db,
  which: { readonly id: string } | { readonly exercise_id: string },
): Promise<void> {
  await db('hand_ins').where(which).orderBy('id').forUpdate().select('id')
}

export async function saveRelease(
  db: Db,
  release: { handInId: string; markingId: string; told: Told; by: string },
): Promise<void> {
  const { got, open, of } = release.told.points
  const row = {
    marking_id: release.markingId,
    points: toJsonb({ got, open, of }),
    told: toJsonb(release.told),
    released_by: release.by,
    released_at: db.fn.now(),
    taken_back_at: null,
  }
  await db('releases')
    .insert({ hand_in_id: release.handInId, ...row })
    .onConflict('hand_in_id')
    .merge(row)
}

/** Students of the course who handed in nothing for an exercise, by name. */
export async function listWithoutHandIn(
  db: Db,
  { id, courseId }: { readonly id: string; readonly courseId: string },
): Promise<{ personId: string; name: string; hasBegun: boolean }[]> {
  const rows = await rowsOf<{ id: string; name: string; has_begun: boolean }>(
    db,
    `SELECT p.id, p.name, EXISTS (SELECT FROM worksheets w WHERE w.exercise_id = :exercise AND w.person_id = p.id) AS has_begun
      FROM memberships m JOIN people p ON p.id = m.person_id
      WHERE m.course_id = :course AND m.role = 'student'
        AND NOT EXISTS (SELECT FROM hand_ins h WHERE h.exercise_id = :exercise AND h.person_id = p.id)
      ORDER BY p.name`,
    { exercise: id, course: courseId },
  )
  return rows.map(({ id: personId, name, has_begun }) => ({ personId, name, hasBegun: has_begun }))
}

export async function takeReleasesBack(
  db: Db,
  exerciseId: string,
  only?: readonly string[],
): Promise<number> {
  return db('releases')
    .whereNull('taken_back_at')
    .whereIn('hand_in_id', db('hand_ins').where({ exercise_id: exerciseId }).select('id'))
    .where(only ? isAmong(db, 'hand_in_id', only) : {})
    .update({ taken_back_at: db.fn.now() })
}

/**
 * Per exercise of a course: what is known of one person in it. In five queries, whatever the number of
 * exercises.
 */
export async function listMine(
  db: Db,
  courseId: string,
  personId: string,
): Promise<
  Map<
    string,
    {
      begun: boolean
      handIns: TurnedIn[]
      releases: ReadonlyMap<string, Release>
      allowance: AllowanceFor | undefined
    }
  >
> {
  const exercises: string[] = await db('exercises').where({ course_id: courseId }).pluck('id')
  const [begun, handIns, allowances] = await Promise.all([
    db('worksheets')
      .where({ person_id: personId })
      .whereIn('exercise_id', exercises)
      .pluck('exercise_id')
      .then(ids => new Set<string>(ids)),
    turnedIn(db)
      .where('h.person_id', personId)
      .whereIn('h.exercise_id', exercises)
      .then(rows => rows.map(toTurnedIn)),
    listAllowancesOf(db, personId, exercises),
  ])
  const byExercise = new Map<string, TurnedIn[]>()
  for (const handIn of handIns)
    byExercise.set(handIn.exerciseId, [...(byExercise.get(handIn.exerciseId) ?? []), handIn])
  const releases = await listReleases(
    db,
    handIns.map(({ id }) => id),
  )
  return new Map(
    exercises.map(id => {
      const own = byExercise.get(id) ?? []
      return [
        id,
        {
          begun: begun.has(id),
          handIns: own,
          releases,
          allowance: allowances.get(id),
        },
      ]
    }),
  )
}
