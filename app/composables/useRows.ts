import type { FoundInRows, NamedDependency } from '@nomenklatura/core/rows'
import type { RowsAnswers, RowsOverview, RowsQuestion, RowsReport, RowsSource } from '~/workers/rows.worker'
import RowsWorker from '~/workers/rows.worker?worker'

type Asked<A extends RowsQuestion['ask']> = Extract<RowsQuestion, { ask: A }>

/** One worker with the rows in it: questions are answered in the order in which they are asked. */
class RowsRoom {
  private worker: Worker | undefined
  private readonly waiting = new Map<
    number,
    {
      resolve: (answer: never) => void
      reject: (error: Error) => void
      onProgress?: (report: Extract<RowsReport, { kind: 'progress' }>) => void
    }
  >()
  private id = 0

  ask<A extends RowsQuestion['ask']>(
    question: Asked<A>,
    onProgress?: (report: Extract<RowsReport, { kind: 'progress' }>) => void,
  ): Promise<RowsAnswers[A]> {
    this.worker ??= this.start()
    const id = ++this.id
    return new Promise((resolve, reject) => {
      this.waiting.set(id, {
        resolve: resolve as (answer: never) => void,
        reject,
        ...(onProgress ? { onProgress } : {}),
      })
      this.worker!.postMessage({ ...question, id })
    })
  }

  private start(): Worker {
    const worker = new RowsWorker()
    worker.addEventListener('message', ({ data }: MessageEvent<RowsReport>) => {
      const waiting = this.waiting.get(data.id)
      if (data.kind === 'progress') return waiting?.onProgress?.(data)
      this.waiting.delete(data.id)
      waiting?.resolve(data.answer as never)
    })
    worker.addEventListener('error', ({ message }) => this.end(new Error(message)))
    return worker
  }

  /** Ends it with all that is asked: the next question begins with nothing. */
  end(reason: Error = new Stopped()): void {
    this.worker?.terminate()
    this.worker = undefined
    for (const { reject } of this.waiting.values()) reject(reason)
    this.waiting.clear()
  }
}

export class Stopped extends Error {
  override readonly name = 'Stopped'
}

/**
 * A flat table in two workers: one answers questions at once, the other looks for dependencies, which can be
 * long and can be stopped. The page holds only what it shows.
 */
export function useRows() {
  const overview = shallowRef<RowsOverview>()
  const found = shallowRef<FoundInRows>()
  const isReading = ref(false)
  const isFinding = ref(false)
  const isStopped = ref(false)
  const progress = ref('')
  const fault = ref('')
  const room = new RowsRoom()
  const search = new RowsRoom()
  let source: RowsSource | undefined
  let taken = 0

  /** Takes other rows; what was found in those before is forgotten. */
  async function take(
    next: RowsSource,
    { finds }: { readonly finds: boolean },
  ): Promise<RowsOverview | undefined> {
    const own = ++taken
    source = next
    room.end()
    search.end()
    found.value = undefined
    fault.value = ''
    isReading.value = true
    try {
      const answer = await room.ask<'take'>({ ask: 'take', source: next })
      if (own !== taken) return undefined
      overview.value = answer
      if (finds && answer.isRead) void find()
      return answer
    } catch (error) {
      if (!(error instanceof Stopped))
        fault.value = 'These rows could not be read. Nothing of the exercise is changed.'
      return undefined
    } finally {
      if (own === taken) isReading.value = false
    }
  }

  async function find(): Promise<void> {
    if (!source) return
    const own = taken
    search.end()
    isFinding.value = true
    isStopped.value = false
    progress.value = ''
    try {
      const answer = await search.ask<'find'>({ ask: 'find', source }, ({ size, done, of }) => {
        progress.value = `left sides of ${countOf(size, 'column')}: ${done} of ${of} tried`
      })
      if (own === taken) found.value = answer
    } catch (error) {
      if (own === taken && !(error instanceof Stopped))
        fault.value = 'The search ended by itself. Take fewer columns or rows.'
    } finally {
      if (own === taken) isFinding.value = false
    }
  }

  function stop(): void {
    search.end()
    isFinding.value = false
    isStopped.value = true
  }

  onBeforeUnmount(() => {
    room.end()
    search.end()
  })

  /** A question whose rows are gone meanwhile is not answered any more. */
  const asked = <Answer>(answer: Promise<Answer>): Promise<Answer> =>
    answer.catch((error: unknown) => {
      if (error instanceof Stopped) return new Promise<Answer>(() => {})
      throw error
    })

  return {
    overview,
    found,
    isReading,
    isFinding,
    isStopped,
    progress,
    fault,
    take,
    find,
    stop,
    page: (start: number, count: number) => asked(room.ask<'page'>({ ask: 'page', start, count })),
    identify: (columns: readonly string[]) =>
      asked(room.ask<'identify'>({ ask: 'identify', columns: [...columns] })),
    fix: (from: readonly string[], to: readonly string[]) =>
      asked(room.ask<'fix'>({ ask: 'fix', from: [...from], to: [...to] })),
    split: (dependencies: readonly NamedDependency[], names: Readonly<Record<string, string>>) =>
      asked(
        room.ask<'split'>({
          ask: 'split',
          dependencies: JSON.parse(JSON.stringify(dependencies)) as NamedDependency[],
          names: { ...names },
        }),
      ),
  }
}

export type RowsRoomApi = ReturnType<typeof useRows>
