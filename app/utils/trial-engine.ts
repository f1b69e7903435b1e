import type { BrowserAsk, BrowserTold } from '~~/sandbox/browser-thread'
import type { SandboxReport, SandboxWork } from '@nomenklatura/core/instances'
import type { TrialReport, TrialWork } from '@nomenklatura/core/row-trial'

/** How much of the engine is loaded, in bytes. */
export interface Loaded {
  readonly done: number
  readonly of: number
}

/** What shows row trials. */
export interface TrialEngine {
  /** Where it runs, as it is told. */
  readonly where: 'here' | 'on the server'
  /** Makes it ready. Rejects where it cannot be had. */
  start(onLoaded: (loaded: Loaded) => void): Promise<void>
  /** Rejects with `TookTooLong` where a step does not end, and with other errors where it broke. */
  show(work: TrialWork): Promise<TrialReport>
  close(): void
}

export class TookTooLong extends Error {
  override readonly name = 'TookTooLong'
}

/** It was given back while it was asked. */
export class GivenBack extends Error {
  override readonly name = 'GivenBack'
}

/** Who asks longer does not come to an end. On other tables all steps are run again. */
const MOST_MS = 10_000

/** PostgreSQL in a worker of this page. One that takes too long, or breaks, is ended; the next show begins anew. */
export class EngineHere implements TrialEngine {
  readonly where = 'here'
  private worker: Worker | undefined
  /** Who waits for an answer. */
  private waiting: ((error: Error) => void) | undefined

  constructor(private readonly path: string) {}

  async start(onLoaded: (loaded: Loaded) => void): Promise<void> {
    await this.ask({ ask: 'start' }, null, onLoaded)
  }

  async show(work: TrialWork): Promise<TrialReport> {
    const answer = await this.askReady({ ask: 'show', work })
    if (answer.told !== 'report') throw new Error('The engine answered something else.')
    return answer.report
  }

  /** Runs what a verdict is judged by. */
  async run(work: SandboxWork): Promise<SandboxReport> {
    const answer = await this.askReady({ ask: 'run', work })
    if (answer.told !== 'run') throw new Error('The engine answered something else.')
    return answer.report
  }

  /** Loading is not counted into its time. */
  private async askReady(asked: BrowserAsk): Promise<BrowserTold> {
    if (!this.worker) await this.start(() => {})
    return this.ask(asked, MOST_MS)
  }

  private ask(
    asked: BrowserAsk,
    mostMs: number | null,
    onLoaded: (loaded: Loaded) => void = () => {},
  ): Promise<BrowserTold> {
    const worker = (this.worker ??= new Worker(`${this.path}/thread.js`, { type: 'module' }))
    return new Promise((resolve, reject) => {
      const fail = (error: Error): void => {
        this.waiting = undefined
        this.close()
        reject(error)
      }
      this.waiting = error => {
        clearTimeout(watch)
        reject(error)
      }
      const late = (): void => fail(new TookTooLong('It takes too long.'))
      const watch = mostMs === null ? undefined : setTimeout(late, mostMs)
      worker.onmessage = ({ data }: MessageEvent<BrowserTold>) => {
        if (data.told === 'progress') return onLoaded({ done: data.loaded, of: data.of })
        clearTimeout(watch)
        this.waiting = undefined
        if (data.told === 'failed') fail(new Error(data.reason))
        else resolve(data)
      }
      worker.onerror = () => {
        clearTimeout(watch)
        fail(new Error('The engine could not be loaded.'))
      }
      worker.postMessage(JSON.parse(JSON.stringify(asked)))
    })
  }

  close(): void {
    this.worker?.terminate()
    this.worker = undefined
    this.waiting?.(new GivenBack('The engine was given back.'))
    this.waiting = undefined
  }
}

/** The server's engines, for browsers that have none: each time from the beginning. */
export class EngineOnServer implements TrialEngine {
  readonly where = 'on the server'

  constructor(private readonly exerciseId: string) {}

  async start(): Promise<void> {}

  async show(work: TrialWork): Promise<TrialReport> {
    const report = await api<TrialReport>(`/exercises/${this.exerciseId}/row-trial`, {
      method: 'POST',
      body: work,
    })
    if (report.stopped === 'time') throw new TookTooLong('It takes too long.')
    return report
  }

  close(): void {}
}
