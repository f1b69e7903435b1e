import { Candidates } from './candidates'
import { coded, oneGroup, refine, rowsInCompany, type CodedTable, type Grouping } from './codes'
import { NO_COLUMNS, columnsIn, keyOf, sizeOf, withColumn, type ColumnSet } from './columns-set'
import { MOST_COLUMNS, distinctRows, type FlatTable } from './table'

/** X → b as it holds in rows: positions of columns. */
export interface FoundDependency {
  readonly from: readonly number[]
  readonly to: number
  /** How many different rows share their left side with another: those that could have spoken against it. */
  readonly support: number
}

export interface Discovery {
  /** All minimal dependencies that are not trivial, by size of the left side, then by position. */
  readonly dependencies: readonly FoundDependency[]
  /** All minimal sets that no two different rows share, in the same order. */
  readonly keys: readonly (readonly number[])[]
  /** Rows that stand there again. */
  readonly duplicates: number
  /**
   * False when a limit stopped it: what is named holds, but there may be more with a larger left side than
   * `largest`.
   */
  readonly complete: boolean
  /** The most columns of a left side that were tried. */
  readonly largest: number
}

export interface DiscoveryOptions {
  /** The most columns of a left side, and of a key. */
  readonly largest?: number
  /**
   * The most steps: one is a row looked at, or two sets compared. The same table stops at the same place.
   * @defaultValue 6 000 000 000
   */
  readonly limit?: number
  /**
   * Told after each size of left sides and now and then between: `done` of `of` candidates of this size are
   * tried. Throw to end the search.
   */
  readonly onProgress?: (progress: {
    readonly size: number
    readonly done: number
    readonly of: number
  }) => void
}

/** What a search knows so far. */
interface Search {
  readonly table: CodedTable
  readonly candidates: Candidates
  readonly seen: Set<number>
  rowSteps: number
}

/**
 * The dependencies and keys that hold in rows, exactly. Pairs of rows that share a value give agree sets,
 * from which the left sides are made that nothing refutes; each is then tried on all rows, smallest first,
 * and a pair that refutes it joins the others. An empty cell equals an empty cell. Time: rows × candidates,
 * and there can be exponentially many in the number of columns: see `limit`. Sources: Papenbrock & Naumann, A
 * hybrid approach to functional dependency discovery, SIGMOD 2016; Flach & Savnik 1999 for the specialising
 * of left sides.
 * @throws RangeError for more than 50 columns.
 */
export function discover(
  flat: FlatTable,
  { largest = MOST_COLUMNS, limit = 6_000_000_000, onProgress }: DiscoveryOptions = {},
): Discovery {
  if (flat.columns.length > MOST_COLUMNS)
    throw new RangeError(`At most ${MOST_COLUMNS} columns can be searched, not ${flat.columns.length}.`)
  const rows = distinctRows(flat.rows)
  const table = coded({ columns: flat.columns, rows })
  const asked = Math.min(largest, flat.columns.length)
  const search: Search = {
    table,
    candidates: new Candidates(flat.columns.length, asked),
    seen: new Set(),
    rowSteps: 0,
  }
  sample(search)
  let size = 0
  let complete = true
  const supports = new Map<number, number>()
  const isSpent = (): boolean => search.rowSteps + search.candidates.steps > limit
  for (; complete && search.candidates.hasFrom(size); size++)
    complete = tryAll(search, size, supports, isSpent, onProgress)
  const found = search.candidates.all(complete ? Infinity : Math.max(0, size - 1))
  const order = (a: readonly number[], b: readonly number[]): number =>
    a.length - b.length || compareLists(a, b)
  return {
    dependencies: found
      .filter(({ right }) => right < flat.columns.length)
      .map(({ from, right }) => ({ from, to: right, support: supports.get(keyOf(setOf(from))) ?? 0 }))
      .sort((a, b) => order(a.from, b.from) || a.to - b.to),
    keys: found
      .filter(({ right }) => right === flat.columns.length)
      .map(({ from }) => from)
      .sort(order),
    duplicates: flat.rows.length - rows.length,
    complete: complete && search.candidates.largest === asked,
    largest: complete ? search.candidates.largest : Math.max(0, size - 2),
  }
}

function compareLists(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return a[i]! - b[i]!
  return 0
}

const setOf = (columns: readonly number[]): ColumnSet => columns.reduce(withColumn, NO_COLUMNS)

