import PgBoss from 'pg-boss'
import { database } from '../repositories/database'
import type { ExportKey } from '../repositories/exports'
import type { Among } from '../repositories/markings'
import { log, logFault } from '../services/log'
import { unmarked } from '../services/marking'

export const MARK_QUEUE = 'mark-hand-in'

/** Files that are asked for: each is a person's, and made by whichever worker is free. */
export const EXPORT_QUEUE = 'make-export'
const EXPORT = { retryLimit: 2, retryDelay: 5, expireInSeconds: 900 }

export interface MarkJob {
  readonly handInId: string
  readonly revisionId: string
}

/** Finished jobs go after an hour: what was done stands in the markings. */
const KEPT = { archiveCompletedAfterSeconds: 600, archiveFailedAfterSeconds: 600, deleteAfterSeconds: 3600 }
const JOB = { retryLimit: 5, retryDelay: 2, retryBackoff: true, expireInSeconds: 120 }

let sender: Promise<PgBoss> | undefined

/**
 * The queue as a web process uses it: it sends only. Where it could not be reached, it is tried anew at the
 * next call.
 */
export async function queue(): Promise<PgBoss> {
  sender ??= startBoss({ supervise: false, schedule: false, max: 2 })
  try {
    return await sender
  } catch (error) {
    sender = undefined
    throw error
  }
}

export async function closeQueue(): Promise<void> {
  const boss = await sender?.catch(() => undefined)
  sender = undefined
  await boss?.stop({ graceful: false, wait: true })
}

export async function startBoss(
  options: Omit<PgBoss.ConstructorOptions, 'connectionString'>,
): Promise<PgBoss> {
  const boss = new PgBoss({
    connectionString: process.env.DATABASE_URL!,
    schema: 'jobs',
    ...KEPT,
    ...options,
  })
  boss.on('error', error => logFault('queue', error))
  try {
    await boss.start()
    await boss.createQueue(MARK_QUEUE, { name: MARK_QUEUE, policy: 'short', ...JOB })
    await boss.createQueue(EXPORT_QUEUE, { name: EXPORT_QUEUE, policy: 'standard', ...EXPORT })
    return boss
  } catch (error) {
    await boss.stop({ graceful: false, wait: false }).catch(() => undefined)
    throw error
  }
}

/** Asks for a marking. Asking twice for the same inputs while one waits is the same as asking once. */
export async function askForMarking(boss: PgBoss, job: MarkJob): Promise<void> {
  await boss.send(MARK_QUEUE, job, { singletonKey: `${job.handInId} ${job.revisionId}`, ...JOB })
}

/** Asks for a file to be made. */
export async function sendExport(boss: PgBoss, key: ExportKey): Promise<void> {
  await boss.send(EXPORT_QUEUE, key, EXPORT)
}

/**
 * As `askForMissing`, after something was committed: that stands whatever happens now. Should asking fail, a
 * worker finds what is missing by itself.
 */
export async function askAndGoOn(exerciseId: string): Promise<number> {
  try {
    return await askForMissing(await queue(), { exerciseId })
  } catch (error) {
    logFault('queue', error, { exerciseId })
    return 0
  }
}

/**
 * Asks for every marking that is missing, of one exercise, of those with something new, or of all. Answers
 * how many.
 */
export async function askForMissing(boss: PgBoss, among: Among = {}): Promise<number> {
  const missing = await unmarked(database(), among)
  for (const job of missing) await askForMarking(boss, job)
  if (missing.length > 0) log('asked for markings', { count: missing.length, exerciseId: among.exerciseId })
  return missing.length
}
