import { ARROWS } from './board-keys'
import type { DiagramBoardHandle } from './board'

/** Cards that are picked up by a key: arrows move them, Enter drops them, Esc puts them back. */
export function useLifting(board: () => DiagramBoardHandle | null) {
  const lifted = ref<{ readonly ids: readonly string[]; readonly x: number; readonly y: number }>()

  function lift(ids: readonly string[]): void {
    lifted.value = { ids, x: 0, y: 0 }
    board()?.nudge(ids, 0, 0)
  }
  /** Whether the key was for what is picked up. */
  function move({ key, shiftKey }: KeyboardEvent): boolean {
    const at = lifted.value
    if (!at) return false
    const arrow = ARROWS[key]
    if (arrow) {
      const by = shiftKey ? 40 : 8
      lifted.value = { ids: at.ids, x: at.x + arrow[0] * by, y: at.y + arrow[1] * by }
      board()?.nudge(at.ids, lifted.value.x, lifted.value.y)
      return true
    }
    if (key !== 'Enter' && key !== 'Escape') return false
    if (key === 'Enter') board()?.putDown()
    else board()?.putBack()
    lifted.value = undefined
    void board()?.focusCard(at.ids[0]!)
    return true
  }
  return { lift, move }
}
