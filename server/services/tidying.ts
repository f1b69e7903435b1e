import type { Db } from '../repositories/database'
import { deleteExports } from '../repositories/exports'
import { deleteOldRuns } from '../repositories/runs'
import { deleteExpiredSessions, deleteOldTries } from '../repositories/sessions'
import { thinRevisions } from '../repositories/worksheets'
import { log } from './log'

const DAY_MS = 86_400_000

/**
 * What nobody needs any more: of saves older than a day all but the last of each minute, sessions that have
 * ended, tries to sign in and files that were asked for of before a day, runs of before a month.
 */
export async function tidyUp(db: Db, now = new Date()): Promise<void> {
  const before = (days: number): Date => new Date(now.getTime() - days * DAY_MS)
  const revisions = await thinRevisions(db, { from: before(3), until: before(1) })
  const sessions = await deleteExpiredSessions(db, now)
  const runs = await deleteOldRuns(db, before(30))
  await deleteOldTries(db, before(1))
  await deleteExports(db, before(1))
  if (revisions + sessions + runs > 0) log('tidied up', { revisions, sessions, runs })
}
