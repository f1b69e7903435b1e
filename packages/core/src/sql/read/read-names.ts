import type { Span } from '../../findings'
import { isTypeName } from '../../schema'
import type { Cursor } from '../text/cursor'
import { inQuotes, quoteName } from '../text/quote-name'
import type { SqlToken } from '../text/tokens'

export interface ReadName {
  readonly name: string
  readonly namespace: string | null
  readonly span: Span
}

/**
 * Names one or more parts long, as in schema.table: the last part is the name. Undefined (and reported) where
 * no name stands.
 */
export function readName(cursor: Cursor, expected: string): ReadName | undefined {
  const first = cursor.peek()
  const name = readPart(cursor)
  if (name === undefined) {
    cursor.report('syntax.missing-name', first, { expected, found: first.text || 'the end' })
    return undefined
  }
  let last = name
  let namespace: string | null = null
  while (cursor.is('.') && (cursor.isName(1) || cursor.is('.', 1))) {
    cursor.next()
    if (cursor.is('.')) continue
    namespace = last
    last = readPart(cursor) ?? last
  }
  return { name: last, namespace, span: { start: first.start, end: cursor.previous.end } }
}

/**
 * One part of a name, with the mistakes that are often made in names: quoted as a text, with a hyphen or a
 * digit first.
 */
function readPart(cursor: Cursor): string | undefined {
  const first = cursor.peek()
  if (first.kind === 'string') return quotedAsText(cursor)
  if (first.kind === 'number' && cursor.peek(1).kind === 'word' && cursor.peek(1).start === first.end)
    return digitFirst(cursor)
  if (!cursor.isName()) return undefined
  cursor.next()
  return first.kind === 'word' && isJoined(cursor, 0) && cursor.is('-') ? hyphened(cursor, first) : first.text
}

