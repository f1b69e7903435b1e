import type { TableRows } from './work'

type Cells = readonly (string | null)[]

/** What a step did to a row. */
export type RowMark = 'stands' | 'new' | 'changed' | 'gone'

export interface ComparedRow {
  readonly cells: Cells
  readonly mark: RowMark
  /** What stood there before, where it was changed. */
  readonly was: Cells | null
}

/**
 * How a table stands after a step, against how it stood before: rows keep their places, new ones come last, and
 * those that went stay where they were. A row is the same where all is equal; of the others where its key is;
 * of the rest where most is. Time in the number of rows, but for those that are changed: their square.
 * `key` are the columns of the primary key.
 */
export function compareRows(
  before: TableRows | undefined,
  after: TableRows,
  key: readonly string[],
): ComparedRow[] {
  const olds = (before?.rows ?? []).map((cells): Old => ({ cells, now: null }))
  const left = matchEqual(olds, after.rows)
  const positions = key.map(name => after.columns.indexOf(name)).filter(at => at >= 0)
  const unkeyed = positions.length > 0 ? matchKeyed(olds, left, positions) : left
  const fresh = matchLike(olds, unkeyed)
  return [
    ...olds.map(({ cells, now }): ComparedRow => {
      if (now === null) return { cells, mark: 'gone', was: null }
      return now === cells || same(now, cells)
        ? { cells: now, mark: 'stands', was: null }
        : { cells: now, mark: 'changed', was: cells }
    }),
    ...fresh.map((cells): ComparedRow => ({ cells, mark: 'new', was: null })),
  ]
}

interface Old {
  readonly cells: Cells
  now: Cells | null
}

const same = (a: Cells, b: Cells): boolean => a.length === b.length && a.every((cell, i) => cell === b[i])

function matchEqual(olds: readonly Old[], rows: readonly Cells[]): Cells[] {
  const byText = new Map<string, Old[]>()
  for (const old of olds) {
    const text = JSON.stringify(old.cells)
    byText.set(text, [...(byText.get(text) ?? []), old])
  }
  return rows.filter(cells => {
    const old = byText.get(JSON.stringify(cells))?.shift()
    if (old) old.now = cells
    return !old
  })
}

function matchKeyed(olds: readonly Old[], rows: readonly Cells[], positions: readonly number[]): Cells[] {
  const textOf = (cells: Cells): string => JSON.stringify(positions.map(at => cells[at]))
  const byKey = new Map(olds.filter(({ now }) => now === null).map(old => [textOf(old.cells), old]))
  return rows.filter(cells => {
    const old = byKey.get(textOf(cells))
    if (!old || old.now !== null) return true
    old.now = cells
    return false
  })
}

/** Rows with another key: the one that has most in common, at least something; or the only one there is. */
function matchLike(olds: readonly Old[], rows: readonly Cells[]): Cells[] {
  const open = olds.filter(({ now }) => now === null)
  if (open.length === 1 && rows.length === 1) {
    open[0]!.now = rows[0]!
    return []
  }
  return rows.filter(cells => {
    let best: { old: Old; shared: number } | undefined
    for (const old of olds) {
      if (old.now !== null) continue
      const shared = old.cells.filter((cell, i) => cell !== null && cell === cells[i]).length
      if (shared > (best?.shared ?? 0)) best = { old, shared }
    }
    if (best) best.old.now = cells
    return !best
  })
}
