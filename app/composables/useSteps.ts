const MOST_STEPS = 100

/** Changes of a whole value as steps that can be taken back, and taken again. `put` makes a value the current one. */
export function useSteps<Value>(current: () => Value, put: (value: Value) => void) {
  const past = shallowRef<readonly Value[]>([])
  const future = shallowRef<readonly Value[]>([])

  /** What is being typed in: letters that follow each other in one place are one step. */
  let typing: string | undefined

  /** One step: what is now is remembered, what comes is put. `place` names where something is being typed. */
  function step(next: Value, place?: string): void {
    if (place === undefined || place !== typing) past.value = [...past.value.slice(-(MOST_STEPS - 1)), current()]
    typing = place
    future.value = []
    put(next)
  }
  function undo(): void {
    const before = past.value.at(-1)
    if (before === undefined) return
    typing = undefined
    past.value = past.value.slice(0, -1)
    future.value = [...future.value, current()]
    put(before)
  }
  function redo(): void {
    const next = future.value.at(-1)
    if (next === undefined) return
    future.value = future.value.slice(0, -1)
    past.value = [...past.value, current()]
    put(next)
  }
  /** Ctrl+Z and Ctrl+Shift+Z, but in editors that keep their own. */
  function undoKeys(event: KeyboardEvent): void {
    const isUndo = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z'
    if (!isUndo || (event.target as HTMLElement).closest('[contenteditable=true], textarea, input')) return
    event.preventDefault()
    if (event.shiftKey) redo()
    else undo()
  }
  return { step, undo, redo, undoKeys, canUndo: computed(() => past.value.length > 0), canRedo: computed(() => future.value.length > 0) }
}
