import { columnAt, rowKey, type FlatTable } from './table'

/** Whether some columns could identify a row, answered in rows. */
export interface IdentifyAnswer {
  readonly columns: readonly string[]
  /** No two different rows share the values. */
  readonly isUnique: boolean
  /** Positions of two different rows that share them; of two equal rows where only those do. */
  readonly refuting: readonly [number, number] | null
  /** How many rows share their values with a different one. */
  readonly sharing: number
  /** Rows that stand there again whole: the same fact entered twice, not a reason against. */
  readonly duplicates: number
  /** Columns of the set with empty cells: an identifier must have a value in every row. */
  readonly empty: readonly string[]
  /** A column that the others do not need. */
  readonly superfluous: string | null
  /** Whether the only column is a running number: it tells rows apart, not facts. */
  readonly isSurrogate: boolean
}

/**
 * Could these columns identify a row? Linear in the rows, for each of the columns. @throws RangeError for a
 * name that is no column.
 */
export function couldIdentify(table: FlatTable, columns: readonly string[]): IdentifyAnswer {
  const at = columns.map(name => columnAt(table, name))
  const first = new Map<string, number>()
  const sharing = new Set<number>()
  let refuting: [number, number] | null = null
  let same: [number, number] | null = null
  let duplicates = 0
  for (const [i, row] of table.rows.entries()) {
    const key = rowKey(at.map(c => row[c]!))
    const before = first.get(key)
    if (before === undefined) first.set(key, i)
    else if (rowKey(table.rows[before]!) === rowKey(row)) {
      same ??= [before, i]
      duplicates++
    } else {
      refuting ??= [before, i]
      sharing.add(before).add(i)
    }
  }
  const isUnique = refuting === null
  return {
    columns,
    isUnique,
    refuting: refuting ?? same,
    sharing: sharing.size,
    duplicates,
    empty: columns.filter((_, i) => table.rows.some(row => row[at[i]!] === '')),
    superfluous:
      isUnique && columns.length > 1
        ? (columns.find(name =>
            isUniqueBy(
              table,
              columns.filter(other => other !== name),
            ),
          ) ?? null)
        : null,
    isSurrogate: isUnique && columns.length === 1 && isRunning(table, at[0]!),
  }
}

function isUniqueBy(table: FlatTable, columns: readonly string[]): boolean {
  const at = columns.map(name => columnAt(table, name))
  const first = new Map<string, readonly string[]>()
  return table.rows.every(row => {
    const key = rowKey(at.map(c => row[c]!))
    const before = first.get(key)
    if (!before) first.set(key, row)
    return !before || rowKey(before) === rowKey(row)
  })
}

/** A column that only numbers the rows, and hides that the same facts stand there more than once. */
export interface Surrogate {
  readonly column: string
  /** Rows that stand there again, but for their number. */
  readonly repeated: number
}

/** The first such column; null where the rows tell facts apart without it. Linear in the cells. */
export function surrogateIn(table: FlatTable): Surrogate | null {
  const at = table.columns.findIndex((_, c) => isRunning(table, c))
  if (at < 0 || table.columns.length < 2) return null
  const different = new Set(table.rows.map(row => rowKey(row.toSpliced(at, 1)))).size
  return different < table.rows.length
    ? { column: table.columns[at]!, repeated: table.rows.length - different }
    : null
}

/** Whether the cells count up by one from row to row. */
function isRunning({ rows }: FlatTable, at: number): boolean {
  return (
    rows.length > 2 &&
    rows.every(
      (row, i) => /^\d{1,9}$/.test(row[at]!) && (i === 0 || Number(row[at]) === Number(rows[i - 1]![at]) + 1),
    )
  )
}

/** Whether some columns fix others, answered in rows. */
export interface FixAnswer {
  readonly from: readonly string[]
  readonly to: readonly string[]
  readonly holds: boolean
  /** Positions of two rows that agree on the left and differ on the right. */
  readonly refuting: readonly [number, number] | null
  /** How many rows share their left side with another: those that could have spoken against it. */
  readonly support: number
  /** The share of rows that would have to go for it to hold (g3). */
  readonly error: number
  /** Positions of these rows, those that differ from the most common value of their left side; at most 50. */
  readonly offending: readonly number[]
  /**
   * The left value that most rows repeat, with the number of rows in which a change of the right side would
   * have to be made.
   */
  readonly mostRepeated: { readonly values: readonly string[]; readonly rows: number } | null
}

interface Group {
  readonly first: number
  readonly counts: Map<string, { rows: number[] }>
  size: number
}

/**
 * Do these columns fix those? Linear in the rows. Source of the error: Kivinen & Mannila 1995 (g3). @throws
 * RangeError for a name that is no column.
 */
export function doesFix(table: FlatTable, from: readonly string[], to: readonly string[]): FixAnswer {
  const left = from.map(name => columnAt(table, name))
  const right = to.map(name => columnAt(table, name))
  const groups = new Map<string, Group>()
  let refuting: [number, number] | null = null
  for (const [i, row] of table.rows.entries()) {
    const key = rowKey(left.map(c => row[c]!))
    const value = rowKey(right.map(c => row[c]!))
    let group = groups.get(key)
    if (!group) groups.set(key, (group = { first: i, counts: new Map(), size: 0 }))
    group.size++
    const known = group.counts.get(value)
    if (known) known.rows.push(i)
    else {
      if (group.counts.size > 0) refuting ??= [group.first, i]
      group.counts.set(value, { rows: [i] })
    }
  }
  const all = [...groups.values()]
  const offending = all.flatMap(({ counts }) =>
    counts.size < 2
      ? []
      : [...counts.values()]
          .sort((a, b) => b.rows.length - a.rows.length)
          .slice(1)
          .flatMap(({ rows }) => rows),
  )
  const most = all.reduce<Group | undefined>(
    (best, group) => (group.size > (best?.size ?? 1) ? group : best),
    undefined,
  )
  return {
    from,
    to,
    holds: refuting === null,
    refuting,
    support: all.reduce((sum, { size }) => (size > 1 ? sum + size : sum), 0),
    error: table.rows.length === 0 ? 0 : offending.length / table.rows.length,
    offending: offending.sort((a, b) => a - b).slice(0, 50),
    mostRepeated: most ? { values: left.map(c => table.rows[most.first]![c]!), rows: most.size } : null,
  }
}
