const KEPT_STEPS = 100

interface KeptSteps<Value> {
  readonly now: Value
  readonly past: readonly Value[]
  readonly future: readonly Value[]
}

/**
 * Changes of a whole value as steps that can be taken back, and taken again, without limit. `put` makes a
 * value the current one. With `keepAs` the last hundred outlive a reload in this tab.
 */
export function useSteps<Value>(current: () => Value, put: (value: Value) => void, keepAs?: string) {
  const past = shallowRef<readonly Value[]>([])
  const future = shallowRef<readonly Value[]>([])

  /** What is being typed in: letters that follow each other in one place are one step. */
  let typing: string | undefined

  if (keepAs !== undefined) {
    const kept = readKept<Value>(keepAs)
    if (kept && JSON.stringify(kept.now) === JSON.stringify(current()))
      [past.value, future.value] = [kept.past, kept.future]
    watchDebounced(
      [past, future],
      () => keep(keepAs, { now: current(), past: past.value, future: future.value }),
      { debounce: 400 },
    )
  }

  /** One step: what is now is remembered, what comes is put. `place` names where something is being typed. */
  function step(next: Value, place?: string): void {
    if (place === undefined || place !== typing) past.value = [...past.value, current()]
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
  /** Something else stands here now: there is no way back to what was before it. */
  function forget(): void {
    past.value = future.value = []
    typing = undefined
  }
  /** Ctrl+Z and Ctrl+Shift+Z, but in editors that keep their own. */
  function undoKeys(event: KeyboardEvent): void {
    const isUndo = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z'
    if (!isUndo || (event.target as HTMLElement).closest('[contenteditable=true], textarea, input')) return
    event.preventDefault()
    if (event.shiftKey) redo()
    else undo()
  }
  return {
    step,
    undo,
    redo,
    undoKeys,
    forget,
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
  }
}

function readKept<Value>(key: string): KeptSteps<Value> | undefined {
  try {
    return (JSON.parse(sessionStorage.getItem(key) ?? 'null') as KeptSteps<Value> | null) ?? undefined
  } catch {
    return undefined
  }
}

/** As many steps as this browser has room for. */
function keep<Value>(key: string, { now, past, future }: KeptSteps<Value>): void {
  for (let most = KEPT_STEPS; most >= 1; most = Math.floor(most / 2)) {
    try {
      return sessionStorage.setItem(
        key,
        JSON.stringify({ now, past: past.slice(-most), future: future.slice(-most) }),
      )
    } catch {
      /* fewer, then */
    }
  }
}
