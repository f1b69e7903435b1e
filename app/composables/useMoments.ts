import type { Sheet } from '@nomenklatura/core/findings'
import type { SheetVersion, SheetVersionContent } from '#shared/answers'

/** How long each version is shown while they follow each other by themselves. */
const SHOWN_MS = 700

/** With what a version is compared: nothing, the one before it, or one by its key. */
export type Against = '' | 'before' | string

/**
 * What stood on a person's sheet over time, the first version first, and which of them is looked at. Contents
 * are asked for when they are looked at, and kept.
 */
export function useMoments(
  exerciseId: () => string,
  personId: () => string,
  sheet: Readonly<Ref<Sheet | undefined>>,
) {
  const fault = ref('')
  const moments = shallowRef<readonly SheetVersion[]>()
  const chosen = ref('')
  const against = ref<Against>('')
  const contents = shallowReactive(new Map<string, string>())
  const path = (rest = ''): string =>
    `/exercises/${exerciseId()}/people/${personId()}/sheets/${sheet.value}/versions${rest}`

  /** Questions may be under way beside each other; the fault of the last one is shown. */
  async function tell(ask: () => Promise<void>): Promise<void> {
    try {
      await ask()
      fault.value = ''
    } catch (problem) {
      fault.value = errorInWords(problem)
    }
  }

  /** Asks for the versions; the one that is asked for by its hand-in is chosen, else the one chosen before, else the last. */
  async function load(handInId?: string): Promise<void> {
    const of = sheet.value
    if (!of) return
    await tell(async () => {
      const found = (await api<SheetVersion[]>(path())).toReversed()
      if (of !== sheet.value) return
      moments.value = found
      const isKept = found.some(({ key }) => key === chosen.value)
      const asked = found.find(({ handIn }) => handIn?.id === handInId && handInId !== undefined)
      if (asked) chosen.value = asked.key
      else if (!isKept) chosen.value = found.at(-1)?.key ?? ''
    })
  }
  watch(sheet, () => {
    contents.clear()
    moments.value = undefined
    stop()
  })

  async function ask(key: string): Promise<void> {
    if (key === '' || contents.has(key)) return
    const of = sheet.value
    await tell(async () => {
      const { content } = await api<SheetVersionContent>(path(`/${key}`))
      if (of === sheet.value) contents.set(key, content)
    })
  }

  const at = computed(() => moments.value?.findIndex(({ key }) => key === chosen.value) ?? -1)
  const moment = computed(() => moments.value?.[at.value])
  /** The version that the chosen one is compared with. */
  const other = computed(() =>
    against.value === 'before'
      ? moments.value?.[at.value - 1]
      : moments.value?.find(({ key }) => key === against.value),
  )
  watch([moment, other], async ([now, then]) => {
    if (now) await ask(now.key)
    if (then) await ask(then.key)
  })
  const contentOf = (version: SheetVersion | undefined): string | undefined =>
    version && contents.get(version.key)

  function choose(key: string): void {
    stop()
    chosen.value = key
  }
  /** Goes to an earlier or a later one; false where there is none. */
  function go(by: number): boolean {
    const next = moments.value?.[at.value + by]
    if (next) chosen.value = next.key
    return next !== undefined
  }
  function step(by: number): void {
    stop()
    go(by)
  }

  const playing = useIntervalFn(
    () => {
      // What is on its way is waited for: nothing is passed over.
      if (contentOf(moment.value) === undefined && fault.value === '') return
      if (!go(1)) stop()
    },
    SHOWN_MS,
    { immediate: false },
  )
  function stop(): void {
    playing.pause()
  }
  /** Shows one version after the other, from the chosen one, or from the first where the last is chosen. */
  function play(): void {
    if (playing.isActive.value) return stop()
    if (at.value === (moments.value?.length ?? 0) - 1) chosen.value = moments.value?.[0]?.key ?? ''
    playing.resume()
  }

  return {
    fault,
    moments,
    moment,
    at,
    other,
    against,
    contentOf,
    load,
    choose,
    step,
    play,
    isPlaying: playing.isActive,
  }
}
