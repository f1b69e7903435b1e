import type { ExportAnswer } from '#shared/answers'
import type { Db } from '../repositories/database'
import { beginExport, findExport, type ExportKey } from '../repositories/exports'

/** Asks for everything of an exercise as one file; a worker makes it. */
export async function askForExport(
  db: Db,
  exerciseId: string,
  personId: string,
  now = new Date(),
): Promise<ExportKey> {
  await beginExport(db, exerciseId, personId, now)
  return { exerciseId, personId, askedAt: now.toISOString() }
}

/** How far the file is that a person asked for last. */
export async function showExport(db: Db, exerciseId: string, personId: string): Promise<ExportAnswer> {
  const found = await findExport(db, exerciseId, personId)
  return found ? { ...found } : { state: 'none', askedAt: null, done: 0, of: 0, reason: null }
}
