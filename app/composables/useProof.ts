import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { proofFigures, type ModelFault, type ProofLine } from '@nomenklatura/core/proof'
import type { ProofReport, ProofRequest } from '~/workers/proof.worker'
import ProofWorker from '~/workers/proof.worker?worker'

/** An exercise is tried again when nothing was changed for so long. */
const PAUSE_MS = 900

/**
 * The proof run of an exercise in a worker, a moment after each change; what a change cannot have moved is not marked
 * again. `isWanted` says whether anybody looks at it.
 */
export function useProof(document: () => ExerciseDocument | undefined, isWanted: () => boolean) {
  const lines = shallowRef<readonly ProofLine[]>()
  const faults = shallowRef<readonly ModelFault[]>([])
  const progress = shallowRef({ done: 0, of: 0 })
  const state = ref<'idle' | 'running' | 'stopped' | 'failed'>('idle')
  const why = ref('')
  let worker: Worker | undefined
  let id = 0

  function send(asked: ExerciseDocument | null): void {
    worker ??= start()
    const request: ProofRequest = { id: ++id, document: asked && JSON.parse(JSON.stringify(asked)) }
    worker.postMessage(request)
  }
  function start(): Worker {
    const made = new ProofWorker()
    made.addEventListener('message', ({ data }: MessageEvent<ProofReport>) => hear(data))
    made.addEventListener('error', () => fail('The proof run ended by itself.'))
    return made
  }
  function hear(report: ProofReport): void {
    if (report.id !== id) return
    if (report.kind === 'progress') progress.value = report
    else if (report.kind === 'failed') fail(report.why)
    else {
      lines.value = report.lines
      faults.value = report.faults
      state.value = 'idle'
    }
  }
  function fail(words: string): void {
    worker?.terminate()
    worker = undefined
    why.value = words
    state.value = 'failed'
  }

  function run(): void {
    const asked = document()
    if (!asked) return
    state.value = 'running'
    progress.value = { done: 0, of: 0 }
    send(asked)
  }
  function stop(): void {
    if (state.value !== 'running') return
    send(null)
    state.value = 'stopped'
  }

  const soon = useDebounceFn(() => {
    if (isWanted()) run()
  }, PAUSE_MS)
  watch(
    () => (isWanted() ? document() : undefined),
    now => {
      if (now) void soon()
    },
    { immediate: true },
  )
  onBeforeUnmount(() => worker?.terminate())

  const figures = computed(() => lines.value && proofFigures(lines.value))
  return { lines, faults, figures, progress, state, why, run, stop }
}
