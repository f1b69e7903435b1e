import type { DeskLine } from '#shared/answers'

/** The part of those who came after the class was shared out. */
const NOBODY = 'nobody'

/** Whose part of a class that is shared out is gone through: `all`, or the id of who marks it. */
export function useWhose(queue: Readonly<Ref<readonly DeskLine[]>>) {
  const session = useSessionStore()
  const chosen = ref<string>()
  const parts = computed(() => {
    const graders = new Map(
      queue.value.flatMap(({ sharedTo }) => (sharedTo ? [[sharedTo.id, sharedTo]] : [])),
    )
    const without = queue.value.filter(({ sharedTo }) => sharedTo === null).length
    const nobodys = { id: NOBODY, name: 'Nobody’s', handIns: without }
    const shared = [...graders.values()].map(({ id, name }) => ({
      id,
      name: id === session.person?.id ? 'Yours' : name,
      handIns: queue.value.filter(({ sharedTo }) => sharedTo?.id === id).length,
    }))
    return shared.length > 0 && without > 0 ? [...shared, nobodys] : shared
  })
  /** One's own part first, as long as nothing else is chosen. */
  const whose = computed({
    get: () => {
      const mine = session.person?.id
      const wanted = chosen.value ?? (parts.value.some(({ id }) => id === mine) ? mine : 'all')
      return wanted && parts.value.some(({ id }) => id === wanted) ? wanted : 'all'
    },
    set: id => {
      chosen.value = id
    },
  })
  const shown = computed(() =>
    whose.value === 'all'
      ? queue.value
      : queue.value.filter(({ sharedTo }) => (sharedTo?.id ?? NOBODY) === whose.value),
  )
  return { whose, parts, shown }
}
