/**
 * The one way to do something that the server may refuse: what went wrong stands in `fault` until the next
 * try, and nothing is begun twice. `act` answers whether it was done.
 */
export function useAct() {
  const fault = ref('')
  const busy = ref(false)

  async function act(run: () => Promise<unknown>): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    fault.value = ''
    try {
      await run()
      return true
    } catch (problem) {
      fault.value = errorInWords(problem)
      return false
    } finally {
      busy.value = false
    }
  }

  return { fault, busy, act }
}
