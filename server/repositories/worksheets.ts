import type { Db } from './database'

export interface SavedSheet { readonly content: string, readonly number: number, readonly savedAt: string }

export async function findWorksheet(db: Db, exerciseId: string, personId: string): Promise<string | undefined> {
  const row = await db('worksheets').where({ exercise_id: exerciseId, person_id: personId }).first('id')
  return row?.id
}

/** The person's worksheet, begun now if there is none. */
export async function beginWorksheet(db: Db, exerciseId: string, personId: string, at: Date): Promise<string> {
  await db('worksheets').insert({ exercise_id: exerciseId, person_id: personId, begun_at: at }).onConflict(['exercise_id', 'person_id']).ignore()
  return (await findWorksheet(db, exerciseId, personId))!
}

export async function lockWorksheet(db: Db, id: string): Promise<void> {
  await db('worksheets').where({ id }).forUpdate().first('id')
}

/** What was last saved; undefined before the first save. */
export async function latestSheet(db: Db, worksheetId: string, sheet: string): Promise<SavedSheet | undefined> {
  const row = await db('worksheet_revisions').where({ worksheet_id: worksheetId, sheet }).orderBy('number', 'desc').first()
  return row && { content: row.content, number: row.number, savedAt: row.saved_at.toISOString() }
}

export async function insertSheet(db: Db, worksheetId: string, sheet: string, saved: { number: number, content: string, at: Date }): Promise<void> {
  await db('worksheet_revisions').insert({ worksheet_id: worksheetId, sheet, number: saved.number, content: saved.content, saved_at: saved.at })
}

export async function keepStale(db: Db, worksheetId: string, sheet: string, base: number, content: string): Promise<void> {
  await db('stale_saves').insert({ worksheet_id: worksheetId, sheet, base_number: base, content })
}

/** Students of the course with a worksheet but no hand-in, with their due moment where it differs. */
export async function listUncollected(db: Db, exerciseId: string, courseId: string): Promise<{ personId: string, worksheetId: string, dueAt: Date | null }[]> {
  const rows = await db('worksheets as w')
    .join('memberships as m', join => join.on('m.person_id', 'w.person_id').andOn('m.course_id', db.raw('?::uuid', [courseId])).andOn('m.role', db.raw('?', ['student'])))
    .leftJoin('allowances as a', join => join.on('a.person_id', 'w.person_id').andOn('a.exercise_id', 'w.exercise_id'))
    .where('w.exercise_id', exerciseId)
    .whereNotExists(db('hand_ins as h').whereRaw('h.exercise_id = w.exercise_id AND h.person_id = w.person_id').select(db.raw('1')))
    .select('w.person_id', 'w.id', 'a.due_at')
  return rows.map(row => ({ personId: row.person_id, worksheetId: row.id, dueAt: row.due_at }))
}
