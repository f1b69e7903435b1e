import type { Expression } from './expression'

/**
 * How the dialects write the current day, spans of time and reckoning with dates, brought to few forms: the
 * calls AGE, YEAR, MONTH, DAY, FULL_MONTHS, MONTHS_APART and DAYS_APART, and sums with an interval. Sources:
 * the makers' manuals, from memory.
 */

/** What each name stands for: without a time, the day alone. */
const NOW: Readonly<Record<string, { readonly hasTime: boolean }>> = {
  CURRENT_DATE: { hasTime: false },
  CURDATE: { hasTime: false },
  CURRENT_TIMESTAMP: { hasTime: true },
  LOCALTIMESTAMP: { hasTime: true },
  NOW: { hasTime: true },
  GETDATE: { hasTime: true },
  GETUTCDATE: { hasTime: true },
  SYSDATETIME: { hasTime: true },
  SYSDATE: { hasTime: true },
  SYSTIMESTAMP: { hasTime: true },
}

/** Names that are functions only with brackets behind them: alone they may be columns. */
const CALLED_ONLY: ReadonlySet<string> = new Set(['CURDATE', 'NOW', 'GETDATE', 'GETUTCDATE', 'SYSDATETIME'])

export function nowNamed(upper: string, isCalled: boolean): Extract<Expression, { kind: 'now' }> | undefined {
  if (!Object.hasOwn(NOW, upper) || (!isCalled && CALLED_ONLY.has(upper))) return undefined
  return { kind: 'now', ...NOW[upper]! }
}

type Interval = Extract<Expression, { kind: 'interval' }>

const UNITS: readonly (readonly [names: RegExp, months: number, days: number])[] = [
  [/^(YEARS?|YY|YYYY|YRS?)$/, 12, 0],
  [/^(QUARTERS?|QQ|Q)$/, 3, 0],
  [/^(MONTHS?|MM|M|MONS?)$/, 1, 0],
  [/^(WEEKS?|WK|WW)$/, 0, 7],
  [/^(DAYS?|DD|D)$/, 0, 1],
  [/^(HOURS?|HH)$/, 0, 1 / 24],
]

/** So many of a unit; undefined where it is none, or no number. */
export function intervalOf(count: number, unit: string): Interval | undefined {
  const found = UNITS.find(([names]) => names.test(unit.toUpperCase()))
  if (!found || !Number.isFinite(count)) return undefined
  const [, months, days] = found
  return { kind: 'interval', months: count * months, days: count * days }
}

/** '16 years', '1 year 2 months', '-16 years'. */
export function intervalFrom(text: string): Interval | undefined {
  const parts = text.trim().split(/\s+/)
  if (parts.length === 0 || parts.length > 8 || parts.length % 2 !== 0) return undefined
  let [months, days] = [0, 0]
  for (let i = 0; i < parts.length; i += 2) {
    const part = intervalOf(Number(parts[i]), parts[i + 1]!)
    if (!part) return undefined
    months += part.months
    days += part.days
  }
  return { kind: 'interval', months, days }
}

const plus = (left: Expression, right: Expression): Expression => ({
  kind: 'arithmetic',
  operator: '+',
  left,
  right,
})
const minus = (left: Expression, right: Expression): Expression => ({
  kind: 'arithmetic',
  operator: '-',
  left,
  right,
})
const call = (name: string, ...args: readonly Expression[]): Expression => ({ kind: 'call', name, args })
const today: Expression = { kind: 'now', hasTime: false }

/** A unit as an argument: a bare word, or a text. */
function unitIn(argument: Expression | undefined): string {
  if (argument?.kind === 'column') return argument.name.toUpperCase()
  return argument?.kind === 'literal' && typeof argument.value === 'string'
    ? argument.value.toUpperCase()
    : ''
}

function numberIn(argument: Expression | undefined): number {
  if (argument?.kind === 'negate') return -numberIn(argument.of)
  return argument?.kind === 'literal' && argument.isNumber ? Number(argument.value) : Number.NaN
}

/** The call in one of the few forms; undefined where it is nothing about dates that is known here. */
export function callOfMoment(name: string, args: readonly Expression[]): Expression | undefined {
  const [a, b, c] = args
  if (!a) return undefined
  switch (name) {
    case 'YEAR':
    case 'MONTH':
    case 'DAY':
      return args.length === 1 ? call(name, a) : undefined
    case 'DATE_PART':
      return b && ['YEAR', 'MONTH', 'DAY'].includes(unitIn(a)) ? call(unitIn(a), b) : undefined
    case 'AGE':
      return args.length <= 2 ? call('AGE', ...(b ? [a, b] : [today, a])) : undefined
    case 'TRUNC':
      return a.kind === 'now' && !b ? today : undefined
    case 'DATE':
      return sqliteDate(a, args.slice(1))
    case 'ADD_MONTHS':
      return b ? added(a, numberIn(b), 'MONTH') : undefined
    case 'MONTHS_BETWEEN':
      return b ? call('MONTHS_APART', a, b) : undefined
    case 'DATE_ADD':
    case 'ADDDATE':
      return b?.kind === 'interval' ? plus(a, b) : undefined
    case 'DATE_SUB':
    case 'SUBDATE':
      return b?.kind === 'interval' ? minus(a, b) : undefined
    case 'DATEADD':
    case 'TIMESTAMPADD':
      return b && c ? added(c, numberIn(b), unitIn(a)) : undefined
    case 'TIMESTAMPDIFF':
      return b && c ? apart(unitIn(a), b, c) : undefined
    case 'DATEDIFF':
      return c ? boundaries(unitIn(a), b!, c) : b && call('DAYS_APART', a, b)
    default:
      return undefined
  }
}

function added(to: Expression, count: number, unit: string): Expression | undefined {
  const interval = intervalOf(count, unit)
  return interval && plus(to, interval)
}

/** date('now', '-16 years') of SQLite; date(x) is the day of x. */
function sqliteDate(of: Expression, changes: readonly Expression[]): Expression | undefined {
  const isNow = of.kind === 'literal' && String(of.value).toLowerCase() === 'now'
  let found: Expression = isNow ? today : of
  if (found.kind === 'now') found = today
  for (const change of changes) {
    const interval = change.kind === 'literal' ? intervalFrom(String(change.value)) : undefined
    if (!interval) return undefined
    found = plus(found, interval)
  }
  return found
}

/** TIMESTAMPDIFF: full units from the first to the second. */
function apart(unit: string, from: Expression, to: Expression): Expression | undefined {
  const interval = intervalOf(1, unit)
  if (!interval) return undefined
  if (interval.months === 0) return interval.days === 1 ? call('DAYS_APART', to, from) : undefined
  const months = call('FULL_MONTHS', to, from)
  return interval.months === 1 ? months : whole(months, interval.months)
}

/** DATEDIFF of SQL Server: how many turns of the unit lie between. */
function boundaries(unit: string, from: Expression, to: Expression): Expression | undefined {
  const interval = intervalOf(1, unit)
  if (interval?.months === 12) return minus(call('YEAR', to), call('YEAR', from))
  return interval?.months === 0 && interval.days === 1 ? call('DAYS_APART', to, from) : undefined
}

function whole(of: Expression, by: number): Expression {
  return {
    kind: 'arithmetic',
    operator: '/',
    left: of,
    right: { kind: 'literal', value: String(by), isNumber: true },
  }
}
