import { fit, foldName, type Column, type Table } from '../schema'
import {
  calculate,
  checksOn,
  columnsOf,
  decimalFrom,
  looksAtToday,
  partsOfExpression,
  readExpression,
  type Decimal,
  type Expression,
} from '../sql'
import { onDays } from './by-today'

/** At most so many values of each kind are proposed. */
const MOST = 6

/**
 * Values at which a column's checks or enumeration change their mind: each bound and its nearest neighbours
 * at the column's scale, each member and one stranger. `good` are accepted, `bad` refused by a check.
 */
export function checkSamples(table: Table, column: Column): { good: string[]; bad: string[] } {
  if (column.type.family === 'enum' && column.type.members.length > 0)
    return { good: column.type.members.slice(0, MOST), bad: [strangerTo(column.type.members)] }
  const literals = new Set<string>()
  const alone = table.checks
    .map(({ expression }) => readExpression(expression))
    .filter(read => columnsOf(read).size === 1 && columnsOf(read).has(foldName(column.name)))
  if (alone.some(looksAtToday)) return daySamples(table, column, alone)
  for (const read of alone) collect(read, literals)
  const values = [...literals].flatMap(literal => around(literal, column, [...literals]))
  // A bound is asked also where the model's own type is too narrow for what lies beyond it.
  const judged = [...new Set(values)]
    .map(value => ({
      value,
      outcome: checksOn(table, column.name, value).outcome,
      isKept: fit(value, column.type) === 'kept',
    }))
    .filter(({ outcome, isKept }) => isKept || outcome === 'refuses')
  const pick = (outcome: string): string[] =>
    judged
      .filter(other => other.outcome === outcome)
      .map(({ value }) => value)
      .slice(0, MOST)
  return { good: pick('passes'), bad: pick('refuses') }
}

/**
 * Days reckoned from today beside which the checks change their mind: each span that they name, before and after
 * today, with the day before and the day after.
 */
function daySamples(
  table: Table,
  column: Column,
  checks: readonly Expression[],
): { good: string[]; bad: string[] } {
  const outcomeOf = (value: string): string => {
    const outcomes = onDays(value, false).map(
      ({ value: day, today }) => checksOn(table, column.name, day, [today]).outcome,
    )
    return outcomes.every(outcome => outcome === outcomes[0]) ? (outcomes[0] ?? 'unknown') : 'unknown'
  }
  const judged = spansIn(checks)
    .flatMap(span => ['-', '+'].map(sign => (span === '' ? 'today' : `today ${sign} ${span}`)))
    .map(day =>
      [`${day} - 1 day`, day, `${day} + 1 day`].map(value => ({ value, outcome: outcomeOf(value) })),
    )
    .filter(around => new Set(around.map(({ outcome }) => outcome)).size > 1)
    .flat()
  const pick = (outcome: string): string[] =>
    [...new Set(judged.filter(other => other.outcome === outcome).map(({ value }) => value))].slice(0, MOST)
  return { good: pick('passes'), bad: pick('refuses') }
}

/** The spans of time that stand in checks; a bare number may be years, months or days. */
function spansIn(checks: readonly Expression[]): string[] {
  const found = new Set([''])
  const visit = (part: Expression): void => {
    if (part.kind === 'interval' && part.months % 12 === 0 && part.months !== 0)
      found.add(`${part.months / 12} years`)
    else if (part.kind === 'interval' && part.months !== 0) found.add(`${part.months} months`)
    else if (part.kind === 'interval') found.add(`${part.days} days`)
    if (part.kind === 'literal' && part.isNumber && /^\d{1,3}$/.test(String(part.value)))
      for (const unit of ['years', 'months', 'days']) found.add(`${part.value} ${unit}`)
    partsOfExpression(part).forEach(visit)
  }
  checks.forEach(visit)
  return [...found]
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
    // Nothing is compared with a literal of its own elsewhere.
    default:
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
