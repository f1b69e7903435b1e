import { foldName, type Table } from '../../schema'
import { readExpression, type Comparison, type Expression } from '../text/expression'
import { columnsOf, looksAtToday, partsOfExpression, someExpression } from '../text/expression-parts'
import { momentFrom, type Moment } from './days'
import { isLike } from './like'
import { orderOf, valueOf, type Known, type Value } from './value'

/** What a CHECK may say of a row: bits of the truth values it can take. */
type Truths = number
const TRUE = 1
const FALSE = 2
const UNKNOWN = 4
const ANY: Truths = TRUE | FALSE | UNKNOWN

/** The days on which a check that looks at today is tried where none is said: what holds on all of them holds. */
const SOME_DAYS: readonly Moment[] = ['2026-01-01', '2052-06-15', '2079-12-31'].map(day => momentFrom(day)!)

/**
 * Whether rows with a value in a column pass a CHECK: always or with suitable other values, never, or not to
 * be said.
 */
export type CheckOutcome = 'passes' | 'refuses' | 'unknown'

/**
 * What the checks of the table do to rows that hold `value` (null: nothing) in the column, by three-valued
 * logic with all other columns free: UNKNOWN passes. `refuses` names the check that is false whatever the
 * rest of the row is. With `days` as the possible todays.
 */
export function checksOn(
  table: Table,
  column: string,
  value: string | null,
  days: readonly Moment[] = SOME_DAYS,
): { readonly outcome: CheckOutcome; readonly by: string | null } {
  let unknown: string | null = null
  const known = new Map([[foldName(column), value]])
  for (const { expression } of table.checks) {
    const read = readCached(expression)
    if (!columnsOf(read).has(foldName(column))) continue
    const truths = truthsOn(read, known, days)
    if (truths === FALSE) return { outcome: 'refuses', by: expression }
    if ((truths & FALSE) !== 0 && (isOpaque(read) || dependsOnDay(read, days))) unknown = expression
  }
  return unknown === null ? { outcome: 'passes', by: null } : { outcome: 'unknown', by: unknown }
}

/**
 * What the checks of the table do to a whole row: `row` has the values of columns by their folded names, null
 * for nothing; what is not there may be anything.
 */
export function checksOnRow(
  table: Table,
  row: ReadonlyMap<string, string | null>,
): { readonly outcome: CheckOutcome; readonly by: string | null } {
  let unknown: string | null = null
  for (const { expression } of table.checks) {
    const read = readCached(expression)
    const truths = truthsOn(read, row, SOME_DAYS)
    if (truths === FALSE) return { outcome: 'refuses', by: expression }
    // What a column that is not written takes of itself, by its default, is held to suit the check.
    const isWhole = [...columnsOf(read)].every(name => row.has(name))
    if ((truths & FALSE) !== 0 && (isWhole || isOpaque(read))) unknown = expression
  }
  return unknown === null ? { outcome: 'passes', by: null } : { outcome: 'unknown', by: unknown }
}

/** Whether any of the rows passes a condition by being true, and whether any is refused. UNKNOWN is neither. */
export function truthsOfRows(
  read: Expression,
  rows: readonly ReadonlyMap<string, string | null>[],
): { readonly passes: boolean; readonly refuses: boolean } {
  const truths = rows.reduce((all, row) => all | truthsOn(read, row, SOME_DAYS), 0)
  return { passes: (truths & TRUE) !== 0, refuses: (truths & FALSE) !== 0 }
}

/** Whether there is something in the condition that is not read: what it refuses is not to be said. */
export function isOpaqueCheck(expression: string): boolean {
  return isOpaque(readCached(expression))
}

/** What the checks that look at a column compare things with: texts, and numbers with their neighbours. */
export function literalsFor(table: Table, column: string): string[] {
  return table.checks
    .map(({ expression }) => readCached(expression))
    .filter(read => columnsOf(read).has(foldName(column)))
    .flatMap(literalsIn)
}

function literalsIn(expression: Expression): string[] {
  if (expression.kind === 'literal') {
    const { value, isNumber } = expression
    if (typeof value !== 'string') return []
    return isNumber && Number.isSafeInteger(Number(value))
      ? [value, String(Number(value) + 1), String(Number(value) - 1)]
      : [value]
  }
  const parts = expression.kind === 'like' ? [expression.left] : partsOfExpression(expression)
  return parts.flatMap(literalsIn)
}

const expressions = new Map<string, Expression>()
function readCached(text: string): Expression {
  const known = expressions.get(text)
  if (known) return known
  if (expressions.size > 2000) expressions.clear()
  const read = readExpression(text)
  expressions.set(text, read)
  return read
}

