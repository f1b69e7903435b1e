import type { SandboxReport } from '@nomenklatura/core/instances'
import { toJsonb, type Db } from './database'

/** What came of running a script with its trials, by the hash of both. */
export async function findRun(db: Db, hash: string): Promise<SandboxReport | undefined> {
  const row = await db('runs').where({ work_hash: hash }).first('report')
  return row?.report
}

export async function insertRun(db: Db, hash: string, report: SandboxReport): Promise<void> {
  await db('runs')
    .insert({ work_hash: hash, report: toJsonb(report) })
    .onConflict('work_hash')
    .ignore()
}

/** Takes away what was run before a moment: it can be run again. */
export async function deleteOldRuns(db: Db, before: Date): Promise<number> {
  return db('runs').where('ran_at', '<', before).delete()
}
