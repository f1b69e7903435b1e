import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import type { SandboxReport, SandboxWork } from '@nomenklatura/core/instances'
import type { TrialReport, TrialWork } from '@nomenklatura/core/row-trial'
import { EnginePool } from '../../sandbox/pool'
import { logFault } from '../services/log'

/** So many engines run scripts at a time in this process; with none, answers are marked by reasoning alone. */
export const ENGINES = Number(process.env.NOMENKLATURA_ENGINES ?? availableParallelism())

let engines: EnginePool | null | undefined

/** Where lies what engines start from: beside the program that runs, or where the tests and the development server say. */
function sandboxFolder(): string | undefined {
  const beside = dirname(process.argv[1] ?? '.')
  const candidates = [
    process.env.NOMENKLATURA_SANDBOX,
    join(beside, 'workers/sandbox'),
    join(beside, 'sandbox'),
  ]
  return candidates.find(folder => folder !== undefined && existsSync(join(folder, 'image.tar')))
}

function pool(): EnginePool | null {
  if (engines !== undefined) return engines
  const folder = ENGINES > 0 ? sandboxFolder() : undefined
  engines = folder === undefined ? null : new EnginePool({ folder, engines: ENGINES })
  return engines
}

/** Starts the engines, so that the first who needs one does not wait. */
export async function warmEngines(): Promise<void> {
  await pool()
    ?.warm()
    .catch(error => logFault('sandbox', error))
}

/** What came of the work; null where there are no engines, or none could be had. */
export const runInSandbox = (work: SandboxWork): Promise<SandboxReport | null> =>
  withEngines(engine => engine.run(work))

/** A row trial as an engine here shows it; null like above. */
export const showInSandbox = (trial: TrialWork): Promise<TrialReport | null> =>
  withEngines(engine => engine.show(trial))

async function withEngines<Report>(run: (pool: EnginePool) => Promise<Report>): Promise<Report | null> {
  const found = pool()
  if (!found) return null
  try {
    return await run(found)
  } catch (error) {
    logFault('sandbox', error)
    return null
  }
}

export async function closeEngines(): Promise<void> {
  const closing = engines
  engines = undefined
  await closing?.close()
}