function quotedAsText(cursor: Cursor): string {
  const token = cursor.next()
  const isSmart = !/['"]/.test(cursor.script[token.start]!)
  if (!isSmart && !cursor.isOf('sqlite')) {
    const text = quoteName(token.text, cursor.dialect)
    cursor.report(
      'syntax.wrong-quotes',
      token,
      { written: cursor.script.slice(token.start, token.end), meant: text },
      { span: { start: token.start, end: token.end }, text, label: `Write ${text}` },
    )
  }
  return token.text
}

function digitFirst(cursor: Cursor): string {
  const { start, text } = cursor.next()
  const rest = cursor.next()
  const name = text + rest.text
  if (!cursor.isOf('mysql')) {
    const quoted = inQuotes(name, cursor.dialect)
    cursor.report(
      'syntax.name-needs-quotes',
      { start, end: rest.end },
      { name, why: 'begins with a digit' },
      { span: { start, end: rest.end }, text: quoted, label: `Write ${quoted}` },
    )
  }
  return name
}

/** Whether the token `ahead` and the one after it stand close together, without a blank. */
function isJoined(cursor: Cursor, ahead: number): boolean {
  const before = ahead === 0 ? cursor.previous : cursor.peek(ahead - 1)
  return before.end === cursor.peek(ahead).start && cursor.peek(ahead).end === cursor.peek(ahead + 1).start
}

function hyphened(cursor: Cursor, first: SqlToken): string {
  let name = first.text
  while (
    cursor.is('-') &&
    isJoined(cursor, 0) &&
    (cursor.peek(1).kind === 'word' || cursor.peek(1).kind === 'number')
  ) {
    cursor.next()
    name += `_${cursor.next().text}`
  }
  const span = { start: first.start, end: cursor.previous.end }
  if (name !== first.text)
    cursor.report(
      'syntax.name-needs-quotes',
      span,
      { name: cursor.script.slice(span.start, span.end), why: 'has a hyphen, which is a minus here,' },
      { span, text: name, label: `Write ${name}` },
    )
  return name
}

/**
 * `accession no varchar(9)`: two words before a type are one name with a blank in it. Takes the second word.
 */
export function joinBlankName(cursor: Cursor, name: ReadName): ReadName {
  const second = cursor.peek()
  const isTwo =
    !cursor.isOf('sqlite') &&
    second.kind === 'word' &&
    !second.startsLine &&
    !isTypeName(second.upper) &&
    cursor.peek(1).kind === 'word' &&
    !cursor.peek(1).startsLine &&
    isTypeName(cursor.peek(1).upper) &&
    !NOT_IN_NAMES.has(second.upper) &&
    cursor.script[name.span.start] === name.name[0]
  if (!isTwo) return name
  cursor.next()
  const joined = `${name.name}_${second.text}`
  const span = { start: name.span.start, end: second.end }
  cursor.report(
    'syntax.name-needs-quotes',
    span,
    { name: `${name.name} ${second.text}`, why: 'has a blank in it' },
    { span, text: joined, label: `Write ${joined}` },
  )
  return { ...name, name: joined, span }
}

const NOT_IN_NAMES: ReadonlySet<string> = new Set([
  'NOT',
  'NULL',
  'PRIMARY',
  'UNIQUE',
  'REFERENCES',
  'DEFAULT',
  'CHECK',
  'CONSTRAINT',
  'GENERATED',
  'FOREIGN',
  'UNSIGNED',
  'COLLATE',
  'AS',
  'NATIONAL',
  'TYPE',
  'SET',
  'COLUMN',
  'KEY',
  'IDENTITY',
  'COMMENT',
  'ENCODE',
  'ON',
  'IS',
  'WITH',
])

/** Words with which a constraint of a table begins. */
export const CONSTRAINT_STARTS: ReadonlySet<string> = new Set([
  'CONSTRAINT',
  'PRIMARY',
  'FOREIGN',
  'UNIQUE',
  'CHECK',
  'EXCLUDE',
  'LIKE',
  'KEY',
  'INDEX',
  'FULLTEXT',
  'SPATIAL',
  'PERIOD',
])

export function reportSurplusComma(cursor: Cursor, { start, end }: SqlToken): void {
  cursor.report(
    'syntax.trailing-comma',
    { start, end },
    {},
    { span: { start, end }, text: '', label: 'Take the comma out' },
  )
}

const AFTER_COLUMN_OF_KEY: ReadonlySet<string> = new Set([
  'ASC',
  'DESC',
  'NULLS',
  'FIRST',
  'LAST',
  'COLLATE',
  'WITHOUT',
  'OVERLAPS',
])

/**
 * What follows a column of a key or an index: its order, its collation, or an operator class, which
 * PostgreSQL calls something_ops.
 */
function isAfterColumn({ upper }: SqlToken): boolean {
  return AFTER_COLUMN_OF_KEY.has(upper) || upper.endsWith('_OPS')
}

function skipAfterColumn(cursor: Cursor): void {
  if (cursor.take('COLLATE'))
    while (cursor.is('.', 1)) {
      cursor.next()
      cursor.next()
    }
  cursor.next()
}

/** ( a, b ): missing commas and brackets are reported, order and length words passed over. */
export function readColumnList(cursor: Cursor, required: boolean): string[] {
  if (cursor.take('(')) return readBracketed(cursor)
  return required ? readUnbracketed(cursor) : []
}

function readBracketed(cursor: Cursor): string[] {
  const names: string[] = []
  let needsComma = false
  let isOneLine = true
  for (;;) {
    const token = cursor.peek()
    if (isOneLine && cursor.closesTable) break
    if (cursor.take(')')) return names
    if (token.startsLine) isOneLine = false
    if (cursor.isAtStatementEnd || (needsComma && endsList(cursor, token))) break
    if (cursor.is(',')) {
      if (needsComma && startsItemAfter(cursor)) break
      const comma = cursor.next()
      if (!needsComma || cursor.is(')')) reportSurplusComma(cursor, comma)
      needsComma = false
    } else if (cursor.isName() || token.kind === 'string' || (token.kind === 'number' && !needsComma)) {
      if (needsComma && isAfterColumn(token)) {
        skipAfterColumn(cursor)
        continue
      }
      if (needsComma)
        cursor.reportMissing('syntax.missing-comma', { after: cursor.previous.text }, ',', 'Put a comma')
      names.push(readPart(cursor) ?? cursor.next().text)
      if (cursor.is('(')) cursor.skipGroup()
      needsComma = true
    } else {
      cursor.reportSurplus('syntax.unexpected', token, { found: token.text })
      cursor.next()
    }
  }
  cursor.reportMissing(
    'syntax.missing-bracket',
    { bracket: ')', where: `after "${cursor.previous.text}"` },
    ')',
    'Close the bracket',
  )
  return names
}

function endsList(cursor: Cursor, token: SqlToken): boolean {
  return (
    (token.startsLine && CONSTRAINT_STARTS.has(token.upper)) ||
    token.upper === 'REFERENCES' ||
    (token.upper === 'ON' && ['DELETE', 'UPDATE'].includes(cursor.peek(1).upper))
  )
}

/** Whether after the comma a new column or constraint begins: then the bracket before it was never closed. */
function startsItemAfter(cursor: Cursor): boolean {
  const next = cursor.peek(1)
  if (next.kind !== 'word') return false
  const following = cursor.peek(2)
  if (CONSTRAINT_STARTS.has(next.upper))
    return (
      following.text === '(' ||
      ['KEY', 'CONSTRAINT', 'UNIQUE', 'CHECK'].includes(following.upper) ||
      (next.upper === 'CONSTRAINT' && following.kind !== 'punctuation')
    )
  return following.kind === 'word' && isTypeName(following.upper) && !AFTER_COLUMN_OF_KEY.has(following.upper)
}

/** Names without the bracket that should be around them: one diagnostic, which puts both brackets. */
function readUnbracketed(cursor: Cursor): string[] {
  const from = cursor.peek()
  const names: string[] = []
  while (
    cursor.isName() &&
    !cursor.isAtStatementEnd &&
    !CONSTRAINT_STARTS.has(cursor.peek().upper) &&
    !endsList(cursor, cursor.peek())
  ) {
    names.push(cursor.next().text)
    if (cursor.is(')') && names.length > 0 && closesOnlyList(cursor)) break
    if (!cursor.is(',') || startsItemAfter(cursor) || !cursor.isName(1)) break
    cursor.next()
  }
  if (names.length === 0) {
    cursor.report('syntax.missing-name', from, {
      expected: 'the columns in brackets',
      found: from.text || 'the end',
    })
    return names
  }
  const span = { start: from.start, end: cursor.previous.end }
  if (cursor.is(')') && closesOnlyList(cursor)) {
    cursor.report(
      'syntax.missing-bracket',
      { start: cursor.previous.start, end: cursor.previous.end },
      { bracket: '(', where: `before "${from.text}"` },
      { span: { start: from.start, end: from.start }, text: '(', label: 'Open the bracket' },
    )
    cursor.next()
    return names
  }
  const text = `(${cursor.script.slice(span.start, span.end)})`
  cursor.report(
    'syntax.missing-bracket',
    span,
    { bracket: '( )', where: `around "${cursor.script.slice(span.start, span.end)}"` },
    { span, text, label: `Write ${text}` },
  )
  return names
}

/** Whether the closing bracket here closes the list, and not the table: something of the table follows it. */
function closesOnlyList(cursor: Cursor): boolean {
  const next = cursor.peek(1)
  return (
    next.text === ',' ||
    next.text === ')' ||
    next.upper === 'REFERENCES' ||
    (next.upper === 'ON' && cursor.peek(2).upper !== '')
  )
}
