import {
  addLines,
  changeRow,
  dropLine,
  enterLines,
  fillLine,
  lineAt,
  linesFromPaste,
  nextLine,
  placeOfLine,
  strikeRow,
  typeInto,
  type ComparedRow,
  type EngineRow,
  type RowTrialDocument,
  type Slip,
  type SlipLine,
} from '@nomenklatura/core/row-trial'

/** A line that can be typed into: one that waits, one that was refused, or the empty one. */
export interface OpenLine {
  readonly id: number
  readonly isEmpty: boolean
  readonly cells: Readonly<Record<string, string>>
  readonly refused: SlipLine['refused']
}

interface SlipOf {
  readonly slip: () => Slip
  readonly kept: () => RowTrialDocument
  readonly readonly: () => boolean
  /** Whether the engine is asked just now. */
  readonly isBusy: () => boolean
  readonly root: () => HTMLElement | null
  readonly change: (document: RowTrialDocument) => void
  readonly said: (words: string) => void
}

/** What a person does on the slip of one table: types, pastes and enters lines, strikes rows out, changes them. */
export function useSlip({ slip, kept, readonly, isBusy, root, change, said }: SlipOf) {
  /** Lines keep their place by their number; the empty one has the next. */
  const lines = computed<OpenLine[]>(() => {
    const open = slip().lines.map(({ line, refused }): OpenLine => ({
      id: line.id,
      isEmpty: false,
      cells: line.cells,
      refused,
    }))
    if (readonly() || !slip().isMade) return open
    return [...open, { id: nextLine(kept()), isEmpty: true, cells: {}, refused: null }]
  })

  function attempt(make: () => RowTrialDocument): void {
    try {
      change(make())
    } catch (error) {
      said(error instanceof RangeError ? error.message : '')
    }
  }

  /** The line that is being entered: what its fields tell late is known already. */
  const entering = ref<number>()
  const typedInto = ({ id, isEmpty }: OpenLine, column: string, text: string): RowTrialDocument => {
    const place = isEmpty ? ({ is: 'empty', table: slip().table } as const) : placeOfLine(kept(), id)
    return place ? typeInto(kept(), place, column, text) : kept()
  }

  function type(open: OpenLine, column: string, event: Event): void {
    const { value } = event.target as HTMLInputElement
    if ((open.isEmpty && value === '') || open.id === entering.value) return
    attempt(() => typedInto(open, column, value))
  }

  /** Enters a line as it stands in its fields, that included which was not left yet. */
  async function enter(open: OpenLine, event: KeyboardEvent): Promise<void> {
    const { value, dataset } = event.target as HTMLInputElement
    const isTyped = value !== (open.cells[dataset.column!] ?? '')
    const typed = isTyped ? typedInto(open, dataset.column!, value) : kept()
    const place = placeOfLine(typed, open.id)
    const line = place && lineAt(typed, place)
    if (!place || !line) return
    entering.value = open.id
    attempt(() => enterLines(typed, [{ place, line }]))
    await nextTick()
    await until(isBusy).toBe(false, { timeout: 10_000 })
    await nextTick()
    entering.value = undefined
    if (!isElsewhere(open.id)) focusLine(open.id)
  }

  /** Who went on meanwhile is not called back. */
  function isElsewhere(id: number): boolean {
    const { activeElement } = document
    if (!activeElement || activeElement === document.body) return false
    return activeElement.closest<HTMLElement>('tr')?.dataset.line !== String(id)
  }

  /** The line that was tried, if it is still there; else the empty one. */
  function focusLine(id: number): void {
    const line = root()?.querySelector<HTMLInputElement>(`tr[data-line="${id}"] input`)
    ;(line ?? root()?.querySelector<HTMLInputElement>('tr.empty input'))?.focus()
  }

  function paste(open: OpenLine, column: string, event: ClipboardEvent): void {
    const from = slip().columns.findIndex(({ name }) => name === column)
    const names = slip()
      .columns.slice(from)
      .map(({ name }) => name)
    const found = linesFromPaste(event.clipboardData?.getData('text/plain') ?? '', slip().table, names)
    if (!found || found.length === 0) return
    event.preventDefault()
    const place = open.isEmpty ? undefined : placeOfLine(kept(), open.id)
    if (!place) return attempt(() => addLines(kept(), found))
    const [first, ...others] = found
    attempt(() => addLines(fillLine(kept(), place, first!.cells), others))
  }

  function throwAway({ id }: OpenLine): void {
    const place = placeOfLine(kept(), id)
    if (place) attempt(() => dropLine(kept(), place))
  }

  const rowOf = ({ cells }: ComparedRow): EngineRow => ({
    table: slip().table,
    ...(slip().namespace === 'public' ? {} : { namespace: slip().namespace }),
    cells: Object.fromEntries(slip().columns.map(({ name }, i) => [name, cells[i] ?? null])),
  })
  const strike = (row: ComparedRow): void => attempt(() => strikeRow(kept(), rowOf(row)))
  function changeCell(row: ComparedRow, at: number, event: Event): void {
    const field = event.target as HTMLInputElement
    const was = row.cells[at] ?? ''
    if (field.value === was) return
    const { name } = slip().columns[at]!
    attempt(() => changeRow(kept(), rowOf(row), { [name]: field.value }))
    // What is refused stands as it was: the step says why.
    field.value = was
  }

  return { lines, type, enter, paste, throwAway, strike, changeCell }
}
