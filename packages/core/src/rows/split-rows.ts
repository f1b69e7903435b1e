import { columnAt, distinctRows, rowKey, type FlatTable } from './table'

/** The rows of a part: the chosen columns, each combination once, in the order of its first appearance. */
export function projectRows(table: FlatTable, columns: readonly string[]): FlatTable {
  const at = columns.map(name => columnAt(table, name))
  return { columns, rows: distinctRows(table.rows.map(row => at.map(c => row[c]!))) }
}

/** What joining the parts of a split gives. */
export interface Rejoined {
  readonly table: FlatTable
  /** Rows that were not there before. */
  readonly spurious: readonly (readonly string[])[]
  /** Rows that are not there any more: none, unless the parts were changed. */
  readonly missing: readonly (readonly string[])[]
  /** False when the join grew beyond the limit: it is certainly not the same. */
  readonly complete: boolean
}

/**
 * Joins parts on the columns they share and compares with the rows they came from, without regard to order
 * and doubles. Parts that add no rows are joined first. An empty cell joins an empty cell, so that projecting
 * and joining speak of the same rows.
 */
export function rejoin(table: FlatTable, parts: readonly FlatTable[], { limit = 500_000 } = {}): Rejoined {
  const [first, ...others] = [...parts].sort((a, b) => b.rows.length - a.rows.length)
  if (!first) return { table: { columns: [], rows: [] }, spurious: [], missing: table.rows, complete: true }
  let joined = first
  const waiting = [...others]
  let complete = true
  while (waiting.length > 0 && complete) {
    const next = nextPart(joined, waiting)
    waiting.splice(waiting.indexOf(next), 1)
    const result = join(joined, next, limit)
    complete = result.complete
    joined = result.table
  }
  const order = table.columns.filter(name => joined.columns.includes(name))
  const ordered = projectRows(joined, order)
  const original = projectRows(table, order)
  const before = new Set(original.rows.map(rowKey))
  const after = new Set(ordered.rows.map(rowKey))
  return {
    table: ordered,
    spurious: ordered.rows.filter(row => !before.has(rowKey(row))),
    missing: complete ? original.rows.filter(row => !after.has(rowKey(row))) : [],
    complete,
  }
}

/**
 * The part to be joined next: one that adds no rows if there is one, since what is shared identifies its
 * rows; else the one that shares most.
 */
function nextPart(joined: FlatTable, waiting: readonly FlatTable[]): FlatTable {
  const shared = (part: FlatTable): string[] => part.columns.filter(name => joined.columns.includes(name))
  return (
    waiting.find(
      part => shared(part).length > 0 && projectRows(part, shared(part)).rows.length === part.rows.length,
    ) ?? [...waiting].sort((a, b) => shared(b).length - shared(a).length)[0]!
  )
}

function join(a: FlatTable, b: FlatTable, limit: number): { table: FlatTable; complete: boolean } {
  const shared = b.columns.filter(name => a.columns.includes(name))
  const [inA, inB] = [a, b].map(table => shared.map(name => columnAt(table, name))) as [number[], number[]]
  const fresh = b.columns.map((_, at) => at).filter(at => !inB.includes(at))
  const byKey = new Map<string, (readonly string[])[]>()
  for (const row of b.rows) {
    const key = rowKey(inB.map(at => row[at]!))
    const known = byKey.get(key)
    if (known) known.push(row)
    else byKey.set(key, [row])
  }
  const rows: string[][] = []
  const columns = [...a.columns, ...fresh.map(at => b.columns[at]!)]
  for (const row of a.rows) {
    for (const other of byKey.get(rowKey(inA.map(at => row[at]!))) ?? []) {
      rows.push([...row, ...fresh.map(at => other[at]!)])
      if (rows.length > limit) return { table: { columns, rows }, complete: false }
    }
  }
  return { table: { columns, rows }, complete: true }
}
