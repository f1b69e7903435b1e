import { munkres } from 'munkres'

/**
 * The optimal one-to-one assignment of rows to columns: the column of each row, or -1, so that the sum of the
 * scores is greatest, where a row left alone counts `floor` and a pair below `floor` is never made. Ties: the
 * earlier row takes the earlier column. Kuhn & Munkres, O(n³).
 */
export function assign(scores: readonly (readonly number[])[], floor: number): number[] {
  const rows = scores.length
  const columns = scores[0]?.length ?? 0
  if (rows === 0 || columns === 0) return scores.map(() => -1)
  const costs = scores.map((row, i) => [
    ...row.map((score, j) => (score >= floor ? 2 - score + 1e-9 * Math.abs(i - j) : 4)),
    ...Array.from({ length: rows }, (_, j) => (j === i ? 2 - floor : 4)),
  ])
  const result = scores.map(() => -1)
  for (const [row, column] of munkres(costs))
    if (column < columns && scores[row]![column]! >= floor) result[row] = column
  return result
}

/** Every assignment there is, the best: for comparing on small cases. Exponential. */
export function totalOf(
  scores: readonly (readonly number[])[],
  assignment: readonly number[],
  floor: number,
): number {
  return assignment.reduce((sum, column, row) => sum + (column < 0 ? floor : scores[row]![column]!), 0)
}
