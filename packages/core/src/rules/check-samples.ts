import { fit, foldName, type Column, type Table } from '../schema'
import {
  calculate,
  checksOn,
  columnsOf,
  decimalFrom,
  readExpression,
  type Decimal,
  type Expression,
} from '../sql'

/** At most so many values of each kind are proposed. */
const MOST = 6

/**
 * Values at which a column's checks or enumeration change their mind: each bound and its nearest neighbours
 * at the column's scale, each member and one stranger. `good` are accepted, `bad` refused by a check; what
 * the type itself refuses is no news and left out.
 */
export function checkSamples(table: Table, column: Column): { good: string[]; bad: string[] } {
  if (column.type.family === 'enum' && column.type.members.length > 0)
    return { good: column.type.members.slice(0, MOST), bad: [strangerTo(column.type.members)] }
  const literals = new Set<string>()
  for (const { expression } of table.checks) {
    const read = readExpression(expression)
    if (columnsOf(read).size === 1 && columnsOf(read).has(foldName(column.name))) collect(read, literals)
  }
  const values = [...literals].flatMap(literal => around(literal, column, [...literals]))
  const judged = [...new Set(values)]
    .filter(value => fit(value, column.type) === 'kept')
    .map(value => ({ value, outcome: checksOn(table, column.name, value).outcome }))
  const pick = (outcome: string): string[] =>
    judged
      .filter(other => other.outcome === outcome)
      .map(({ value }) => value)
      .slice(0, MOST)
  return { good: pick('passes'), bad: pick('refuses') }
}

/** The literals that the column is compared with; lengths and patterns give none. */
function collect(expression: Expression, into: Set<string>): void {
  switch (expression.kind) {
    case 'and':
    case 'or':
      collect(expression.left, into)
      collect(expression.right, into)
      break
    case 'not':
      collect(expression.of, into)
      break
    case 'compare': {
      const [a, b] = [expression.left, expression.right]
      const beside = b.kind === 'column' ? literalIn(a) : undefined
      const literal = a.kind === 'column' ? literalIn(b) : beside
      if (literal !== undefined) into.add(literal)
      break
    }
    // Nothing is compared with a literal of its own here.
    case 'arithmetic':
    case 'call':
    case 'column':
    case 'isNull':
    case 'isTruth':
    case 'like':
    case 'literal':
    case 'matches':
    case 'negate':
    case 'opaque':
      break
  }
}

function literalIn(expression: Expression): string | undefined {
  if (expression.kind === 'negate') {
    const inner = literalIn(expression.of)
    return inner === undefined ? undefined : `-${inner}`
  }
  return expression.kind === 'literal' && typeof expression.value === 'string' ? expression.value : undefined
}

function around(literal: string, { type }: Column, all: readonly string[]): string[] {
  const number = decimalFrom(literal)
  const isNumber = type.family === 'integer' || type.family === 'decimal'
  if (!number || !isNumber)
    return type.family === 'date' || type.family === 'timestamp' ? [literal] : [literal, strangerTo(all)]
  const scale = type.family === 'decimal' ? (type.scale ?? number.scale) : 0
  const step: Decimal = { digits: 1n, scale }
  return [written(calculate('-', number, step)), literal, written(calculate('+', number, step))]
}

function written({ digits, scale }: Decimal): string {
  const sign = digits < 0n ? '-' : ''
  const text = String(digits < 0n ? -digits : digits).padStart(scale + 1, '0')
  return scale === 0 ? `${sign}${text}` : `${sign}${text.slice(0, -scale)}.${text.slice(-scale)}`
}

/** A value of the same length as the shortest member that is none of them. */
function strangerTo(members: readonly string[]): string {
  const length = Math.max(1, Math.min(...members.map(member => member.length)))
  for (const letter of ['x', 'q', 'z', 'y', 'k']) {
    const value = letter.repeat(length)
    if (!members.includes(value)) return value
  }
  return `${members[0]}x`
}
