import { scriptFinding, type Finding, type FindingCode, type Params } from '../../findings'
import { nearest, shorten } from '../../language'
import { DIALECT, findColumn, isTypeName, type Check, type Column, type Table } from '../../schema'
import { readExpression, type Expression } from '../text/expression'
import { columnsOf, partsOfExpression, someExpression } from '../text/expression-parts'
import { tokenize, type SqlToken } from '../text/tokens'
import { truthsOfRows } from '../values/check-values'
import { FUNCTION_NAMES, functionInstead, whoHas } from './functions'
import type { ScriptToCheck } from './input'
import { rowsToTry } from './rows-to-try'

/** A condition with what is asked of it. */
interface Condition {
  readonly input: ScriptToCheck
  readonly table: Table
  readonly check: Check
  readonly tokens: readonly SqlToken[]
  readonly read: Expression
}

/** CHECKs that say otherwise than they were meant: no server tells it, or each in words of its own. */
export function checkConditions(input: ScriptToCheck, table: Table): Finding[] {
  return table.checks.flatMap(check => {
    const { tokens } = tokenize(check.expression, input.dialect)
    const condition = { input, table, check, tokens, read: readExpression(check.expression) }
    const written = [
      ...chained(condition),
      ...daysUnquoted(condition),
      ...functionsOf(condition),
      ...noConditions(condition),
      ...nullsCompared(condition),
      ...typesDiffering(condition),
    ]
    // What is written wrongly lets all pass, or nothing: it is said once, by its cause.
    return written.length > 0 ? written : refusingAllOrNothing(condition)
  })
}

const LONGEST = 60

function told(
  { table, check, input }: Condition,
  code: FindingCode,
  params: Params,
  becomes?: { readonly text: string; readonly label: string },
): Finding {
  const all = { table: table.name, ...params }
  const at = input.script.indexOf(check.expression, check.span.start)
  const isThere = at >= 0 && at + check.expression.length <= check.span.end
  if (!becomes || !isThere) return scriptFinding(code, check.span, all)
  const span = { start: at, end: at + check.expression.length }
  return scriptFinding(code, check.span, all, { span, ...becomes })
}

/** Signs that follow each other without a gap are one operator: ->> compares nothing. */
function operatorsJoined(tokens: readonly SqlToken[]): readonly SqlToken[] {
  const joined: SqlToken[] = []
  for (const token of tokens) {
    const last = joined.at(-1)
    if (token.kind === 'operator' && last?.kind === 'operator' && last.end === token.start)
      joined[joined.length - 1] = { ...last, text: last.text + token.text, end: token.end }
    else joined.push(token)
  }
  return joined
}

const isComparison = ({ kind, text }: SqlToken): boolean =>
  kind === 'operator' && /^(?:[<>]=?|=|<>|!=)-?$/.test(text)

/** a <= b <= c, read as it was meant: a <= b AND b <= c. */
function chained(condition: Condition): Finding[] {
  const { check } = condition
  const tokens = operatorsJoined(condition.tokens)
  const ENDS = new Set(['AND', 'OR', 'NOT', '(', ')', ',', 'WHEN', 'THEN', 'ELSE', 'CASE', 'END'])
  let first: SqlToken | undefined
  let middle: SqlToken[] = []
  for (const token of tokens) {
    if (ENDS.has(token.upper) || ENDS.has(token.text)) first = undefined
    else if (!isComparison(token)) middle.push(token)
    else if (first && middle.length > 0) {
      const again = check.expression.slice(middle[0]!.start, middle.at(-1)!.end)
      const text = `${check.expression.slice(0, token.start).trimEnd()} AND ${again} ${check.expression.slice(token.start)}`
      return [
        told(
          condition,
          'checks.chained',
          { text: shorten(check.expression, LONGEST) },
          { text, label: `Write ${shorten(text, LONGEST)}` },
        ),
      ]
    } else {
      first = token
      middle = []
    }
    if (!first) middle = []
  }
  return []
}

