type Place = { readonly x: number; readonly y: number }

/** What the board can be asked for. */
export interface DiagramBoardHandle {
  readonly fit: () => void
  readonly see: (ids: readonly string[]) => void
  readonly zoomIn: () => unknown
  readonly zoomOut: () => unknown
  readonly focusCard: (card: string) => Promise<void>
  readonly neighbour: (card: string, dx: number, dy: number) => string
  readonly nudge: (ids: readonly string[], dx: number, dy: number) => void
  readonly putDown: () => void
  readonly putBack: () => void
  readonly toggleChosen: (card: string) => void
  readonly chooseOnly: (ids: readonly string[]) => void
  readonly centreOf: () => Place
}
