import type { SandboxEngine, SandboxReport } from '@nomenklatura/core/instances'
import {
  Proof,
  isSound,
  proofFigures,
  type ModelFault,
  type ModelSheet,
  type ProofCase,
  type ProofLine,
} from '@nomenklatura/core/proof'
import { CallError, readInput, type Call } from './call'
import { inTurn, startEngines } from './engines'
import { readExercise } from './exercise-file'
import { proofInWords, proofReport } from './prove-words'

/** Tries exercises with typical mistakes and harmless changes of their model answers. */
export async function runProve({ files, json, run, jobs, strict }: Call): Promise<number> {
  if (files.length === 0) throw new CallError('name an exercise, or - for standard input')
  const engines = run ? await startEngines(jobs) : null
  let isWeak = false
  for (const file of files) {
    const document = readExercise(readInput(file))
    const proof = new Proof(document)
    // What the model answers come to, first: everything is measured by it.
    const faults: ModelFault[] = []
    for (const base of proof.sheets) faults.push(...proof.faultsOf(base, await ran(proof, base, engines)))
    const lines = await judgeAll(proof, engines, jobs)
    const report = proofReport(file, document, lines, faults, engines !== null)
    isWeak ||= !isSound(proofFigures(lines))
    if (json) console.log(files.length > 1 ? JSON.stringify(report) : JSON.stringify(report, null, 2))
    else console.log(proofInWords(report, document))
  }
  await engines?.close()
  return strict && isWeak ? 1 : 0
}

async function judgeAll(proof: Proof, engines: SandboxEngine | null, jobs: number): Promise<ProofLine[]> {
  const { cases } = proof
  const lines: ProofLine[] = []
  const judge = async (one: ProofCase): Promise<ProofLine> => proof.judge(one, await ran(proof, one, engines))
  for await (const line of inTurn(cases, jobs, judge)) {
    lines.push(line)
    if (process.stderr.isTTY)
      process.stderr.write(`\r${lines.length} of ${cases.length}${lines.length === cases.length ? '\n' : ''}`)
  }
  return lines
}

/** What came of running a case; undefined where nothing of it can be run, or nothing is to be. */
async function ran(
  proof: Proof,
  one: ModelSheet,
  engines: SandboxEngine | null,
): Promise<SandboxReport | undefined> {
  const plan = engines ? proof.planFor(one) : undefined
  return plan && engines ? engines.run(plan.work) : undefined
}
