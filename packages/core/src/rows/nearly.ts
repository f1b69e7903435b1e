import { coded, groupBy, rowsInCompany, type CodedTable } from './codes'
import type { FoundDependency } from './discover'
import type { FlatTable } from './table'

/** X → b that all but a few rows keep. */
export interface NearlyFound {
  readonly from: readonly number[]
  readonly to: number
  /** The share of rows that would have to go (g3). */
  readonly error: number
  /** Positions of those rows, at most 20. */
  readonly rows: readonly number[]
}

const MOST_ROWS_NAMED = 20
/** A left side speaks only where at least this share of the rows has company in it. */
const COMPANY = 0.3

/**
 * The dependencies with one or two columns on the left that hold but for a share of at most `error` of the
 * rows, and not because hardly two rows share their left side, nor because nearly all rows have the same
 * value anyway. Those that follow from what holds, or from a nearly holding one with a smaller left side, are
 * left out. Time: rows × columns² for two columns on the left; beyond 20,000 rows only one column is tried.
 */
export function nearlyHolding(
  flat: FlatTable,
  holding: readonly Pick<FoundDependency, 'from' | 'to'>[],
  { error = 0.05, largest = 2 } = {},
): NearlyFound[] {
  const table = coded(flat)
  const found: NearlyFound[] = []
  const width = flat.columns.length
  const isKnown = (from: readonly number[], to: number): boolean =>
    [...holding, ...found].some(other => other.to === to && other.from.every(at => from.includes(at)))
  const alone = table.columns.map(
    (_, to) => offendingRows(table, groupBy(table, []), to, table.rows)?.length ?? 0,
  )
  for (const from of leftSides(width, table.rows > 20_000 ? 1 : largest)) {
    const grouping = groupBy(table, from)
    if (rowsInCompany(grouping) < table.rows * COMPANY) continue
    for (let to = 0; to < width; to++) {
      if (from.includes(to) || isKnown(from, to) || table.distinct[to]! < 2) continue
      const rows = offendingRows(
        table,
        grouping,
        to,
        Math.floor(Math.min(table.rows * error, alone[to]! / 4)),
      )
      if (rows && rows.length > 0)
        found.push({ from, to, error: rows.length / table.rows, rows: rows.slice(0, MOST_ROWS_NAMED) })
    }
  }
  return found
}

function leftSides(width: number, largest: number): number[][] {
  const columns = Array.from({ length: width }, (_, at) => at)
  return largest < 2
    ? columns.map(at => [at])
    : [...columns.map(at => [at]), ...columns.flatMap(a => columns.slice(a + 1).map(b => [a, b]))]
}

/**
 * Rows that differ from the most common value of their group; undefined as soon as they are more than `most`.
 */
function offendingRows(
  table: CodedTable,
  { of, count }: ReturnType<typeof groupBy>,
  to: number,
  most: number,
): number[] | undefined {
  const codes = table.columns[to]!
  const distinct = table.distinct[to]!
  const counts = new Map<number, number>()
  const best = new Int32Array(count).fill(-1)
  const bestCount = new Int32Array(count)
  const sizes = new Int32Array(count)
  for (let i = 0; i < table.rows; i++) {
    const group = of[i]!
    const pair = group * distinct + codes[i]!
    const next = (counts.get(pair) ?? 0) + 1
    counts.set(pair, next)
    sizes[group]!++
    if (next > bestCount[group]!) {
      bestCount[group] = next
      best[group] = codes[i]!
    }
  }
  if (sizes.reduce((sum, size, group) => sum + size - bestCount[group]!, 0) > most) return undefined
  const rows: number[] = []
  for (let i = 0; i < table.rows; i++) if (codes[i] !== best[of[i]!]) rows.push(i)
  return rows
}
