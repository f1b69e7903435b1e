import { columnsIn, hasColumn, isWithin, sizeOf, withColumn, NO_COLUMNS, type ColumnSet } from './columns-set'

/**
 * For each right side the minimal left sides that no pair of rows seen so far refutes. It begins with the
 * empty set for all; a pair of rows that agree on exactly the columns A refutes X → b for every X within A
 * and b outside, and each such X is replaced by what is one column larger and leaves A.
 */
export class Candidates {
  /** For each right side, by size of the left side. */
  private readonly bySize: ColumnSet[][][]
  /** How many sets were compared or made: what the search costs. */
  steps = 0
  count: number

  /**
   * The right sides are the columns and, as the last, the row itself: what fixes it is a key. `largest`
   * bounds the left sides, and sinks when there are too many.
   */
  constructor(
    private readonly columns: number,
    public largest: number,
    private readonly most = 200_000,
  ) {
    this.bySize = Array.from({ length: columns + 1 }, () => [[NO_COLUMNS]])
    this.count = columns + 1
  }

  /** The left sides of a size with the right sides that each is to fix. */
  ofSize(size: number): { readonly left: ColumnSet; readonly rights: number[] }[] {
    const found = new Map<string, { left: ColumnSet; rights: number[] }>()
    for (const [right, sizes] of this.bySize.entries()) {
      for (const left of sizes[size] ?? []) {
        const key = `${left.high} ${left.low}`
        const known = found.get(key)
        if (known) known.rights.push(right)
        else found.set(key, { left, rights: [right] })
      }
    }
    return [...found.values()]
  }

  /** Whether left sides of this size or larger are left. */
  hasFrom(size: number): boolean {
    return this.bySize.some(sizes => sizes.some((sets, at) => at >= size && sets.length > 0))
  }

  /** Takes note of two rows that agree on exactly these columns. */
  refute(agreed: ColumnSet): void {
    const size = sizeOf(agreed)
    const outside = Array.from({ length: this.columns }, (_, at) => at).filter(at => !hasColumn(agreed, at))
    for (const right of [...outside, this.columns])
      this.specialise(this.bySize[right]!, right, agreed, size, outside)
  }

  private specialise(
    sizes: ColumnSet[][],
    right: number,
    agreed: ColumnSet,
    size: number,
    outside: readonly number[],
  ): void {
    const refuted: ColumnSet[] = []
    for (let at = 0; at <= Math.min(size, sizes.length - 1); at++) {
      const sets = sizes[at]!
      this.steps += sets.length
      let kept = 0
      for (const set of sets)
        if (isWithin(set, agreed)) refuted.push(set)
        else sets[kept++] = set
      sets.length = kept
    }
    this.count -= refuted.length
    for (const set of refuted) {
      const larger = sizeOf(set) + 1
      for (const at of outside)
        if (at !== right && larger <= this.largest) this.add(sizes, withColumn(set, at), larger)
    }
  }

  /** Adds a left side unless one within it is there. */
  private add(sizes: ColumnSet[][], set: ColumnSet, size: number): void {
    for (let at = 0; at <= Math.min(size, sizes.length - 1); at++) {
      for (const other of sizes[at]!) {
        this.steps++
        if (isWithin(other, set)) return
      }
    }
    while (sizes.length <= size) sizes.push([])
    sizes[size]!.push(set)
    if (++this.count > this.most && this.largest > 1) this.giveUpLargest()
  }

  /**
   * Too many to keep: the largest left sides are given up, and no more of that size are made. What is smaller
   * stays exact.
   */
  private giveUpLargest(): void {
    for (const sizes of this.bySize) {
      for (const sets of sizes.splice(this.largest)) this.count -= sets.length
    }
    this.largest--
  }

  /** What is left, as positions; the last right side is the row itself. */
  all(smallerThan = Infinity): { readonly from: number[]; readonly right: number }[] {
    return this.bySize.flatMap((sizes, right) =>
      sizes
        .slice(0, Math.min(sizes.length, smallerThan))
        .flat()
        .map(set => ({ from: columnsIn(set), right })),
    )
  }
}
