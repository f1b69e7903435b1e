/**
 * An answer of the server that a page shows: undefined while it loads, with the error in words when it fails.
 * `reload` asks again and keeps what is shown until the new answer is there.
 */
export function useAnswer<Answer>(path: () => string) {
  const answer = shallowRef<Answer>()
  const error = ref('')
  const code = ref('')

  async function reload(): Promise<void> {
    const asked = path()
    try {
      const next = await api<Answer>(asked)
      if (asked !== path()) return
      answer.value = next
      error.value = code.value = ''
    } catch (fault) {
      error.value = errorInWords(fault)
      code.value = fault instanceof ApiError ? fault.problem.code : 'fault'
    }
  }

  watch(
    path,
    () => {
      answer.value = undefined
      void reload()
    },
    { immediate: true },
  )
  return { answer, error, code, reload }
}
