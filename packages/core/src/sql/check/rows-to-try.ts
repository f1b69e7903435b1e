import type { Expression } from '../text/expression'
import { columnsOf, partsOfExpression } from '../text/expression-parts'
import { momentFrom } from '../values/days'

/** More columns, or more values, are not tried. */
const MOST_COLUMNS = 2
const MOST_VALUES = 60

type Row = ReadonlyMap<string, string | null>

/**
 * Rows by which it is decided whether a condition refuses all or nothing: each column takes every value that
 * the condition names, those beside it, others, and none. Undefined where values alone do not decide it: it
 * reckons, calls, matches patterns, or names too much.
 */
export function rowsToTry(read: Expression): readonly Row[] | undefined {
  const columns = [...columnsOf(read)]
  if (columns.length > MOST_COLUMNS || !isPlain(read)) return undefined
  const values = [...new Set(valuesAround(read))]
  if (values.length > MOST_VALUES) return undefined
  let rows: Row[] = [new Map()]
  for (const column of columns)
    rows = rows.flatMap(row => [...values, null].map((value): Row => new Map([...row, [column, value]])))
  return rows
}

/** AND, OR and NOT over comparisons of columns with columns and with values. */
function isPlain(expression: Expression): boolean {
  switch (expression.kind) {
    case 'and':
    case 'or':
    case 'not':
      return partsOfExpression(expression).every(isPlain)
    case 'isNull':
      return expression.of.kind === 'column'
    case 'compare':
      return partsOfExpression(expression).every(isValue)
    default:
      return false
  }
}

const isValue = (part: Expression): boolean =>
  part.kind === 'column' ||
  (part.kind === 'literal' && typeof part.value === 'string') ||
  (part.kind === 'negate' && isValue(part.of) && part.of.kind === 'literal')

function valuesAround(expression: Expression): string[] {
  const literals = literalsIn(expression)
  const hasDays = literals.some(value => momentFrom(value) !== undefined)
  const numbers = literals.filter(value => /^-?\d+(?:\.\d+)?$/.test(value)).map(Number)
  const between = numbers.flatMap((a, i) => numbers.slice(i + 1).map(b => String((a + b) / 2)))
  const beside = numbers.flatMap(n => [n - 1, n + 1, n - 0.5, n + 0.5].map(String))
  if (hasDays) return [...literals, '0001-01-01', '1950-06-15', '2024-02-29', '2099-12-31']
  if (numbers.length > 0 || literals.length === 0)
    return [...literals, ...beside, ...between, '-1000000', '-1', '0', '1', '2', '1000000']
  return [...literals, ...literals.map(value => `${value}~`), '', 'A', 'a', 'z', '~']
}

function literalsIn(expression: Expression): string[] {
  if (expression.kind === 'literal') return typeof expression.value === 'string' ? [expression.value] : []
  if (expression.kind === 'negate') return literalsIn(expression.of).map(value => `-${value}`)
  return partsOfExpression(expression).flatMap(literalsIn)
}
