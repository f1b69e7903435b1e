import { createHash } from 'node:crypto'
import { RUN_VERSION, type SandboxReport, type SandboxWork } from '@nomenklatura/core/instances'
import { runInSandbox } from '../pool/engines'
import type { Db } from '../repositories/database'
import { findRun, insertRun } from '../repositories/runs'

/** What came of the last ones in this process, those included that did not come to their end: for a while. */
const recent = new Map<string, SandboxReport>()
const MOST_RECENT = 200

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
  const before = recent.get(hash) ?? (await findRun(db, hash))
  if (before) return before
  const report = await runInSandbox(work)
  if (report) remember(hash, report)
  if (report && report.stopped === null) await insertRun(db, hash, report)
  return report
}

/** The oldest makes room; one that did not come to its end is forgotten after a minute. */
function remember(hash: string, report: SandboxReport): void {
  recent.set(hash, report)
  const [oldest] = recent.keys()
  if (recent.size > MOST_RECENT && oldest !== undefined) recent.delete(oldest)
  if (report.stopped !== null) setTimeout(() => recent.delete(hash), FORGET_MS).unref()
}

const FORGET_MS = 60_000
