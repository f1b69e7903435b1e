import type { Db } from './database'

/** What was kept last of a worksheet's row trial; empty where nothing was. */
export async function findRowTrial(db: Db, worksheetId: string): Promise<string> {
  const row = await db('row_trials').where({ worksheet_id: worksheetId }).first('content')
  return row?.content ?? ''
}

/** Keeps it in the place of what was there. */
export async function keepRowTrial(db: Db, worksheetId: string, content: string, at: Date): Promise<void> {
  await db('row_trials')
    .insert({ worksheet_id: worksheetId, content, saved_at: at })
    .onConflict('worksheet_id')
    .merge(['content', 'saved_at'])
}
