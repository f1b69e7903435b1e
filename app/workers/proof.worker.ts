import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { Proof, type KnownCells, type ModelFault, type ProofLine } from '@nomenklatura/core/proof'

/** An exercise to be tried; none to stop. */
export interface ProofRequest {
  readonly id: number
  readonly document: ExerciseDocument | null
}
export type ProofReport = { readonly id: number } & (
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'done'; readonly lines: readonly ProofLine[]; readonly faults: readonly ModelFault[] }
  | { readonly kind: 'failed'; readonly why: string }
)

const known: KnownCells = new Map()
let current = 0
/** So long it works before it looks whether something else is asked. */
const SLICE_MS = 60
const pause = (): Promise<void> => new Promise(resolve => setTimeout(resolve))
const report = (message: ProofReport): void => postMessage(message)

async function run(id: number, document: ExerciseDocument): Promise<void> {
  const proof = new Proof(document, known)
  const { cases } = proof
  const lines: ProofLine[] = []
  let since = performance.now()
  for (const one of cases) {
    lines.push(proof.judge(one))
    if (performance.now() - since < SLICE_MS) continue
    report({ id, kind: 'progress', done: lines.length, of: cases.length })
    await pause()
    if (id !== current) return
    since = performance.now()
  }
  report({ id, kind: 'done', lines, faults: proof.sheets.flatMap(base => proof.faultsOf(base)) })
}

addEventListener('message', ({ data: { id, document } }: MessageEvent<ProofRequest>) => {
  current = id
  if (!document) return
  run(id, document).catch((error: unknown) =>
    report({ id, kind: 'failed', why: error instanceof Error ? error.message : String(error) }),
  )
})
