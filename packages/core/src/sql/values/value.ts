import { foldName } from '../../schema'
import type { Expression } from '../text/expression'
import { intervalFrom } from '../text/moments'
import { daysInMonth, fullMonths, momentFrom, partsOfDay, plusMonths, type Moment } from './days'
import { calculate, compareDecimals, decimalFrom, type Decimal } from './decimal'

/** The values of some columns, by folded names, null for nothing; and the day on which it is asked. */
export interface Known {
  readonly columns: ReadonlyMap<string, string | null>
  readonly today: Moment
}

export type Value =
  | { readonly kind: 'number'; readonly of: Decimal }
  | { readonly kind: 'text'; readonly of: string }
  | { readonly kind: 'boolean'; readonly of: boolean }
  | { readonly kind: 'moment'; readonly of: Moment }
  | { readonly kind: 'interval'; readonly months: number; readonly days: number }
  | { readonly kind: 'null' }
  | { readonly kind: 'any' }

/** The value of an expression in a row; `any` where it is not to be said. */
export function valueOf(expression: Expression, known: Known): Value {
  const again = (part: Expression): Value => valueOf(part, known)
  switch (expression.kind) {
    case 'literal':
      return literal(expression.value, expression.isNumber)
    case 'column':
      return given(known.columns.get(foldName(expression.name)))
    case 'now':
      return { kind: 'moment', of: known.today + (expression.hasTime ? 0.5 : 0) }
    case 'interval':
      return { kind: 'interval', months: expression.months, days: expression.days }
    case 'negate': {
      const of = again(expression.of)
      if (of.kind === 'interval') return { ...of, months: -of.months, days: -of.days }
      const number = numberIn(of)
      if (number) return { kind: 'number', of: { ...number, digits: -number.digits } }
      if (of.kind === 'null') return of
      return { kind: 'any' }
    }
    case 'arithmetic':
      return arithmetic(expression.operator, again(expression.left), again(expression.right))
    case 'call':
      return call(expression.name, expression.args.map(again))
    default:
      return { kind: 'any' }
  }
}

function literal(value: string | boolean | null, isNumber: boolean): Value {
  if (value === null) return { kind: 'null' }
  if (typeof value === 'boolean') return { kind: 'boolean', of: value }
  const number = isNumber ? decimalFrom(value) : undefined
  if (number) return { kind: 'number', of: number }
  if (isNumber) return { kind: 'any' }
  return { kind: 'text', of: value }
}

function given(value: string | null | undefined): Value {
  if (value === undefined) return { kind: 'any' }
  return value === null ? { kind: 'null' } : { kind: 'text', of: value }
}

function arithmetic(operator: '+' | '-' | '*' | '/', a: Value, b: Value): Value {
  if (a.kind === 'null' || b.kind === 'null') return { kind: 'null' }
  if (operator === '+' || operator === '-') {
    const found = reckoned(operator, a, b)
    if (found) return found
  }
  const [x, y] = [numberIn(a), numberIn(b)]
  if (!x || !y) return { kind: 'any' }
  const result = operator === '/' ? divided(x, y) : calculate(operator, x, y)
  return result ? { kind: 'number', of: result } : { kind: 'any' }
}

/** A sum in which a moment or an interval stands; undefined where it is one of numbers. */
function reckoned(operator: '+' | '-', a: Value, b: Value): Value | undefined {
  if (a.kind === 'interval' && b.kind !== 'interval' && operator === '+') return reckoned('+', b, a)
  const isAny = [a, b].some(({ kind }) => kind === 'moment' || kind === 'interval')
  const from = isAny ? momentIn(a) : undefined
  if (from === undefined) return isAny ? { kind: 'any' } : undefined
  const sign = operator === '+' ? 1 : -1
  if (b.kind === 'interval') return { kind: 'moment', of: plusMonths(from, sign * b.months) + sign * b.days }
  const to = momentIn(b)
  if (to !== undefined && operator === '-') return numberOf(from - to)
  const days = b.kind === 'number' ? Number(decimalText(b.of)) : Number.NaN
  return Number.isFinite(days) ? { kind: 'moment', of: from + sign * days } : { kind: 'any' }
}

/** Moments, and texts that are one. */
function momentIn(value: Value): Moment | undefined {
  if (value.kind === 'moment') return value.of
  return value.kind === 'text' ? momentFrom(value.of) : undefined
}

function numberOf(value: number): Value {
  const of = decimalFrom(Number.isInteger(value) ? String(value) : value.toFixed(6))
  return of ? { kind: 'number', of } : { kind: 'any' }
}

function decimalText({ digits, scale }: Decimal): string {
  return `${digits}e-${scale}`
}

/** Without a remainder where both are whole numbers, as most servers do it. */
function divided(x: Decimal, y: Decimal): Decimal | undefined {
  if (y.digits === 0n) return undefined
  if (x.scale === 0 && y.scale === 0) return { digits: x.digits / y.digits, scale: 0 }
  return decimalFrom((Number(decimalText(x)) / Number(decimalText(y))).toFixed(9))
}

/** Numbers, and texts that are one: a column's value is given as text whatever its type. */
function numberIn(value: Value): Decimal | undefined {
  if (value.kind === 'number') return value.of
  if (value.kind === 'text') return decimalFrom(value.of)
  return undefined
}

