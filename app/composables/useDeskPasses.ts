import type { MistakeLine, QueueLine } from '#shared/answers'

/** The three ways through a class: what only a person can tell, what many did alike, each hand-in by itself. */
export const PASSES = ['decide', 'mistakes', 'each'] as const
export type Pass = (typeof PASSES)[number]

/** Whether the engine could not tell, or paired weakly: a person looks first. */
const waits = ({ state, toDecide, toPair, asks }: QueueLine): boolean =>
  asks > 0 || (state !== 'released' && (toDecide > 0 || toPair > 0))

/**
 * The pass that one is in, the hand-ins that it goes through, and the same mistakes of the class. What was to be
 * decided when the pass was begun stays in it once it is decided: nothing jumps away under the hand.
 */
export function useDeskPasses(exerciseId: () => string, queue: Readonly<Ref<readonly QueueLine[]>>) {
  const pass = ref<Pass>('each')
  const begunWith = shallowRef<ReadonlySet<string>>(new Set())
  /** What one alone did is not among them: it is seen with their hand-in. */
  const { answer: mistakes, reload } = useAnswer<MistakeLine[]>(() => `/exercises/${exerciseId()}/mistakes`)
  const chosen = ref(-1)

  const shown = computed(() =>
    pass.value === 'decide'
      ? queue.value.filter(line => begunWith.value.has(line.id) || waits(line))
      : queue.value,
  )
  const counts = computed<Readonly<Record<Pass, number | undefined>>>(() => ({
    decide: queue.value.filter(waits).length,
    mistakes: mistakes.value?.filter(({ handIns, decided }) => decided < handIns).length,
    each: queue.value.length,
  }))

  function begin(next: Pass): void {
    begunWith.value = new Set(queue.value.filter(waits).map(({ id }) => id))
    chosen.value = -1
    pass.value = next
    if (next === 'mistakes') void reload()
  }
  return { pass, shown, counts, mistakes, chosen, begin, reloadMistakes: reload }
}
