import { SHEETS, type Sheet } from '../findings'
import type { Cell } from '../sheets'

/**
 * The earlier sheets that uphold a rule which this cell does not: it was right there, and was lost on the way.
 * None where the cell is upheld, or nothing can be told of it.
 */
export function rightBefore(cells: readonly Omit<Cell, 'follows'>[], cell: Omit<Cell, 'follows'>): Sheet[] {
  if (cell.verdict === 'upheld' || cell.verdict === 'cannot tell') return []
  return cells
    .filter(
      ({ rule, sheet, verdict }) =>
        rule === cell.rule && verdict === 'upheld' && SHEETS.indexOf(sheet) < SHEETS.indexOf(cell.sheet),
    )
    .map(({ sheet }) => sheet)
}

/** "Your diagram has it right, your script lost it", of one's own sheets or of somebody's. */
export function lostInWords(right: readonly Sheet[], here: Sheet, whose: 'your' | 'the' = 'your'): string {
  if (right.length === 0) return ''
  const before = right.map(name => `${whose} ${name}`).join(' and ')
  const isOne = right.length === 1 && right[0] !== 'dependencies'
  return `${before[0]!.toUpperCase()}${before.slice(1)} ${isOne ? 'has' : 'have'} it right; ${whose} ${here} lost it.`
}