function call(name: string, args: readonly Value[]): Value {
  const [of, second] = args
  if (second && args.some(({ kind }) => kind === 'null')) return { kind: 'null' }
  const moment = ofMoments(name, args)
  if (moment) return moment
  if (!of || of.kind === 'any' || of.kind === 'null') return of ?? { kind: 'any' }
  const number = numberIn(of)
  if (name === 'ABS')
    return number
      ? { kind: 'number', of: { ...number, digits: number.digits < 0n ? -number.digits : number.digits } }
      : { kind: 'any' }
  if (of.kind !== 'text') return { kind: 'any' }
  switch (name) {
    case 'LENGTH':
    case 'CHAR_LENGTH':
    case 'CHARACTER_LENGTH':
      return { kind: 'number', of: { digits: BigInt([...of.of].length), scale: 0 } }
    case 'LOWER':
      return { kind: 'text', of: of.of.toLowerCase() }
    case 'UPPER':
      return { kind: 'text', of: of.of.toUpperCase() }
    case 'TRIM':
      return { kind: 'text', of: of.of.replace(/^ +| +$/g, '') }
    default:
      return { kind: 'any' }
  }
}

/** What a call says of moments; undefined where it is none about them. */
function ofMoments(name: string, [a, b]: readonly Value[]): Value | undefined {
  if (!a || a.kind === 'any' || a.kind === 'null') return undefined
  const from = momentIn(a)
  const to = b && momentIn(b)
  if (b) {
    if (from === undefined || to === undefined) return { kind: 'any' }
    const months = fullMonths(to, from)
    const days = from - plusMonths(to, months)
    switch (name) {
      case 'AGE':
        return ageOf(from, to)
      case 'FULL_MONTHS':
        return numberOf(months)
      case 'MONTHS_APART':
        return numberOf(months + days / 31)
      case 'DAYS_APART':
        return numberOf(Math.floor(from) - Math.floor(to))
      default:
        return { kind: 'any' }
    }
  }
  if (name !== 'YEAR' && name !== 'MONTH' && name !== 'DAY') return undefined
  if (a.kind === 'interval') return name === 'YEAR' ? numberOf(Math.trunc(a.months / 12)) : { kind: 'any' }
  if (from === undefined) return { kind: 'any' }
  const { year, month, day } = partsOfDay(from)
  return numberOf({ YEAR: year, MONTH: month, DAY: day }[name])
}

/**
 * PostgreSQL's AGE: years, months and days apart, where days that are missing are borrowed from the month of the
 * earlier one (its source, timestamp_age, from memory; tried on a server).
 */
function ageOf(later: Moment, earlier: Moment): Value {
  if (later < earlier) {
    const age = ageOf(earlier, later)
    return age.kind === 'interval' ? { ...age, months: -age.months, days: -age.days } : age
  }
  const [a, b] = [partsOfDay(later), partsOfDay(earlier)]
  const months = (a.year - b.year) * 12 + a.month - b.month
  const days = a.day - b.day + (later - Math.floor(later)) - (earlier - Math.floor(earlier))
  if (days >= 0) return { kind: 'interval', months, days }
  return { kind: 'interval', months: months - 1, days: days + daysInMonth(earlier) }
}

/**
 * Numbers as numbers; texts only where every collation agrees: equal or not, or both a date. Undefined: not
 * to be said.
 */
export function orderOf(a: Value, b: Value, asksEquality: boolean): number | undefined {
  if ((a.kind === 'number' || b.kind === 'number') && a.kind !== 'interval' && b.kind !== 'interval') {
    const [x, y] = [numberIn(a), numberIn(b)]
    return x && y ? compareDecimals(x, y) : undefined
  }
  if (a.kind === 'interval' || b.kind === 'interval') return orderOfSpans(a, b)
  if (a.kind === 'moment' || b.kind === 'moment') {
    const [x, y] = [momentIn(a), momentIn(b)]
    return x === undefined || y === undefined ? undefined : Math.sign(x - y)
  }
  if (a.kind === 'boolean' && b.kind === 'boolean') return Number(a.of) - Number(b.of)
  if (a.kind !== 'text' || b.kind !== 'text') return undefined
  if (a.of === b.of) return 0
  const [x, y] = [decimalFrom(a.of), decimalFrom(b.of)]
  if (x && y) return compareDecimals(x, y)
  const areDates = [a.of, b.of].every(text => /^\d{4}-\d\d-\d\d/.test(text))
  if (!asksEquality && !areDates) return undefined
  return a.of < b.of ? -1 : 1
}

/** Spans of time as PostgreSQL compares them: a month is thirty days (its manual, interval comparison). */
function orderOfSpans(a: Value, b: Value): number | undefined {
  const days = (value: Value): number => {
    if (value.kind === 'interval') return value.months * 30 + value.days
    // A text beside a span is one: '16 years'.
    const span = value.kind === 'text' ? intervalFrom(value.of) : undefined
    if (span) return span.months * 30 + span.days
    return value.kind === 'number' ? Number(decimalText(value.of)) : Number.NaN
  }
  const difference = days(a) - days(b)
  return Number.isNaN(difference) ? undefined : Math.sign(difference)
}
