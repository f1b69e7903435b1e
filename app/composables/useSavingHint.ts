/** Said once in this browser, after the first change was saved. */
export function useSavingHint(): Readonly<Ref<string>> {
  const store = useWorksheetStore()
  const knowsSaving = useLocalStorage('nomenklatura-knows-saving', false)
  const hint = ref('')
  const { start: forgetHint } = useTimeoutFn(
    () => {
      hint.value = ''
    },
    8000,
    { immediate: false },
  )
  watch(
    () => store.save.status,
    (status, before) => {
      if (status !== 'saved' || before !== 'saving' || knowsSaving.value) return
      knowsSaving.value = true
      hint.value = 'Saved as you type, here and on the server.'
      forgetHint()
    },
  )
  return hint
}
