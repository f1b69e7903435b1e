import { foldName, type Table } from '../../schema'
import { columnsOf, readExpression, type Comparison, type Expression } from '../text/expression'
import { calculate, compareDecimals, decimalFrom, type Decimal } from './decimal'
import { isLike } from './like'

/** What a CHECK may say of a row: bits of the truth values it can take. */
type Truths = number
const TRUE = 1
const FALSE = 2
const UNKNOWN = 4
const ANY: Truths = TRUE | FALSE | UNKNOWN

/** The values of some columns, by folded names; null is nothing. */
type Known = ReadonlyMap<string, string | null>

type Value =
  | { readonly kind: 'number'; readonly of: Decimal }
  | { readonly kind: 'text'; readonly of: string }
  | { readonly kind: 'boolean'; readonly of: boolean }
  | { readonly kind: 'null' }
  | { readonly kind: 'any' }

/**
 * Whether rows with a value in a column pass a CHECK: always or with suitable other values, never, or not to
 * be said.
 */
export type CheckOutcome = 'passes' | 'refuses' | 'unknown'

/**
 * What the checks of the table do to rows that hold `value` (null: nothing) in the column, by three-valued
 * logic with all other columns free: UNKNOWN passes. `refuses` names the check that is false whatever the
 * rest of the row is.
 */
export function checksOn(
  table: Table,
  column: string,
  value: string | null,
): { readonly outcome: CheckOutcome; readonly by: string | null } {
  let unknown: string | null = null
  const known: Known = new Map([[foldName(column), value]])
  for (const { expression } of table.checks) {
    const read = readCached(expression)
    if (!columnsOf(read).has(foldName(column))) continue
    const truths = truthOf(read, known)
    if (truths === FALSE) return { outcome: 'refuses', by: expression }
    if ((truths & FALSE) !== 0 && isOpaque(read)) unknown = expression
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
    const truths = truthOf(read, row)
    if (truths === FALSE) return { outcome: 'refuses', by: expression }
    // What a column that is not written takes of itself, by its default, is held to suit the check.
    const isWhole = [...columnsOf(read)].every(name => row.has(name))
    if ((truths & FALSE) !== 0 && (isWhole || isOpaque(read))) unknown = expression
  }
  return unknown === null ? { outcome: 'passes', by: null } : { outcome: 'unknown', by: unknown }
}

/** What the checks that look at a column compare things with: texts, and numbers with their neighbours. */
export function literalsFor(table: Table, column: string): string[] {
  return table.checks
    .map(({ expression }) => readCached(expression))
    .filter(read => columnsOf(read).has(foldName(column)))
    .flatMap(literalsIn)
}

function literalsIn(expression: Expression): string[] {
  switch (expression.kind) {
    case 'literal': {
      const { value, isNumber } = expression
      if (typeof value !== 'string') return []
      return isNumber && Number.isSafeInteger(Number(value))
        ? [value, String(Number(value) + 1), String(Number(value) - 1)]
        : [value]
    }
    case 'column':
    case 'opaque':
      return []
    case 'call':
      return expression.args.flatMap(literalsIn)
    case 'not':
    case 'negate':
    case 'isNull':
    case 'isTruth':
      return literalsIn(expression.of)
    case 'like':
      return literalsIn(expression.left)
    case 'matches':
      return literalsIn(expression.left)
    default:
      return [...literalsIn(expression.left), ...literalsIn(expression.right)]
  }
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
  switch (expression.kind) {
    case 'opaque':
      return true
    case 'literal':
    case 'column':
      return false
    case 'call':
      return expression.args.some(isOpaque)
    case 'not':
    case 'negate':
    case 'isNull':
    case 'isTruth':
      return isOpaque(expression.of)
    case 'like':
      return isOpaque(expression.left) || isOpaque(expression.pattern)
    case 'matches':
      return isOpaque(expression.left)
    default:
      return isOpaque(expression.left) || isOpaque(expression.right)
  }
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

function valueOf(expression: Expression, known: Known): Value {
  const again = (part: Expression): Value => valueOf(part, known)
  switch (expression.kind) {
    case 'literal':
      return literal(expression.value, expression.isNumber)
    case 'column':
      return given(known.get(foldName(expression.name)))
    case 'negate': {
      const of = again(expression.of)
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

function arithmetic(operator: '+' | '-' | '*', a: Value, b: Value): Value {
  if (a.kind === 'null' || b.kind === 'null') return { kind: 'null' }
  const [x, y] = [numberIn(a), numberIn(b)]
  return x && y ? { kind: 'number', of: calculate(operator, x, y) } : { kind: 'any' }
}

/** Numbers, and texts that are one: a column's value is given as text whatever its type. */
function numberIn(value: Value): Decimal | undefined {
  if (value.kind === 'number') return value.of
  if (value.kind === 'text') return decimalFrom(value.of)
  return undefined
}

function call(name: string, [of]: readonly Value[]): Value {
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

/**
 * Numbers as numbers; texts only where every collation agrees: equal or not, or both a date. Undefined: not
 * to be said.
 */
function orderOf(a: Value, b: Value, asksEquality: boolean): number | undefined {
  if (a.kind === 'number' || b.kind === 'number') {
    const [x, y] = [numberIn(a), numberIn(b)]
    return x && y ? compareDecimals(x, y) : undefined
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
