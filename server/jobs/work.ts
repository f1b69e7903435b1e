import type PgBoss from 'pg-boss'
import { THREADS, closePool } from '../pool/compute'
import { closeEngines } from '../pool/engines'
import { database } from '../repositories/database'
import type { ExportKey } from '../repositories/exports'
import { makeExport } from '../services/make-export'
import { collectDue } from '../services/handing-in'
import { log, logFault } from '../services/log'
import { markHandIn } from '../services/marking'
import { tidyUp } from '../services/tidying'
import { EXPORT_QUEUE, MARK_QUEUE, askForMissing, startBoss, type MarkJob } from './queue'

const HOUR_MS = 3_600_000
/** A save that was acknowledged just before the due moment may still be on its way into the database. */
const GRACE_MS = 3000
const LONGEST_PAUSE_MS = 30_000
/**
 * So far back a sweep looks for what came or changed; everything is looked at when the worker begins, after
 * collecting, and now and then.
 */
const RECENT_MS = 300_000
const WHOLE_MS = 600_000

export interface Working {
  readonly stop: () => Promise<void>
}

/**
 * A worker: marks what is asked for, and every few seconds collects what is due and asks for what is missing,
 * so that a job lost with a killed process is found again from the hand-ins themselves. As many workers as
 * wanted may run. It starts while the database is away, and outlives it: it tries again after growing pauses.
 */
export function startWorker({ sweepMs = 5000 }: { sweepMs?: number } = {}): Working {
  const stopping = new AbortController()
  const done = keepWorking(sweepMs, stopping.signal)
  return {
    stop: async () => {
      stopping.abort()
      await done
      await Promise.all([closePool(), closeEngines()])
    },
  }
}

async function keepWorking(sweepMs: number, stopped: AbortSignal): Promise<void> {
  let pause = 500
  while (!stopped.aborted) {
    let boss: PgBoss | undefined
    try {
      boss = await startMarking()
      log('worker ready')
      pause = 500
      await sweepUntil(boss, sweepMs, stopped)
    } catch (error) {
      logFault('worker', error, { nextTryMs: pause })
      await sleep(pause, stopped)
      pause = Math.min(2 * pause, LONGEST_PAUSE_MS)
    }
    await boss
      ?.stop({ graceful: stopped.aborted, wait: true, timeout: 5000 })
      .catch(error => logFault('worker', error))
  }
}

async function startMarking(): Promise<PgBoss> {
  const boss = await startBoss({
    max: 4,
    maintenanceIntervalSeconds: 10,
    monitorStateIntervalSeconds: 10,
  } as PgBoss.ConstructorOptions)
  // As many at a time as there are threads: a hand-in that takes long holds up only the few that were fetched
  // with it.
  for (let i = 0; i < THREADS; i++) {
    await boss.work<MarkJob>(MARK_QUEUE, { batchSize: 10, pollingIntervalSeconds: 0.5 }, async jobs => {
      for (const { data } of jobs) await markHandIn(database(), data.handInId, data.revisionId)
    })
  }
  await boss.work<ExportKey>(EXPORT_QUEUE, { batchSize: 1, pollingIntervalSeconds: 0.5 }, async jobs => {
    for (const { data } of jobs) await makeExport(database(), data)
  })
  return boss
}

/**
 * Sweeps one after the other, never two at once; ends when it is told to, or when one fails: then all is
 * begun anew.
 */
async function sweepUntil(boss: PgBoss, sweepMs: number, stopped: AbortSignal): Promise<void> {
  let [tidiedAt, lookedAt] = [0, 0]
  while (!stopped.aborted) {
    const begun = Date.now()
    const collected = await collectDue(database(), new Date(begun - GRACE_MS))
    const isWhole = collected > 0 || begun - lookedAt > WHOLE_MS
    await askForMissing(boss, isWhole ? {} : { since: new Date(begun - RECENT_MS) })
    if (isWhole) lookedAt = begun
    if (Date.now() - tidiedAt > HOUR_MS) {
      tidiedAt = Date.now()
      await tidyUp(database(), new Date(tidiedAt))
    }
    await sleep(sweepMs, stopped)
  }
}

function sleep(ms: number, stopped: AbortSignal): Promise<void> {
  return new Promise(resolve => {
    if (stopped.aborted) return resolve()
    const timer = setTimeout(end, ms)
    stopped.addEventListener('abort', end, { once: true })
    function end(): void {
      clearTimeout(timer)
      stopped.removeEventListener('abort', end)
      resolve()
    }
  })
}
