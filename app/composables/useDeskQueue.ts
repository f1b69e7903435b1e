import type { DeskAnswer, QueueLine } from '#shared/answers'

/** The least sure first, as it was when the desk was opened: what is decided meanwhile keeps its place. */
export function useDeskQueue(desk: Readonly<Ref<DeskAnswer | undefined>>) {
  const order = shallowRef<readonly string[]>([])
  const queue = computed(() => {
    const places = new Map(order.value.map((id, i) => [id, i]))
    return [...(desk.value?.queue ?? [])].sort(
      (a, b) => (places.get(a.id) ?? Infinity) - (places.get(b.id) ?? Infinity),
    )
  })
  watch(
    desk,
    answer => {
      const known = new Set(order.value)
      const added = (answer?.queue ?? [])
        .filter(({ id }) => !known.has(id))
        .sort((a, b) => doubt(b) - doubt(a))
      if (added.length > 0) order.value = [...order.value, ...added.map(({ id }) => id)]
    },
    { flush: 'sync' },
  )
  return queue
}

function doubt({ toDecide, toPair, asks }: QueueLine): number {
  if (asks > 0) return 3
  if (toDecide > 0) return 2
  return toPair > 0 ? 1 : 0
}
