import type { SheetContent } from '#shared/answers'
import type { Db } from './database'

export const NOTHING_KEPT: SheetContent = { content: '', number: 0, savedAt: null }

/** What was kept last of a worksheet's row trial; empty where nothing was. */
export async function findRowTrial(db: Db, worksheetId: string): Promise<SheetContent> {
  const row = await db('row_trials').where({ worksheet_id: worksheetId }).first()
  return row
    ? { content: row.content, number: row.number, savedAt: row.saved_at.toISOString() }
    : NOTHING_KEPT
}

/** Keeps it in the place of save `base`, and tells its number; null where another save is there. */
export async function keepRowTrial(
  db: Db,
  worksheetId: string,
  { content, base, at }: { readonly content: string; readonly base: number; readonly at: Date },
): Promise<number | null> {
  const [kept] = await db('row_trials')
    .insert({ worksheet_id: worksheetId, content, saved_at: at, number: base + 1 })
    .onConflict('worksheet_id')
    .merge(['content', 'saved_at', 'number'])
    .where('row_trials.number', base)
    .returning('number')
  return kept?.number ?? null
}