/** 2024-05-01 is 2018. */
function daysUnquoted(condition: Condition): Finding[] {
  const { check, tokens } = condition
  return tokens.flatMap((token, i) => {
    const [year, minus, month, again, day] = tokens.slice(i, i + 5)
    const isDay =
      /^\d{4}$/.test(token.text) &&
      token.kind === 'number' &&
      minus?.text === '-' &&
      again?.text === '-' &&
      /^(?:0?[1-9]|1[0-2])$/.test(month?.text ?? '') &&
      /^(?:0?[1-9]|[12]\d|3[01])$/.test(day?.text ?? '')
    if (!isDay) return []
    const text = check.expression.slice(year!.start, day!.end)
    const quoted = `'${year!.text}-${month!.text.padStart(2, '0')}-${day!.text.padStart(2, '0')}'`
    const whole = check.expression.slice(0, year!.start) + quoted + check.expression.slice(day!.end)
    return [
      told(
        condition,
        'checks.date-unquoted',
        { text, value: String(Number(year!.text) - Number(month!.text) - Number(day!.text)) },
        { text: whole, label: `Write ${quoted}` },
      ),
    ]
  })
}

/** Words before a bracket that are no functions. */
const NO_FUNCTIONS = new Set(
  'IN AND OR NOT ANY ALL SOME EXISTS BETWEEN LIKE ILIKE IS CASE WHEN THEN ELSE AS ARRAY ROW INTERVAL OVERLAPS SIMILAR TO UNIQUE DISTINCT REGEXP RLIKE GLOB MATCH ESCAPE COLLATE XOR DIV FROM CHECK VALUES VALUE'.split(
    ' ',
  ),
)

function functionsOf(condition: Condition): Finding[] {
  const { tokens, input } = condition
  if (tokens.some(({ upper }) => upper === 'SELECT')) return []
  const { dialect, script } = input
  const server = DIALECT[dialect].name
  return tokens.flatMap(({ kind, upper, text }, i) => {
    const isCall =
      kind === 'word' &&
      tokens[i + 1]?.text === '(' &&
      tokens[i - 1]?.text !== '.' &&
      !NO_FUNCTIONS.has(upper) &&
      !isTypeName(upper)
    if (!isCall || isMade(script, text)) return []
    const has = whoHas(text, dialect)
    if (has === 'here') return []
    if (has.length === 0)
      return [
        told(condition, 'checks.unknown-function', {
          name: text,
          server,
          near:
            nearest(
              text.toLowerCase(),
              FUNCTION_NAMES.filter(name => whoHas(name, dialect) === 'here'),
            ) ?? '',
        }),
      ]
    return [
      told(condition, 'checks.foreign-function', {
        name: text,
        of: DIALECT[has[0]!].name,
        server,
        near: functionInstead(text, dialect),
      }),
    ]
  })
}

const isMade = (script: string, name: string): boolean =>
  new RegExp(`\\bFUNCTION\\s+(?:\\w+\\.|"\\w+"\\.)?"?${name.replace(/\W/g, '\\$&')}"?\\s*\\(`, 'i').test(
    script,
  )

/** What stands beside AND and OR, or alone, and is no condition. */
function noConditions(condition: Condition): Finding[] {
  const { read, table, check } = condition
  const found = operands(read).find(part => isNoCondition(part, table))
  if (!found) return []
  const text = standsThere(found)
  const list = asList(check.expression)
  return [
    told(
      condition,
      'checks.no-condition',
      { text },
      list === undefined ? undefined : { text: list, label: `Write ${shorten(list, LONGEST)}` },
    ),
  ]
}

function standsThere(part: Expression): string {
  if (part.kind === 'column') return `"${part.name}"`
  if (part.kind !== 'literal') return 'a value'
  return part.isNumber ? String(part.value) : `'${String(part.value)}'`
}

/** The conditions that AND, OR and NOT put together. */
function operands(expression: Expression): readonly Expression[] {
  const found: Expression[] = []
  const open = [expression]
  for (let part = open.pop(); part; part = open.pop())
    if (part.kind === 'and' || part.kind === 'or' || part.kind === 'not')
      open.push(...partsOfExpression(part))
    else found.push(part)
  return found
}

function isNoCondition(part: Expression, table: Table): boolean {
  switch (part.kind) {
    case 'literal':
      return typeof part.value === 'string'
    case 'arithmetic':
    case 'negate':
    case 'interval':
    case 'now':
      return true
    case 'column': {
      const family = findColumn(table, part.name)?.type.family
      return family !== undefined && FACTS.has(family)
    }
    default:
      return false
  }
}
const FACTS: ReadonlySet<string> = new Set([
  'char',
  'varchar',
  'text',
  'date',
  'timestamp',
  'time',
  'decimal',
])

