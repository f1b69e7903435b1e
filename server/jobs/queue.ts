import PgBoss from 'pg-boss'
import { database } from '../repositories/database'
import { collectDue } from '../services/handing-in'
import { markHandIn, unmarked } from '../services/marking'

export const MARK_QUEUE = 'mark-hand-in'

export interface MarkJob { readonly handInId: string, readonly revisionId: string }

let sender: Promise<PgBoss> | undefined

/** The queue as a web process uses it: it sends only. */
export function queue(): Promise<PgBoss> {
  sender ??= startBoss({ supervise: false, schedule: false, max: 2 })
  return sender
}

export async function closeQueue(): Promise<void> {
  const boss = await sender
  sender = undefined
  await boss?.stop({ graceful: false, wait: true })
}

async function startBoss(options: Omit<PgBoss.ConstructorOptions, 'connectionString'>): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: process.env.DATABASE_URL!, schema: 'jobs', ...options })
  boss.on('error', error => console.error(`queue: ${error.message}`))
  await boss.start()
  await boss.createQueue(MARK_QUEUE, { name: MARK_QUEUE, policy: 'short', retryLimit: 5, retryDelay: 2, expireInSeconds: 60 })
  return boss
}

/** Asks for a marking. Asking twice for the same inputs while one waits is the same as asking once. */
export async function askForMarking(boss: PgBoss, job: MarkJob): Promise<void> {
  await boss.send(MARK_QUEUE, job, { singletonKey: `${job.handInId} ${job.revisionId}`, retryLimit: 5, retryDelay: 2, expireInSeconds: 60 })
}

/** Asks for every marking that is missing, of one exercise or of all. Answers how many. */
export async function askForMissing(boss: PgBoss, exerciseId?: string): Promise<number> {
  const missing = await unmarked(database(), exerciseId)
  for (const job of missing) await askForMarking(boss, job)
  return missing.length
}

/**
 * A worker: marks what is asked for, and every few seconds collects what is due and asks for what is missing, so that a job lost with a
 * killed process is found again from the hand-ins themselves. As many workers as wanted may run.
 */
export async function startWorker({ sweepMs = 5000 }: { sweepMs?: number } = {}): Promise<{ stop: () => Promise<void> }> {
  const boss = await startBoss({ max: 4, maintenanceIntervalSeconds: 10, monitorStateIntervalSeconds: 10 } as PgBoss.ConstructorOptions)
  await boss.work<MarkJob>(MARK_QUEUE, { batchSize: 10, pollingIntervalSeconds: 0.5 }, async (jobs) => {
    for (const { data } of jobs) await markHandIn(database(), data.handInId, data.revisionId)
  })
  let stopped = false
  const sweep = async (): Promise<void> => {
    try {
      await collectDue(database())
      await askForMissing(boss)
    }
    catch (error) {
      console.error(`worker: ${(error as Error).message}`)
    }
  }
  await sweep()
  const timer = setInterval(() => void (stopped || sweep()), sweepMs)
  return {
    stop: async () => {
      stopped = true
      clearInterval(timer)
      await boss.stop({ graceful: true, wait: true, timeout: 5000 })
    },
  }
}
