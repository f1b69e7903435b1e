import type { Span } from '../../findings'
import { nearest } from '../../language'
import { findColumn, isTypeName, type Check } from '../../schema'
import type { Cursor } from '../text/cursor'
import type { TableDraft } from './draft'
import { quoteName } from '../text/quote-name'
import { tokenize, type SqlToken } from '../text/tokens'
import { quoteText } from '../text/type-text'

/** The most names of one condition that are told. */
const MOST_TOLD = 50

/** Words of conditions that are no names of columns. */
const WORDS: ReadonlySet<string> = new Set([
  'AND',
  'OR',
  'NOT',
  'IN',
  'IS',
  'NULL',
  'LIKE',
  'ILIKE',
  'BETWEEN',
  'SIMILAR',
  'TO',
  'TRUE',
  'FALSE',
  'UNKNOWN',
  'ANY',
  'ALL',
  'SOME',
  'ARRAY',
  'CASE',
  'WHEN',
  'THEN',
  'ELSE',
  'END',
  'CAST',
  'AS',
  'COLLATE',
  'ESCAPE',
  'EXISTS',
  'SELECT',
  'FROM',
  'WHERE',
  'DISTINCT',
  'VALUE',
  'VALUES',
  'INTERVAL',
  'CURRENT_DATE',
  'CURRENT_TIME',
  'CURRENT_TIMESTAMP',
  'LOCALTIME',
  'LOCALTIMESTAMP',
  'SYSDATE',
  'SYSTIMESTAMP',
  'CURRENT_USER',
  'USER',
  'YEAR',
  'MONTH',
  'DAY',
  'HOUR',
  'MINUTE',
  'SECOND',
  'FOR',
  'REGEXP',
  'RLIKE',
  'GLOB',
  'MATCH',
  'DIV',
  'MOD',
  'XOR',
  'AT',
  'ZONE',
  'OVERLAPS',
  'ROW',
  'DEFAULT',
  'BINARY',
  'USING',
  'SYMMETRIC',
  'ASYMMETRIC',
  'ISNULL',
  'NOTNULL',
])

/**
 * The conditions of a table's CHECKs from the position `from` on, once all its columns are known: texts in
 * double or no quotation marks are told and read as texts, names that are nearly those of columns as those. A
 * condition that is well written is not touched.
 */
export function mendConditions(cursor: Cursor, table: TableDraft, from = 0): void {
  table.checks = table.checks.map((check, i) => (i < from ? check : mendCondition(cursor, table, check)))
}

function mendCondition(cursor: Cursor, table: TableDraft, check: Check): Check {
  const begin = cursor.script.indexOf(check.expression, check.span.start)
  if (begin < 0 || begin >= check.span.end) return check
  const { tokens } = tokenize(check.expression, cursor.dialect)
  let expression = ''
  let at = 0
  let unknown = 0
  /** Positions of the brackets that are open. */
  const open: number[] = []
  tokens.forEach((token, i) => {
    if (token.text === '(') open.push(i)
    else if (token.text === ')') open.pop()
    if (
      unknown >= MOST_TOLD ||
      (token.kind !== 'word' && token.kind !== 'quoted') ||
      findColumn(table, token.text)
    )
      return
    const text = replacement(cursor, table, { tokens, i, begin, open: open.at(-1) })
    if (text === undefined) return
    unknown++
    expression += check.expression.slice(at, token.start) + text
    at = token.end
  })
  return at === 0 ? check : { ...check, expression: expression + check.expression.slice(at) }
}

/**
 * A token of a condition: `begin` is where the condition begins in the script, `open` the position of the
 * bracket it stands in.
 */
interface ConditionToken {
  readonly tokens: readonly SqlToken[]
  readonly i: number
  readonly begin: number
  readonly open: number | undefined
}

/** What a name that is no column was meant as, told at its place; undefined where it is well written. */
function replacement(cursor: Cursor, table: TableDraft, at: ConditionToken): string | undefined {
  const { tokens, i, begin } = at
  const token = tokens[i]!
  const span = { start: begin + token.start, end: begin + token.end }
  if (token.kind === 'quoted')
    return cursor.script[span.start] === '"' && !cursor.isOf('sqlite')
      ? asText(cursor, token, span)
      : undefined
  const [before, after] = [tokens[i - 1], tokens[i + 1]!]
  if (
    WORDS.has(token.upper) ||
    isTypeName(token.upper) ||
    after.text === '(' ||
    after.text === '.' ||
    before?.text === '.' ||
    before?.text === ':'
  )
    return undefined
  const near = nearest(
    token.text,
    table.columns.map(({ name }) => name),
  )
  if (
    near !== undefined &&
    after.kind !== 'end' &&
    before?.text !== ',' &&
    after.text !== ',' &&
    after.text !== ')'
  )
    return asColumn(cursor, table, token, span, near)
  if (isCompared(at)) return asText(cursor, token, span)
  if (near === undefined) return undefined
  return asColumn(cursor, table, token, span, near)
}

/** Whether the token stands where a value is compared: after = or <>, or in the list of IN. */
function isCompared({ tokens, i, open }: ConditionToken): boolean {
  const [before, after] = [tokens[i - 1], tokens[i + 1]!]
  if (after.kind === 'word' && !WORDS.has(after.upper)) return false
  if (before?.text === '=' || before?.text === '>') return before.text === '=' || tokens[i - 2]?.text === '<'
  if (before?.text !== '(' && before?.text !== ',') return false
  return open !== undefined && tokens[open - 1]?.upper === 'IN' && (after.text === ',' || after.text === ')')
}

function asText(cursor: Cursor, token: SqlToken, span: Span): string {
  const text = quoteText(token.text)
  cursor.report(
    'syntax.wrong-quotes',
    span,
    { written: cursor.script.slice(span.start, span.end), meant: text },
    { span, text, label: `Write ${text}` },
  )
  return text
}

function asColumn(cursor: Cursor, table: TableDraft, token: SqlToken, span: Span, near: string): string {
  const text = quoteName(near, cursor.dialect)
  cursor.report(
    'names.unknown-in-check',
    span,
    { table: table.name, column: token.text, near },
    { span, text, label: `Write ${text}` },
  )
  return text
}
