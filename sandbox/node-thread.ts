import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { workerData } from 'node:worker_threads'
import { PGlite } from '@electric-sql/pglite'
import { SANDBOX_LIMITS, type SandboxReport, type SandboxWork } from '@nomenklatura/core/instances'
import type { TrialReport, TrialWork } from '@nomenklatura/core/row-trial'
import { BoundedMemory } from './bounded-memory'
import { pgliteSession } from './pglite-session'
import { remember, runWork, tidy } from './run-work'
import type { Session } from './session'
import { TrialRoom } from './trial-room'

/** What a thread is asked: to run a work, to show a row trial, or only to be ready. */
export interface ThreadTask {
  readonly work: SandboxWork | null
  readonly trial: TrialWork | null
  /** Where the thread says how far it is, for who ends it. */
  readonly step: Int32Array
}

const memory = new BoundedMemory()
/** What was undone stays in the catalogs' files until it is swept out: after so many works. */
const TIDY_EVERY = 32
/** An engine never gives memory back: after so many works another one takes its place. */
const RENEW_EVERY = 1000
let works = 0
/** The engine of this thread, started once from the image and used for one work after the other. */
let session: Promise<Session> | undefined

let wasm: WebAssembly.Module | undefined

function file(name: string): Uint8Array<ArrayBuffer> {
  const { folder } = workerData as { folder: string }
  return new Uint8Array(readFileSync(join(folder, name)))
}

async function start(): Promise<Session> {
  memory.forNewEngine()
  wasm ??= await WebAssembly.compile(file('pglite.wasm'))
  const database = await PGlite.create({
    pgliteWasmModule: wasm,
    fsBundle: new Blob([file('pglite.data')]),
    loadDataDir: new Blob([file('image.tar')]),
  })
  memory.allowMore(SANDBOX_LIMITS.memoryMb * 2 ** 20)
  const started = pgliteSession(database)
  await remember(started)
  return started
}

/** What became of what was asked; an engine that it broke is given up for a new one. */
export default async function run({
  work,
  trial,
  step,
}: ThreadTask): Promise<SandboxReport | TrialReport | null> {
  // One that could not be started is not kept: the next work tries again.
  session ??= start().catch((error: unknown) => {
    session = undefined
    throw error
  })
  const ready = await session
  if (!work && !trial) return null
  try {
    if (++works % TIDY_EVERY === 0) await tidy(ready)
    Atomics.store(step, 0, 0)
    if (trial) return await showTrial(ready, trial)
    return bounded(await runWork(ready, work!, { onStep: at => Atomics.store(step, 0, at) }))
  } catch {
    giveUp(ready)
    const stopped = memory.isScarce ? 'memory' : 'engine'
    return trial ? { tables: [], before: [], steps: [], stopped } : { statements: [], trials: [], stopped }
  } finally {
    if (memory.isScarce || works % RENEW_EVERY === 0) giveUp(ready)
  }
}

async function showTrial(engine: Session, trial: TrialWork): Promise<TrialReport> {
  const room = new TrialRoom(engine)
  const report = await room.show(trial)
  await room.leave()
  return report
}

/** The next work finds a new engine. */
function giveUp(engine: Session): void {
  session = undefined
  void engine.close().catch(() => {})
}

function bounded(report: SandboxReport): SandboxReport {
  if (JSON.stringify(report.trials).length <= SANDBOX_LIMITS.output) return report
  return { ...report, trials: [], stopped: 'output' }
}