/** x = 'a' OR 'b' OR 'c', as a list. */
function asList(expression: string): string | undefined {
  const found = /^\s*("[^"]+"|[\w$]+)\s*=\s*('[^']*'|\d+)((?:\s+OR\s+(?:'[^']*'|\d+))+)\s*$/i.exec(expression)
  if (!found) return undefined
  const more = [...found[3]!.matchAll(/'[^']*'|\d+/g)].map(([value]) => value)
  return `${found[1]!} IN (${[found[2]!, ...more].join(', ')})`
}

function nullsCompared(condition: Condition): Finding[] {
  const { read, check } = condition
  const isNull = (part: Expression): boolean => part.kind === 'literal' && part.value === null
  const isThere = someExpression(
    read,
    part => part.kind === 'compare' && (isNull(part.left) || isNull(part.right)),
  )
  if (!isThere) return []
  const text = check.expression
    .replace(/(?:<>|!=)\s*NULL\b/gi, 'IS NOT NULL')
    .replace(/=\s*NULL\b/gi, 'IS NULL')
  return [
    told(
      condition,
      'checks.null-compared',
      {
        text: shorten(check.expression, LONGEST),
        meant: /<>|!=/.test(check.expression) ? 'IS NOT NULL' : 'IS NULL',
      },
      text === check.expression ? undefined : { text, label: `Write ${shorten(text, LONGEST)}` },
    ),
  ]
}

const NUMBERS: ReadonlySet<string> = new Set(['integer', 'decimal', 'float'])
const TEXTS: ReadonlySet<string> = new Set(['char', 'varchar', 'text'])
const DAYS: ReadonlySet<string> = new Set(['date', 'timestamp'])
/** Words that stand for a moment in PostgreSQL. */
const MOMENTS = /^(?:now|today|tomorrow|yesterday|epoch|-?infinity)$/i

function typesDiffering(condition: Condition): Finding[] {
  const { read, table } = condition
  const found = new Map<string, Finding>()
  for (const part of comparisonsIn(read)) {
    const sides = [part.left, part.right] as const
    for (const [of, other] of [sides, [sides[1], sides[0]] as const]) {
      const column = of.kind === 'column' ? findColumn(table, of.name) : undefined
      const differs = column && other.kind === 'literal' ? differing(column, other) : undefined
      if (column && differs && !found.has(column.name))
        found.set(
          column.name,
          told(condition, 'checks.types-differ', { column: column.name, type: column.type.text, ...differs }),
        )
    }
  }
  return [...found.values()]
}

function comparisonsIn(expression: Expression): readonly Extract<Expression, { kind: 'compare' }>[] {
  return operands(expression).flatMap(part => (part.kind === 'compare' ? [part] : []))
}

function differing(
  { type: { family } }: Column,
  { value, isNumber }: Extract<Expression, { kind: 'literal' }>,
): { readonly value: string; readonly is: string; readonly with: string } | undefined {
  if (typeof value !== 'string') return undefined
  if (isNumber && TEXTS.has(family)) return { value, is: 'a text', with: 'a number' }
  if (isNumber && DAYS.has(family)) return { value, is: 'a day', with: 'a number' }
  const quoted = `'${value}'`
  if (!isNumber && NUMBERS.has(family) && !/\d/.test(value) && !/^[+-]?(?:inf\w*|nan)$/i.test(value))
    return { value: quoted, is: 'a number', with: 'a text' }
  if (!isNumber && DAYS.has(family) && !/\d/.test(value) && !MOMENTS.test(value))
    return { value: quoted, is: 'a day', with: 'a text that is none' }
  return undefined
}

/** A longer condition is not tried. */
const MOST_TOKENS = 300

/** Tried on values around all that the condition names: only where these decide it. */
function refusingAllOrNothing(condition: Condition): Finding[] {
  const { read, check, tokens } = condition
  const rows = tokens.length > MOST_TOKENS ? undefined : rowsToTry(read)
  if (!rows) return []
  const { passes, refuses } = truthsOfRows(read, rows)
  const text = shorten(check.expression, LONGEST)
  if (!passes && refuses) return [told(condition, 'checks.never', { text })]
  return refuses || columnsOf(read).size === 0 ? [] : [told(condition, 'checks.always', { text })]
}
