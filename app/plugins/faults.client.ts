/**
 * What nobody else caught is still told: an action that was refused never fails in silence. Actions of a page
 * tell their own (`useAct`), beside what was pressed.
 */
export default defineNuxtPlugin(nuxt => {
  const untold = useUntold()
  const tell = (error: unknown): void => {
    untold.value = errorInWords(error)
  }
  nuxt.hook('vue:error', tell)
  window.addEventListener('unhandledrejection', event => {
    if (event.reason instanceof ApiError) tell(event.reason)
  })
})
