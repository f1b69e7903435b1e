import type { DiagramBoardHandle } from './board'

type Act = (() => unknown) | undefined

/** What keys do on the board. `card`: the card that has the focus; empty where none has. */
export interface BoardActs {
  readonly undo: () => void
  readonly redo: () => void
  readonly rename: () => void
  readonly copy: () => void
  readonly paste: () => void
  readonly chooseAll: () => void
  readonly choose: (card: string) => void
  /** Enter: write on the card, or end what is being related there. */
  readonly enter: (card: string) => void
  /** Whether there was something to leave. */
  readonly leave: () => boolean
  readonly remove: () => void
  readonly hasChosen: () => boolean
  readonly write: () => void
  readonly add: () => void
  readonly turn: () => void
  readonly relate: () => void
  readonly kinds: () => void
  readonly lift: (card: string) => void
  /** Whether something is picked up, and the key was for it. */
  readonly move: (event: KeyboardEvent) => boolean
  readonly walkLines: (card: string) => void
  readonly ask: (card: string) => void
  readonly step: (card: string, dx: number, dy: number) => void
  readonly walkCards: (card: string, by: 1 | -1) => void
}

export const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** The keys of the diagram's sheet; single letters act only where they are not typed, and can be switched off. */
export function useBoardKeys(
  board: () => DiagramBoardHandle | null,
  acts: BoardActs,
  readonly: () => boolean,
) {
  const singles = useSingleKeys()

  function onKey(event: KeyboardEvent): void {
    const target = event.target as HTMLElement
    const isTyping = target.closest('input, select, textarea') !== null
    const card = target.closest<HTMLElement>('[data-card]')?.dataset.card ?? ''
    if (!isTyping && acts.move(event)) return take(event)
    const run =
      withMod(event, isTyping) ?? (isTyping || event.altKey ? undefined : plain(event, card, target))
    if (!run) return
    take(event)
    run()
  }
  function take(event: KeyboardEvent): void {
    event.preventDefault()
    event.stopPropagation()
  }
  function withMod(event: KeyboardEvent, isTyping: boolean): Act {
    if (!(event.ctrlKey || event.metaKey) || isTyping) return undefined
    switch (event.key.toLowerCase()) {
      case 'z':
        return event.shiftKey ? acts.redo : acts.undo
      case 'c':
        return acts.copy
      case 'v':
        return acts.paste
      case 'a':
        return acts.chooseAll
      default:
        return undefined
    }
  }
  function plain({ key, ctrlKey, metaKey }: KeyboardEvent, card: string, target: HTMLElement): Act {
    if (ctrlKey || metaKey) return undefined
    if (key === 'F2' && !readonly()) return acts.rename
    if (key === 'Escape') return acts.leave() ? () => undefined : undefined
    if ((key === 'Delete' || key === 'Backspace') && (card !== '' || acts.hasChosen())) return acts.remove
    if (card !== '') {
      const arrow = ARROWS[key]
      if (arrow) return () => acts.step(card, ...arrow)
      if (key === 'PageDown' || key === 'PageUp')
        return () => acts.walkCards(card, key === 'PageDown' ? 1 : -1)
      if (key === 'Enter' && !target.closest('button')) return () => acts.enter(card)
      if (key === ' ') return () => acts.choose(card)
    }
    return singles.value && key.length === 1 ? single(key.toLowerCase(), card) : undefined
  }
  function single(key: string, card: string): Act {
    const anywhere: Readonly<Record<string, Act>> = {
      '/': acts.write,
      'n': acts.add,
      't': acts.turn,
      '+': () => board()?.zoomIn(),
      '-': () => board()?.zoomOut(),
      '0': () => board()?.fit(),
    }
    const onCard: Readonly<Record<string, Act>> = {
      r: acts.relate,
      k: acts.kinds,
      m: readonly() ? undefined : () => acts.lift(card),
      l: () => acts.walkLines(card),
      q: () => acts.ask(card),
    }
    return anywhere[key] ?? (card === '' ? undefined : onCard[key])
  }
  return { onKey }
}
