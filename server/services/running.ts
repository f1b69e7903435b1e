import { createHash } from 'node:crypto'
import { RUN_VERSION, type SandboxReport, type SandboxWork } from '@nomenklatura/core/instances'
import { runInSandbox } from '../pool/engines'
import type { Db } from '../repositories/database'
import { findRun, insertRun } from '../repositories/runs'

/** What is running in this process just now, by what it runs: who asks for the same waits for it. */
const running = new Map<string, Promise<SandboxReport | null>>()

/**
 * What came of the work: a script is run once with the same trials, whoever asks. Null where there are no
 * engines. A run that did not come to its end is not kept: another time it may.
 */
export function runOnce(db: Db, work: SandboxWork): Promise<SandboxReport | null> {
  const hash = createHash('sha256').update(RUN_VERSION).update(JSON.stringify(work)).digest('hex')
  const known = running.get(hash)
  if (known) return known
  const report = runNew(db, hash, work).finally(() => running.delete(hash))
  running.set(hash, report)
  return report
}

async function runNew(db: Db, hash: string, work: SandboxWork): Promise<SandboxReport | null> {
  const before = await findRun(db, hash)
  if (before) return before
  const report = await runInSandbox(work)
  if (report && report.stopped === null) await insertRun(db, hash, report)
  return report
}
