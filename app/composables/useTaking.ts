import type { TakingAnswer } from '#shared/answers'
import { IDLE_MS } from '#shared/queue'

/** A sign is given so often while somebody is there. */
const SIGN_MS = 30_000

/**
 * The hand-in in hand is softly taken while somebody is at it: others see by whom, and read along. It is a hint:
 * where the server cannot be asked, the desk works without it.
 */
export function useTaking(exerciseId: () => string, handInId: Readonly<Ref<string | undefined>>) {
  /** Who has the hand-in in my place; null where it is mine. */
  const holder = ref<string | null>(null)
  /** What others have in hand: names by hand-in. */
  const others = shallowRef<Readonly<Record<string, string>>>({})

  async function giveSign(over = false): Promise<void> {
    const id = handInId.value
    if (!id) return
    const answer = await api<TakingAnswer>(`/hand-ins/${id}/taking`, { method: 'PUT', body: { over } }).catch(
      () => undefined,
    )
    if (!answer || id !== handInId.value) return
    holder.value = answer.holder
    others.value = answer.others
  }
  // Who goes through the queue quickly takes only where they stay.
  const open = useDebounceFn(() => void giveSign(), 250)
  watch(
    handInId,
    () => {
      holder.value = null
      void open()
    },
    { immediate: true },
  )

  let lastAt = Date.now()
  const isThere = (): boolean => Date.now() - lastAt < IDLE_MS
  useEventListener(document, ['keydown', 'pointerdown', 'wheel'], () => {
    const wasThere = isThere()
    lastAt = Date.now()
    if (!wasThere) void giveSign()
  })
  useIntervalFn(() => {
    if (isThere()) void giveSign()
  }, SIGN_MS)
  onBeforeUnmount(() => {
    void api(`/exercises/${exerciseId()}/taking`, { method: 'DELETE', keepalive: true }).catch(
      () => undefined,
    )
  })
  return { holder, others, takeOver: () => giveSign(true) }
}