function isOpaque(expression: Expression): boolean {
  return someExpression(expression, ({ kind }) => kind === 'opaque')
}

function dependsOnDay(read: Expression, days: readonly Moment[]): boolean {
  return days.length > 1 && looksAtToday(read)
}

/** What it can be on any of the days. */
function truthsOn(read: Expression, columns: Known['columns'], days: readonly Moment[]): Truths {
  const asked = looksAtToday(read) ? days : days.slice(0, 1)
  return asked.reduce((truths, today) => truths | truthOf(read, { columns, today }), 0)
}

function truthOf(expression: Expression, known: Known): Truths {
  const again = (part: Expression): Truths => truthOf(part, known)
  switch (expression.kind) {
    case 'and':
      return combine(again(expression.left), again(expression.right), and)
    case 'or':
      return negated(combine(negated(again(expression.left)), negated(again(expression.right)), and))
    case 'not':
      return negated(again(expression.of))
    // IS TRUE and IS FALSE are never unknown: false where the operand is.
    case 'isTruth': {
      const truths = again(expression.of)
      const wanted = expression.value ? TRUE : FALSE
      return ((truths & wanted) !== 0 ? TRUE : 0) | ((truths & ~wanted) !== 0 ? FALSE : 0)
    }
    case 'isNull': {
      if (isPredicate(expression.of)) {
        const truths = again(expression.of)
        return ((truths & UNKNOWN) !== 0 ? TRUE : 0) | ((truths & ~UNKNOWN) !== 0 ? FALSE : 0)
      }
      const { kind } = valueOf(expression.of, known)
      if (kind === 'any') return TRUE | FALSE
      if (kind === 'null') return TRUE
      return FALSE
    }
    case 'compare':
      return compared(expression.operator, valueOf(expression.left, known), valueOf(expression.right, known))
    case 'like':
      return like(valueOf(expression.left, known), valueOf(expression.pattern, known), expression.ignoresCase)
    case 'matches':
      return matches(valueOf(expression.left, known), expression)
    case 'opaque':
      return ANY
    default: {
      const result = valueOf(expression, known)
      if (result.kind === 'boolean') return result.of ? TRUE : FALSE
      return result.kind === 'null' ? UNKNOWN : ANY
    }
  }
}

function isPredicate({ kind }: Expression): boolean {
  return ['and', 'or', 'not', 'compare', 'like', 'matches', 'isNull', 'isTruth', 'opaque'].includes(kind)
}

function and(a: Truths, b: Truths): Truths {
  if (a === FALSE || b === FALSE) return FALSE
  return a === UNKNOWN || b === UNKNOWN ? UNKNOWN : TRUE
}

function combine(a: Truths, b: Truths, operate: (a: Truths, b: Truths) => Truths): Truths {
  let result = 0
  for (const x of [TRUE, FALSE, UNKNOWN])
    for (const y of [TRUE, FALSE, UNKNOWN]) if (a & x && b & y) result |= operate(x, y)
  return result
}

function negated(truths: Truths): Truths {
  return (truths & UNKNOWN) | (truths & TRUE ? FALSE : 0) | (truths & FALSE ? TRUE : 0)
}

function compared(operator: Comparison, a: Value, b: Value): Truths {
  if (a.kind === 'null' || b.kind === 'null') return UNKNOWN
  if (a.kind === 'any' || b.kind === 'any') return ANY
  const order = orderOf(a, b, operator === '=' || operator === '<>')
  if (order === undefined) return TRUE | FALSE
  const holds = {
    '=': order === 0,
    '<>': order !== 0,
    '<': order < 0,
    '<=': order <= 0,
    '>': order > 0,
    '>=': order >= 0,
  }[operator]
  return holds ? TRUE : FALSE
}

function matches(value: Value, { pattern, ignoresCase }: Extract<Expression, { kind: 'matches' }>): Truths {
  if (value.kind === 'null') return UNKNOWN
  if (value.kind !== 'text') return ANY
  const expression = new RegExp(pattern.replaceAll(String.raw`\d`, '[0-9]'), ignoresCase ? 'i' : '')
  return expression.test(value.of) ? TRUE : FALSE
}

function like(value: Value, pattern: Value, ignoresCase: boolean): Truths {
  if (value.kind === 'null' || pattern.kind === 'null') return UNKNOWN
  if (value.kind !== 'text' || pattern.kind !== 'text') return ANY
  return isLike(value.of, pattern.of, ignoresCase) ? TRUE : FALSE
}
