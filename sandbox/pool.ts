import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { Piscina } from 'piscina'
import {
  SANDBOX_LIMITS,
  type SandboxEngine,
  type SandboxReport,
  type SandboxWork,
} from '@nomenklatura/core/instances'
import type { TrialReport, TrialWork } from '@nomenklatura/core/row-trial'
import type { ThreadTask } from './node-thread'

export interface PoolOptions {
  /** Where all lies that engines start from (bin/support/bundle.mjs). */
  readonly folder: string
  /** @defaultValue one for each processor */
  readonly engines?: number
  readonly ms?: number
}

/** Engines in worker threads, kept warm: each runs one work at a time, and is ended when one takes too long. */
export class EnginePool implements SandboxEngine {
  private readonly threads: Piscina
  private readonly ms: number
  private readonly engines: number

  constructor({ folder, engines = availableParallelism(), ms = SANDBOX_LIMITS.ms }: PoolOptions) {
    this.ms = ms
    this.engines = engines
    this.threads = new Piscina({
      filename: join(folder, 'thread.mjs'),
      workerData: { folder },
      minThreads: engines,
      maxThreads: engines,
      idleTimeout: Infinity,
      concurrentTasksPerWorker: 1,
    })
  }

  /** Starts all engines, so that the first work need not wait. */
  async warm(): Promise<void> {
    await Promise.all(Array.from({ length: this.engines }, () => this.threads.run(task({}))))
  }

  run(work: SandboxWork): Promise<SandboxReport> {
    return this.runWork(work, true)
  }

  /** Shows a row trial from its beginning. One that takes too long says so, and no more. */
  async show(trial: TrialWork): Promise<TrialReport> {
    const asked = task({ trial })
    const report = await this.within(asked)
    return (report as TrialReport | null) ?? { tables: [], before: [], steps: [], stopped: 'time' }
  }

  private async runWork(work: SandboxWork, tellsBefore: boolean): Promise<SandboxReport> {
    const asked = task({ work })
    const report = (await this.within(asked)) as SandboxReport | null
    if (report) return report
    const before = tellsBefore ? work.statements.slice(0, Math.max(0, asked.step[0]!)) : []
    return this.tookTooLong(before)
  }

  /** What the thread answers; null, and the thread is ended, where it takes too long. */
  private async within(asked: ThreadTask): Promise<SandboxReport | TrialReport | null> {
    const limit = new AbortController()
    let since: number | null = null
    // The time is that of the work, not of waiting for an engine: the thread says when it begins.
    const watch = setInterval(() => {
      if (asked.step[0]! >= 0 && since === null) since = Date.now()
      if (since !== null && Date.now() - since > this.ms) limit.abort()
    }, TICK_MS)
    try {
      return (await this.threads.run(asked, { signal: limit.signal })) as SandboxReport | TrialReport
    } catch (error) {
      if (!limit.signal.aborted) throw error
      return null
    } finally {
      clearInterval(watch)
    }
  }

  /** The statements before the one that did not end are told all the same, if they come to an end themselves. */
  private async tookTooLong(before: readonly string[]): Promise<SandboxReport> {
    const none: SandboxReport = { statements: [], trials: [], stopped: 'time' }
    if (before.length === 0) return none
    const { statements } = await this.runWork({ statements: before, meant: null, trials: [] }, false)
    return { ...none, statements }
  }

  async close(): Promise<void> {
    await this.threads.destroy()
  }
}

const TICK_MS = 50

const task = ({ work = null, trial = null }: Partial<ThreadTask>): ThreadTask => ({
  work,
  trial,
  step: new Int32Array(new SharedArrayBuffer(4)).fill(-1),
})
