import type { Column } from '../../schema'
import type { InsertCell, InsertRow } from '../read/read-insert'

export interface Commas {
  /** The row with each of them read as a decimal point. */
  readonly row: InsertRow
  /** Each number as it was meant, with its place. */
  readonly numbers: readonly InsertCell[]
}

/**
 * A row with too many values in which numbers stand on both sides of a comma without a blank, where a number with
 * decimals is kept: 3,5 is meant as 3.5. Undefined where that does not make as many values as there are columns.
 */
export function readCommas(
  { cells, span }: InsertRow,
  columns: readonly (Column | undefined)[],
): Commas | undefined {
  let excess = cells.length - columns.length
  const read: InsertCell[] = []
  const numbers: InsertCell[] = []
  for (let i = 0; i < cells.length; i++) {
    const [cell, next] = [cells[i]!, cells[i + 1]]
    const family = columns[read.length]?.type.family
    const isFraction = family === 'decimal' || family === 'float'
    if (excess > 0 && isFraction && next && areHalves(cell, next)) {
      const number = { ...cell, text: `${cell.text}.${next.text}`, end: next.end }
      read.push(number)
      numbers.push(number)
      excess--
      i++
    } else read.push(cell)
  }
  return excess === 0 && numbers.length > 0 ? { row: { cells: read, span }, numbers } : undefined
}

const areHalves = (a: InsertCell, b: InsertCell): boolean =>
  a.kind === 'number' &&
  b.kind === 'number' &&
  b.start === a.end + 1 &&
  /^-?\d+$/.test(a.text) &&
  /^\d+$/.test(b.text)
