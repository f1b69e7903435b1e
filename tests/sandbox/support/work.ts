import { runnableScript, type SandboxWork, type Trial } from '@nomenklatura/core/instances'
import { readScript } from '@nomenklatura/core/sql'

/** A script as the engines get it, with what is tried on it. */
export function workOf(script: string, ...trials: readonly Partial<Trial>[]): SandboxWork {
  const { statements } = runnableScript(script, readScript(script), { starter: '', isTaken: true })
  return {
    statements: statements.map(({ text }) => text),
    meant: null,
    trials: trials.map(trial => ({ before: [], tried: [], looks: [], ...trial })),
  }
}
