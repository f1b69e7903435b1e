import { shorten, withoutBadSigns } from '@nomenklatura/core/language'
import type { Db } from './database'

/** Whose file it is, of what, and which time it was asked for: an older time is no longer wanted. */
export interface ExportKey {
  readonly exerciseId: string
  readonly personId: string
  readonly askedAt: string
}

export interface ExportState {
  readonly askedAt: string
  readonly state: 'waiting' | 'making' | 'made' | 'stopped' | 'failed'
  readonly done: number
  readonly of: number
  readonly reason: string | null
}

const whose = ({ exerciseId, personId }: Omit<ExportKey, 'askedAt'>) => ({
  exercise_id: exerciseId,
  asked_by: personId,
})
const only = (key: ExportKey) => ({ ...whose(key), asked_at: new Date(key.askedAt) })

/** Asks for a file, in place of the one that was asked for before. */
export async function beginExport(db: Db, exerciseId: string, personId: string, at: Date): Promise<void> {
  const row = { state: 'waiting' as const, asked_at: at, done: 0, total: 0, reason: null, file: null }
  await db('exports')
    .insert({ ...whose({ exerciseId, personId }), ...row })
    .onConflict(['exercise_id', 'asked_by'])
    .merge(row)
}

export async function findExport(
  db: Db,
  exerciseId: string,
  personId: string,
): Promise<ExportState | undefined> {
  const row = await db('exports')
    .where(whose({ exerciseId, personId }))
    .first('asked_at', 'state', 'done', 'total', 'reason')
  return (
    row && {
      askedAt: row.asked_at.toISOString(),
      state: row.state,
      done: row.done,
      of: row.total,
      reason: row.reason,
    }
  )
}

export async function findExportFile(
  db: Db,
  exerciseId: string,
  personId: string,
): Promise<Buffer | undefined> {
  const row = await db('exports')
    .where({ ...whose({ exerciseId, personId }), state: 'made' })
    .first('file')
  return row?.file ?? undefined
}

/** Says how far it is; false where it is no longer wanted. */
export async function recordExport(db: Db, key: ExportKey, done: number, of: number): Promise<boolean> {
  const changed = await db('exports')
    .where(only(key))
    .whereIn('state', ['waiting', 'making'])
    .update({ state: 'making', done, total: of })
  return changed === 1
}

export async function finishExport(db: Db, key: ExportKey, file: Buffer): Promise<void> {
  await db('exports').where(only(key)).where({ state: 'making' }).update({ state: 'made', file })
}

export async function failExport(db: Db, key: ExportKey, reason: string): Promise<void> {
  await db('exports')
    .where(only(key))
    .whereIn('state', ['waiting', 'making'])
    .update({ state: 'failed', reason: shorten(withoutBadSigns(reason), 1000) })
}

export async function stopExport(db: Db, exerciseId: string, personId: string): Promise<void> {
  await db('exports')
    .where(whose({ exerciseId, personId }))
    .whereIn('state', ['waiting', 'making'])
    .update({ state: 'stopped' })
}

/** Files that were asked for long ago are not kept. */
export async function deleteExports(db: Db, before: Date): Promise<void> {
  await db('exports').where('asked_at', '<', before).delete()
}
