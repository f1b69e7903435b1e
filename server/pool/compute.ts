import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import PQueue from 'p-queue'
import { Piscina } from 'piscina'
import { fairTime } from './fair-time'
import type { TaskInput, TaskName, TaskOutput } from './tasks'

/**
 * A computation that would take too long, or too much memory. Its thread is ended, and another takes its
 * place.
 */
export class TooMuch extends Error {
  override readonly name = 'TooMuch'
}

/** All threads are busy and enough wait already. */
export class Busy extends Error {
  override readonly name = 'Busy'
}

/** So many tasks are computed at a time in this process. */
export const THREADS = Math.max(2, Number(process.env.NOMENKLATURA_THREADS ?? availableParallelism()))
const MOST_WAITING = 200
const MEMORY_MB = 512
/** Computation gives way to saves and pages (nice, on Linux). */
const NICE = 10

interface Pool {
  readonly threads: Piscina
  readonly turns: PQueue
}
let pool: Pool | undefined

/** The bundled thread: beside the program that runs, or where the tests and the development server say. */
function threadFile(): string {
  const beside = dirname(process.argv[1] ?? '.')
  const candidates = [
    process.env.NOMENKLATURA_THREAD,
    join(beside, 'workers/server-pool-thread.mjs'),
    join(beside, 'server-pool-thread.mjs'),
  ]
  const found = candidates.find(file => file !== undefined && existsSync(file))
  if (!found)
    throw new Error(
      'The bundled worker thread (server-pool-thread.mjs) is not beside the program: build it again.',
    )
  return found
}

function startPool(): Pool {
  return {
    threads: new Piscina({
      filename: threadFile(),
      minThreads: THREADS,
      maxThreads: THREADS,
      idleTimeout: Infinity,
      niceIncrement: NICE,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    }),
    turns: new PQueue({ concurrency: THREADS }),
  }
}

/** Starts the threads, so that the first who needs one does not wait until they have read the program. */
export function warmThreads(): void {
  pool ??= startPool()
}

/**
 * Runs a task in a worker thread, for `ms` at most once it has begun (longer where the machine is busy): the
 * web process never computes itself. Throws `TooMuch` when the time or the memory is used up, `Busy` when too
 * many wait; what the task throws is thrown here.
 */
export async function compute<Name extends TaskName>(
  task: Name,
  input: TaskInput<Name>,
  { ms }: { readonly ms: number },
): Promise<TaskOutput<Name>> {
  warmThreads()
  const { threads, turns } = pool!
  if (turns.size >= MOST_WAITING) throw new Busy('Too much is being computed just now.')
  return turns.add(async () => {
    const { signal, end } = fairTime(ms)
    try {
      return (await threads.run({ task, input }, { signal })) as TaskOutput<Name>
    } catch (error) {
      if (signal.aborted) throw new TooMuch(`It took longer than ${ms / 1000} s.`)
      if ((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new TooMuch(`It took more than ${MEMORY_MB} MB of memory.`)
      throw error
    } finally {
      end()
    }
  }) as Promise<TaskOutput<Name>>
}

/** Ends the threads: a program that has computed does not end by itself. */
export async function closePool(): Promise<void> {
  const closing = pool
  pool = undefined
  await closing?.threads.destroy()
}
