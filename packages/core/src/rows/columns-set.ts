/** A set of at most 60 columns in two words: quick to compare, which discovery does millions of times. */
export interface ColumnSet {
  readonly low: number
  readonly high: number
}

const WORD = 30

export const NO_COLUMNS: ColumnSet = { low: 0, high: 0 }

export const withColumn = ({ low, high }: ColumnSet, at: number): ColumnSet =>
  at < WORD ? { low: low | (1 << at), high } : { low, high: high | (1 << (at - WORD)) }
export const hasColumn = ({ low, high }: ColumnSet, at: number): boolean =>
  at < WORD ? ((low >> at) & 1) === 1 : ((high >> (at - WORD)) & 1) === 1
export const isWithin = (a: ColumnSet, b: ColumnSet): boolean =>
  (a.low & ~b.low) === 0 && (a.high & ~b.high) === 0

export function sizeOf({ low, high }: ColumnSet): number {
  let count = 0
  for (let word = low; word; word &= word - 1) count++
  for (let word = high; word; word &= word - 1) count++
  return count
}

/** Positions in ascending order. */
export function columnsIn({ low, high }: ColumnSet): number[] {
  const columns: number[] = []
  for (let word = low; word; word &= word - 1) columns.push(31 - Math.clz32(word & -word))
  for (let word = high; word; word &= word - 1) columns.push(WORD + 31 - Math.clz32(word & -word))
  return columns
}

/** A number that is equal exactly for equal sets of up to 50 columns. */
export const keyOf = ({ low, high }: ColumnSet): number => high * 2 ** WORD + low
