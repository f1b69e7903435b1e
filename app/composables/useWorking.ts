import type { Working } from '@nomenklatura/core/claims'
import type { WorkingReport, WorkingRequest } from '~/workers/relation.worker'
import RelationWorker from '~/workers/relation.worker?worker'

/**
 * What follows from a relation, worked out in a worker a moment after each change. A search that is still
 * running when something changes, or that somebody stops, ends at once: its worker is ended and the next one
 * begun.
 */
export function useWorking(request: () => Omit<WorkingRequest, 'id'> | undefined) {
  const working = shallowRef<Working>()
  const isBusy = ref(false)
  const isStopped = ref(false)
  const stepsSoFar = ref(0)
  /** Busy for more than a second: worth a word, and a way to stop. */
  const isSlow = ref(false)
  const { start: watchClock, stop: stopClock } = useTimeoutFn(
    () => {
      isSlow.value = true
    },
    1000,
    { immediate: false },
  )
  let worker: Worker | undefined
  let id = 0

  function begin(): void {
    const asked = request()
    if (isBusy.value) end()
    if (!asked) {
      working.value = undefined
      return
    }
    worker ??= start()
    isBusy.value = true
    isStopped.value = false
    isSlow.value = false
    stepsSoFar.value = 0
    watchClock()
    worker.postMessage({
      ...(JSON.parse(JSON.stringify(asked)) as typeof asked),
      id: ++id,
    } satisfies WorkingRequest)
  }

  function start(): Worker {
    const made = new RelationWorker()
    made.addEventListener('message', ({ data }: MessageEvent<WorkingReport>) => {
      if (data.id !== id) return
      if (data.kind === 'progress') stepsSoFar.value = data.steps
      else {
        working.value = data.working
        isBusy.value = false
        stopClock()
      }
    })
    // Whatever fails in it: the next question begins another.
    made.addEventListener('error', end)
    return made
  }

  function end(): void {
    worker?.terminate()
    worker = undefined
    isBusy.value = false
    stopClock()
  }

  function stop(): void {
    end()
    isStopped.value = true
  }

  const soon = useDebounceFn(begin, 120)
  watch(
    () => JSON.stringify(request()),
    () => void soon(),
    { immediate: true },
  )
  onBeforeUnmount(end)
  return { working, isBusy, isSlow, isStopped, stepsSoFar, stop, again: begin }
}
