import { readFileSync } from 'node:fs'
import { availableParallelism, loadavg } from 'node:os'

/** A task that gets no processor is stopped after so many times its limit all the same. */
const MOST_SHARED = 10
const TICK_MS = 100

/** How many programs want each processor at this moment; at least 1. */
function wanted(): number {
  const runnable = runnableNow() ?? loadavg()[0]!
  return Math.max(1, runnable / availableParallelism())
}

/** What Linux says runs or could run now; undefined where nothing says so. */
function runnableNow(): number | undefined {
  try {
    const [, running] = / (\d+)\/\d+ /.exec(readFileSync('/proc/loadavg', 'latin1')) ?? []
    return running === undefined ? undefined : Number(running)
  } catch {
    return undefined
  }
}

/**
 * A limit of time as if a task had a processor to itself: while others want the processors as well only its share of
 * the time is counted, so that a busy machine stops nothing that is quick. The signal aborts when the limit is used
 * up; `end` must be called when the task has ended.
 */
export function fairTime(ms: number): { readonly signal: AbortSignal; readonly end: () => void } {
  const controller = new AbortController()
  let used = 0
  let last = performance.now()
  const latest = last + ms * MOST_SHARED
  const tick = (): void => {
    const now = performance.now()
    used += (now - last) / wanted()
    last = now
    if (used >= ms || now >= latest) controller.abort()
  }
  const timer = setInterval(tick, Math.min(TICK_MS, ms))
  timer.unref()
  return { signal: controller.signal, end: () => clearInterval(timer) }
}
