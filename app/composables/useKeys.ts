/**
 * One key of a screen: single letters act only when nothing is being typed, and can be switched off under
 * "Keys".
 */
export interface ScreenKey {
  /** As shown: "J", "Ctrl+Enter", "?" */
  readonly key: string
  readonly what: string
  readonly run?: () => void
}

const STORED = 'nomenklatura-single-keys'

/** Whether single letters act. Remembered in this browser. */
export function useSingleKeys() {
  return useLocalStorage(STORED, true)
}

/** Acts on the keys of a screen; what they say they do can be had from the palette as well. */
export function useKeys(keys: () => readonly ScreenKey[]): void {
  const single = useSingleKeys()
  useActions(() =>
    keys().flatMap(({ key, what, run }) => (run && what !== '' ? [{ label: what, key, run }] : [])),
  )
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    if (event.defaultPrevented || document.querySelector('[role=dialog]')) return
    const pressed = nameOf(event)
    const found = keys().find(({ key, run }) => run && key.toLowerCase() === pressed.toLowerCase())
    if (!found) return
    // Function keys type nothing: they act in an editor too, and are not what can be switched off.
    const isPlain = !event.ctrlKey && !event.metaKey && !event.altKey && !/^F\d+$/.test(event.key)
    if (isPlain && (!single.value || isTyping(event))) return
    event.preventDefault()
    found.run!()
  })
}

function nameOf(event: KeyboardEvent): string {
  const mod = event.ctrlKey || event.metaKey ? 'Ctrl+' : ''
  const shift = event.shiftKey && event.key.length > 1 ? 'Shift+' : ''
  return `${mod}${event.altKey ? 'Alt+' : ''}${shift}${event.key}`
}

function isTyping({ target, key }: KeyboardEvent): boolean {
  const element = target as HTMLElement
  if (element.closest('input:not([type=checkbox]), textarea, select, [contenteditable=true]')) return true
  return (key === 'Enter' || key === ' ') && element.closest('button, a') !== null
}
