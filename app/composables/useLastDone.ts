/** What was done last, in words, and how it is put back as long as nothing else was done. */
export function useLastDone() {
  const words = ref('')
  const putBack = shallowRef<() => Promise<string>>()

  function tell(next: string, back?: () => Promise<string>): void {
    words.value = next
    putBack.value = back
  }
  /** Puts it back, which answers in words what came of it; where that fails, it can be tried again. */
  async function undo(): Promise<void> {
    if (putBack.value) tell(await putBack.value())
  }
  return { words, canUndo: computed(() => putBack.value !== undefined), tell, undo }
}
