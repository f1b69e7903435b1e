/** A number typed digit by digit, then taken: how one goes to a rule by its number. */
export function useTypedNumber() {
  const digits = ref('')
  return {
    isTyped: computed(() => digits.value !== ''),
    type: (digit: string): void => {
      digits.value = `${digits.value}${digit}`.slice(-3)
    },
    take: (): string => {
      const typed = digits.value
      digits.value = ''
      return typed
    },
  }
}
