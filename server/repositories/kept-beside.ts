import type { SheetContent } from '#shared/answers'
import type { Db } from './database'

export const NOTHING_KEPT: SheetContent = { content: '', number: 0, savedAt: null }

/** What is kept of a worksheet beside its sheets, the last save alone: rows that were tried, marks in the case. */
export type KeptTable = 'row_trials' | 'case_marks'

/** What was kept last; empty where nothing was. */
export async function findKept(db: Db, table: KeptTable, worksheetId: string): Promise<SheetContent> {
  const row = await db(table).where({ worksheet_id: worksheetId }).first()
  return row
    ? { content: row.content, number: row.number, savedAt: row.saved_at.toISOString() }
    : NOTHING_KEPT
}

/** Keeps it in the place of save `base`, and tells its number; null where another save is there. */
export async function keep(
  db: Db,
  table: KeptTable,
  worksheetId: string,
  { content, base, at }: { readonly content: string; readonly base: number; readonly at: Date },
): Promise<number | null> {
  const [kept] = await db(table)
    .insert({ worksheet_id: worksheetId, content, saved_at: at, number: base + 1 })
    .onConflict('worksheet_id')
    .merge(['content', 'saved_at', 'number'])
    .where(`${table}.number`, base)
    .returning('number')
  return kept?.number ?? null
}
