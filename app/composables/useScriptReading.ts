import { reviewScript, type ReadScript } from '@nomenklatura/core/sql'
import type { ScriptQuestion, ScriptRead } from '~/workers/script.worker'
import ScriptWorker from '~/workers/script.worker?worker'

/** Of a script that stands alone. */
export const NOTHING_COMPARED: ScriptQuestion['chain'] = { level: 'logical', sheets: [], claims: null }

/**
 * Reads a script in a worker whenever it, or what it is read with, changes; while one reading goes on, only
 * the last change waits. What stands is the last reading that was finished: typing never waits for it.
 */
export function useScriptReading(question: () => Omit<ScriptQuestion, 'id'>) {
  const read = shallowRef<ReadScript>(reviewScript(''))
  const text = shallowRef('')
  const aloud = shallowRef<ScriptRead['aloud']>([])
  const chain = shallowRef<ScriptRead['chain']>([])
  let worker: Worker | undefined
  let id = 0
  let isBusy = false
  let waits = false

  function ask(): void {
    if (isBusy) {
      waits = true
      return
    }
    worker ??= start()
    isBusy = true
    worker.postMessage({
      ...(JSON.parse(JSON.stringify(question())) as Omit<ScriptQuestion, 'id'>),
      id: ++id,
    })
  }

  function start(): Worker {
    const made = new ScriptWorker()
    made.addEventListener('message', ({ data }: MessageEvent<ScriptRead>) => {
      text.value = data.script
      read.value = data.read
      aloud.value = data.aloud
      chain.value = data.chain
      goOn()
    })
    // What broke one worker is not asked again of the next one; what came after it is.
    made.addEventListener('error', () => {
      made.terminate()
      worker = undefined
      goOn()
    })
    return made
  }

  function goOn(): void {
    isBusy = false
    if (!waits) return
    waits = false
    ask()
  }

  const asked = useDebounceFn(ask, 60)
  onMounted(() => watch(question, asked, { immediate: true }))
  onScopeDispose(() => worker?.terminate())
  return { text, read, aloud, chain }
}