/** The columns on which two rows agree. */
function agreement({ columns }: CodedTable, a: number, b: number): ColumnSet {
  let set = NO_COLUMNS
  for (let at = 0; at < columns.length; at++)
    if (columns[at]![a] === columns[at]![b]) set = withColumn(set, at)
  return set
}

/**
 * Compares neighbours among the rows that share a value, in each column: these agree on much, and so refute
 * much. The widest agreements are noted first.
 */
function sample(search: Search): void {
  const { table, seen } = search
  const found: ColumnSet[] = []
  const look = (a: number, b: number): void => {
    const set = agreement(table, a, b)
    const key = keyOf(set)
    if (!seen.has(key) && seen.size < 20_000) {
      seen.add(key)
      found.push(set)
    }
  }
  for (let i = 1; i < Math.min(table.rows, 200); i++) look(i - 1, i)
  for (const [at, codes] of table.columns.entries()) {
    const last = [
      new Int32Array(table.distinct[at]!).fill(-1),
      new Int32Array(table.distinct[at]!).fill(-1),
    ] as const
    const looks = Math.max(1, Math.floor(table.rows / 20_000))
    for (let i = 0; i < table.rows; i++) {
      const code = codes[i]!
      const [before, earlier] = [last[0][code]!, last[1][code]!]
      if (before >= 0 && i % looks === 0) look(before, i)
      if (earlier >= 0 && i % looks === 0) look(earlier, i)
      last[1][code] = before
      last[0][code] = i
    }
    search.rowSteps += table.rows
  }
  for (const set of found.sort((a, b) => sizeOf(b) - sizeOf(a))) search.candidates.refute(set)
}

/** Tries every left side of a size on all rows; answers false when the limit was reached on the way. */
function tryAll(
  search: Search,
  size: number,
  supports: Map<number, number>,
  isSpent: () => boolean,
  onProgress: DiscoveryOptions['onProgress'],
): boolean {
  const { table, candidates } = search
  const groupings = new Groupings(table, search)
  const tried = candidates.ofSize(size).sort((a, b) => compareLists(columnsIn(a.left), columnsIn(b.left)))
  for (const [i, { left, rights }] of tried.entries()) {
    if (isSpent()) return false
    if (i % 50 === 0) onProgress?.({ size, done: i, of: tried.length })
    const grouping = groupings.of(columnsIn(left))
    const refuting = refutations(search, grouping, rights)
    if (refuting.length < rights.length) supports.set(keyOf(left), rowsInCompany(grouping))
    for (const [a, b] of refuting) note(search, agreement(table, a, b))
  }
  onProgress?.({ size, done: tried.length, of: tried.length })
  return true
}

function note({ seen, candidates }: Search, agreed: ColumnSet): void {
  const key = keyOf(agreed)
  if (seen.has(key)) return
  seen.add(key)
  candidates.refute(agreed)
}

/** For each right side that the grouping does not fix, two rows of one group that differ there. */
function refutations(
  search: Search,
  { of, count }: Grouping,
  rights: readonly number[],
): (readonly [number, number])[] {
  const { table } = search
  if (count === table.rows) return []
  const first = new Int32Array(count).fill(-1)
  const second = new Int32Array(count).fill(-1)
  for (let i = 0; i < table.rows; i++) {
    const group = of[i]!
    if (first[group] === -1) first[group] = i
    else if (second[group] === -1) second[group] = i
  }
  return rights.flatMap(right => {
    search.rowSteps += table.rows
    if (right === table.columns.length) {
      const group = second.findIndex(row => row >= 0)
      return [[first[group]!, second[group]!] as const]
    }
    const codes = table.columns[right]!
    for (let i = 0; i < table.rows; i++) {
      const other = first[of[i]!]!
      if (codes[i] !== codes[other]) return [[other, i] as const]
    }
    return []
  })
}

/** Groupings of left sides asked in order: what two have in common at the front is grouped once. */
class Groupings {
  private readonly path: { readonly at: number; readonly grouping: Grouping }[] = []

  constructor(
    private readonly table: CodedTable,
    private readonly search: Search,
  ) {}

  of(columns: readonly number[]): Grouping {
    let common = 0
    while (common < this.path.length && this.path[common]!.at === columns[common]) common++
    this.path.length = common
    let grouping = this.path.at(-1)?.grouping ?? oneGroup(this.table.rows)
    for (const at of columns.slice(common)) {
      if (grouping.count < this.table.rows) {
        grouping = refine(grouping, this.table.columns[at]!, this.table.distinct[at]!)
        this.search.rowSteps += this.table.rows
      }
      this.path.push({ at, grouping })
    }
    return grouping
  }
}
