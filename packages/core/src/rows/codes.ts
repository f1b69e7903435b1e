import type { FlatTable } from './table'

/**
 * A table with each value replaced by a number: equal numbers for equal texts within a column, counted from 0
 * in the order of first appearance.
 */
export interface CodedTable {
  readonly rows: number
  readonly columns: readonly Int32Array[]
  /** How many different values each column has. */
  readonly distinct: readonly number[]
}

/** Empty cells are equal to each other (engine, section 1). Linear in the number of cells. */
export function coded({ columns, rows }: FlatTable): CodedTable {
  const result = columns.map((_, at) => {
    const known = new Map<string, number>()
    const codes = new Int32Array(rows.length)
    for (let i = 0; i < rows.length; i++) {
      const value = rows[i]![at]!
      let code = known.get(value)
      if (code === undefined) known.set(value, (code = known.size))
      codes[i] = code
    }
    return { codes, distinct: known.size }
  })
  return {
    rows: rows.length,
    columns: result.map(({ codes }) => codes),
    distinct: result.map(({ distinct }) => distinct),
  }
}

/** Rows sorted into groups: `of[row]` is the row's group, counted from 0 in the order of first appearance. */
export interface Grouping {
  readonly of: Int32Array
  readonly count: number
}

export function oneGroup(rows: number): Grouping {
  return { of: new Int32Array(rows), count: Math.min(1, rows) }
}

/**
 * The grouping in which rows stay together that were together and are equal in one more column. Linear in the
 * rows.
 */
export function refine({ of, count }: Grouping, codes: Int32Array, distinct: number): Grouping {
  const rows = of.length
  const next = new Int32Array(rows)
  let groups = 0
  const pairs = count * distinct
  if (pairs <= Math.max(4 * rows, 1024)) {
    const seen = new Int32Array(pairs).fill(-1)
    for (let i = 0; i < rows; i++) {
      const pair = of[i]! * distinct + codes[i]!
      if (seen[pair] === -1) seen[pair] = groups++
      next[i] = seen[pair]!
    }
    return { of: next, count: groups }
  }
  const seen = new Map<number, number>()
  for (let i = 0; i < rows; i++) {
    const pair = of[i]! * distinct + codes[i]!
    let group = seen.get(pair)
    if (group === undefined) seen.set(pair, (group = groups++))
    next[i] = group
  }
  return { of: next, count: groups }
}

/**
 * The rows grouped by what they hold in some columns; those with most values first, so that groups are small
 * early.
 */
export function groupBy({ rows, columns, distinct }: CodedTable, attributes: Iterable<number>): Grouping {
  let grouping = oneGroup(rows)
  for (const at of [...attributes].sort((a, b) => distinct[b]! - distinct[a]!)) {
    if (grouping.count === rows) break
    grouping = refine(grouping, columns[at]!, distinct[at]!)
  }
  return grouping
}

/**
 * How many rows stand in a group with another row: only these can speak for or against what the group fixes.
 */
export function rowsInCompany({ of, count }: Grouping): number {
  const sizes = new Int32Array(count)
  for (const group of of) sizes[group]!++
  return sizes.reduce((sum, size) => (size > 1 ? sum + size : sum), 0)
}
