import type { GivenLine } from '#shared/answers'
import { isAmong, rowsOf, type Db } from './database'
import type { GivenPointsRow } from './rows'

/** The newest of each criterion, those that were taken back too: their version guards against what is given meanwhile. */
export interface GivenVersion {
  readonly handInId: string
  readonly criterion: string
  readonly version: number
  readonly given: GivenLine | null
}

export async function listGiven(db: Db, handInIds: readonly string[]): Promise<GivenVersion[]> {
  const rows = (await db('given_points as g')
    .join('people as p', 'p.id', 'g.given_by')
    .where(isAmong(db, 'g.hand_in_id', handInIds))
    .distinctOn('g.hand_in_id', 'g.criterion')
    .orderBy([{ column: 'g.hand_in_id' }, { column: 'g.criterion' }, { column: 'g.version', order: 'desc' }])
    .select('g.*', 'p.name')) as (GivenPointsRow & { name: string })[]
  return rows.map(row => ({
    handInId: row.hand_in_id,
    criterion: row.criterion,
    version: row.version,
    given:
      row.thousandths === null
        ? null
        : {
            criterion: row.criterion,
            thousandths: row.thousandths,
            reason: row.reason,
            by: row.name,
            at: row.given_at.toISOString(),
          },
  }))
}

export interface NewGiven {
  readonly handInId: string
  readonly criterion: string
  readonly thousandths: number | null
  readonly reason: string
  readonly base: number
  readonly by: string
  /** When, where it was in another installation. @defaultValue now */
  readonly at?: string
}

/** Adds what is given if what it was given on is still the newest; false when somebody gave meanwhile. */
export async function saveGiven(db: Db, given: NewGiven): Promise<boolean> {
  const added = await rowsOf(
    db,
    `INSERT INTO given_points (hand_in_id, criterion, version, thousandths, reason, given_by, given_at)
      SELECT :handInId, :criterion, :base + 1, CAST(:thousandths AS integer), :reason, :by,
        coalesce(CAST(:at AS timestamptz), now())
      WHERE :base = (SELECT coalesce(max(version), 0) FROM given_points
        WHERE (hand_in_id, criterion) = (:handInId, :criterion))
      ON CONFLICT DO NOTHING RETURNING version`,
    { ...given, at: given.at ?? null },
  )
  return added.length === 1
}
