import { munkres } from 'munkres'

/** Scores are compared to so many parts of one; what is left below them turns ties. */
const PARTS = 1e7
const BELOW = 1e5
const NEVER = 4 * PARTS * BELOW

/**
 * A score as a whole number: the search takes costs from each other until some are nothing, and with fractions
 * none need ever be.
 */
const costOf = (score: number): number => Math.round((2 - score) * PARTS) * BELOW

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
    ...row.map((score, j) => (score >= floor ? costOf(score) + Math.abs(i - j) : NEVER)),
    ...Array.from({ length: rows }, (_, j) => (j === i ? costOf(floor) : NEVER)),
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
