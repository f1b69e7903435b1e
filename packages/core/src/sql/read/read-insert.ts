import type { Span } from '../../findings'
import { DIALECT, type Table } from '../../schema'
import type { Cursor } from '../text/cursor'
import { tableNow, type Draft } from './draft'
import { spelledHere } from './read-default'
import { readColumnList, readName, reportSurplusComma } from './read-names'
import type { SqlToken } from '../text/tokens'
import { quoteText } from '../text/type-text'

/**
 * One value of a row: a text without its marks, a number, NULL, DEFAULT, or an expression as it was written.
 */
export interface InsertCell extends Span {
  readonly kind: 'string' | 'number' | 'null' | 'default' | 'expression'
  readonly text: string
}

export interface InsertRow {
  readonly cells: readonly InsertCell[]
  readonly span: Span
}

/**
 * INSERT with its rows; `columns` is null where none are named. `rows` is null where they come from a query.
 */
export interface Insert {
  readonly table: string
  readonly columns: readonly string[] | null
  readonly rows: readonly InsertRow[] | null
  readonly span: Span
  readonly nameSpan: Span
  readonly statement: number
  /** The table as it stood when the rows came; null where there was none. */
  readonly then: Table | null
  /** Whether it says that the numbers which the server makes are given (OVERRIDING SYSTEM VALUE). */
  readonly isOverriding: boolean
}

/** INSERT INTO table ...: the word INSERT (or REPLACE) was taken. Gives the table's name. */
export function readInsert(cursor: Cursor, draft: Draft, statement: number): string | null {
  const { start, upper: verb } = cursor.previous
  if (verb === 'REPLACE' && !cursor.isOf('mysql', 'sqlite'))
    cursor.foreign(cursor.previous, 'REPLACE', 'MySQL', 'INSERT')
  skipModifiers(cursor)
  if (cursor.areWords('ALL')) return skipRest(cursor)
  if (!cursor.takeLike('INTO') && !cursor.isOf('mysql', 'sqlserver')) cursor.missingWord('INTO')
  cursor.take('TABLE')
  const name = readName(cursor, 'the name of a table')
  if (!name) return skipRest(cursor)
  if (cursor.take('AS')) cursor.next()
  const columns =
    cursor.is('(') && !['SELECT', 'WITH', 'VALUES'].includes(cursor.peek(1).upper) && !startsValues(cursor)
      ? readColumnList(cursor, false)
      : null
  const isOverriding =
    cursor.takeWords('OVERRIDING', 'SYSTEM', 'VALUE') || cursor.takeWords('OVERRIDING', 'USER', 'VALUE')
  if (cursor.is('OUTPUT')) while (!cursor.isAtEnd && !cursor.is('VALUES') && !cursor.is(';')) cursor.next()
  const read = readSource(cursor, columns)
  if (cursor.isOf('oracle') && read.rows && read.rows.length > 1) rowByRow(cursor, start, read.rows)
  draft.inserts.push({
    table: name.name,
    columns: read.columns,
    rows: read.rows,
    span: { start, end: cursor.previous.end },
    nameSpan: name.span,
    statement,
    then: tableNow(draft, name.name),
    isOverriding,
  })
  skipTail(cursor)
  return name.name
}

/**
 * Several rows after one VALUES, which Oracle takes since version 23 only (its manual, from memory): a
 * statement for each.
 */
function rowByRow(cursor: Cursor, start: number, [first, ...more]: readonly InsertRow[]): void {
  const head = cursor.script.slice(start, first!.span.start)
  const span = { start: first!.span.end, end: more.at(-1)!.span.end }
  const text = more.map(row => `;\n${head}${cursor.script.slice(row.span.start, row.span.end)}`).join('')
  cursor.report(
    'syntax.other-dialect',
    span,
    {
      written: 'Several rows after one VALUES',
      dialect: 'other dialects',
      here: DIALECT.oracle.name,
      meant: 'a statement for each',
    },
    { span, text, label: 'Write a statement for each row' },
  )
}

/** LOW_PRIORITY, IGNORE (MySQL), OR REPLACE (SQLite). */
function skipModifiers(cursor: Cursor): void {
  for (;;) {
    const token = cursor.peek()
    if (cursor.take('LOW_PRIORITY') || cursor.take('DELAYED') || cursor.take('HIGH_PRIORITY')) continue
    if (cursor.take('IGNORE')) {
      if (!cursor.isOf('mysql')) cursor.foreign(token, 'IGNORE', 'MySQL', '')
    } else if (
      cursor.is('OR') &&
      ['REPLACE', 'IGNORE', 'ABORT', 'FAIL', 'ROLLBACK'].includes(cursor.peek(1).upper)
    ) {
      cursor.next()
      cursor.next()
      if (!cursor.isOf('sqlite'))
        cursor.foreign(
          { start: token.start, end: cursor.previous.end },
          cursor.textBetween(token.start, cursor.previous.end),
          'SQLite',
          '',
        )
    } else return
  }
}

function skipRest(cursor: Cursor): null {
  cursor.skipStatement()
  return null
}

/** Whether the bracket holds values, so that VALUES was forgotten: a text or a number stands in it. */
function startsValues(cursor: Cursor): boolean {
  const { kind, upper } = cursor.peek(1)
  return kind === 'number' || (kind === 'string' && !cursor.isOf('sqlite')) || upper === 'NULL'
}

function readSource(cursor: Cursor, columns: readonly string[] | null): Pick<Insert, 'columns' | 'rows'> {
  if (cursor.takeWords('DEFAULT', 'VALUES'))
    return {
      columns: [],
      rows: [{ cells: [], span: { start: cursor.previous.start, end: cursor.previous.end } }],
    }
  if (cursor.is('SET') && cursor.isOf('mysql')) return readAssignments(cursor)
  const word = cursor.peek()
  if (word.upper === 'VALUE' && cursor.is('(', 1)) {
    cursor.next()
    if (!cursor.isOf('mysql')) cursor.misspelt(word, 'VALUES')
    return { columns, rows: readRows(cursor) }
  }
  if (cursor.takeLike('VALUES')) return { columns, rows: readRows(cursor) }
  if (cursor.is('(') && startsValues(cursor)) {
    cursor.missingWord('VALUES')
    return { columns, rows: readRows(cursor) }
  }
  return { columns, rows: null }
}

/** INSERT INTO t SET a = 1, b = 2 (MySQL). */
function readAssignments(cursor: Cursor): Pick<Insert, 'columns' | 'rows'> {
  const { start } = cursor.next()
  const columns: string[] = []
  const cells: InsertCell[] = []
  do {
    const name = readName(cursor, 'the name of a column')
    if (!name || !cursor.take('=')) break
    columns.push(name.name)
    cells.push(readCell(cursor))
  } while (cursor.take(','))
  return { columns, rows: [{ cells, span: { start, end: cursor.previous.end } }] }
}

function readRows(cursor: Cursor): InsertRow[] {
  const rows: InsertRow[] = []
  for (;;) {
    if (!cursor.is('(')) {
      if (rows.length === 0)
        cursor.reportMissing(
          'syntax.missing-bracket',
          { bracket: '(', where: `after "${cursor.previous.text}"` },
          ' (',
          'Open the bracket',
        )
      if (rows.length > 0 || cursor.isAtStatementEnd) return rows
    }
    rows.push(readRow(cursor))
    if (cursor.is(',')) {
      const comma = cursor.next()
      if (cursor.is(';') || cursor.isAtStatementEnd) {
        reportSurplusComma(cursor, comma)
        return rows
      }
    } else if (cursor.is('('))
      cursor.reportMissing('syntax.missing-comma', { after: ')' }, ',', 'Put a comma')
    else return rows
  }
}

function readRow(cursor: Cursor): InsertRow {
  const { start } = cursor.peek()
  cursor.take('(')
  const cells: InsertCell[] = []
  for (;;) {
    if (cursor.take(')')) break
    if (cursor.isAtStatementEnd || (cursor.is('(') && cells.length > 0)) {
      cursor.reportMissing(
        'syntax.missing-bracket',
        { bracket: ')', where: `after "${cursor.previous.text}"` },
        ')',
        'Close the bracket',
      )
      break
    }
    if (cursor.is(',')) {
      if (cursor.is('(', 1) && cells.length > 0 && looksLikeRow(cursor)) {
        cursor.reportMissing(
          'syntax.missing-bracket',
          { bracket: ')', where: `after "${cursor.previous.text}"` },
          ')',
          'Close the bracket',
        )
        break
      }
      reportSurplusComma(cursor, cursor.next())
      continue
    }
    cells.push(readCell(cursor))
    if (cursor.is(')')) continue
    if (cursor.is(',') && !(cursor.is('(', 1) && looksLikeRow(cursor))) {
      const comma = cursor.next()
      if (cursor.is(')')) reportSurplusComma(cursor, comma)
    } else if (!cursor.is(',') && !cursor.isAtStatementEnd && !cursor.is('('))
      cursor.reportMissing('syntax.missing-comma', { after: cursor.previous.text }, ',', 'Put a comma')
  }
  return { cells, span: { start, end: cursor.previous.end } }
}

/**
 * After a comma on a new line, a bracket with a value and another comma: the next row, so that the one before
 * was not closed.
 */
function looksLikeRow(cursor: Cursor): boolean {
  return cursor.peek(1).startsLine && cursor.is(',', 3)
}

const WORDS: ReadonlySet<string> = new Set([
  'NULL',
  'DEFAULT',
  'TRUE',
  'FALSE',
  'CURRENT_DATE',
  'CURRENT_TIME',
  'CURRENT_TIMESTAMP',
  'SYSDATE',
  'SYSTIMESTAMP',
  'DATE',
  'TIMESTAMP',
  'TIME',
  'INTERVAL',
  'CURRENT_USER',
  'USER',
  'UNKNOWN',
  'NOT',
  'CASE',
  'LOCALTIMESTAMP',
  'LOCALTIME',
  'ARRAY',
  'ROW',
  'BINARY',
  'X',
  'N',
  'ROWNUM',
])

function readCell(cursor: Cursor): InsertCell {
  const first = cursor.peek()
  const { kind, text, start, end, upper } = first
  const isAlone = cursor.is(',', 1) || cursor.is(')', 1)
  if (isAlone || kind === 'string') {
    if (kind === 'string' && endsCell(cursor, 1)) return taken(cursor, { kind: 'string', text, start, end })
    if (kind === 'number' && isAlone) return taken(cursor, { kind: 'number', text, start, end })
    if (upper === 'NULL') return taken(cursor, { kind: 'null', text, start, end })
    if (upper === 'TRUE' || upper === 'FALSE') return yesOrNo(cursor, first)
    if (upper === 'DEFAULT') return taken(cursor, { kind: 'default', text, start, end })
    if (kind === 'quoted' && cursor.script[start] === '"') return doubleQuoted(cursor, first)
  }
  if (
    kind === 'operator' &&
    (text === '-' || text === '+') &&
    cursor.peek(1).kind === 'number' &&
    endsCell(cursor, 2)
  ) {
    cursor.next()
    const number = cursor.next()
    return { kind: 'number', text: (text === '-' ? '-' : '') + number.text, start, end: number.end }
  }
  if (kind === 'number' && endsCell(cursor, 1)) return taken(cursor, { kind: 'number', text, start, end })
  if (kind === 'word' && !WORDS.has(upper) && !cursor.is('(', 1) && !cursor.is('.', 1))
    return unquotedText(cursor, first)
  return readExpressionCell(cursor, first)
}

/** TRUE and FALSE are numbers where there is no type for them. */
function yesOrNo(cursor: Cursor, token: SqlToken): InsertCell {
  const { text, start, end } = cursor.next()
  const known = spelledHere(text, cursor.dialect)
  if (!known) return { kind: 'expression', text, start, end }
  cursor.foreign(token, text, known.of, known.text)
  return { kind: 'number', text: known.text, start, end }
}

function taken(cursor: Cursor, cell: InsertCell): InsertCell {
  cursor.next()
  return cell
}

/** Whether nothing that could belong to the same value stands at the token `ahead`. */
function endsCell(cursor: Cursor, ahead: number): boolean {
  const { kind, text } = cursor.peek(ahead)
  return (
    kind === 'string' ||
    kind === 'number' ||
    kind === 'end' ||
    kind === 'separator' ||
    (kind === 'word' && !['AT', 'COLLATE', 'AS'].includes(text.toUpperCase())) ||
    text === ',' ||
    text === ')' ||
    text === ';' ||
    text === '('
  )
}

function doubleQuoted(cursor: Cursor, token: SqlToken): InsertCell {
  const { text, start, end } = cursor.next()
  const written = quoteText(text)
  cursor.report(
    'syntax.wrong-quotes',
    token,
    { written: `"${text}"`, meant: written },
    { span: { start, end }, text: written, label: `Write ${written}` },
  )
  return { kind: 'string', text, start, end }
}

/** A text without its quotation marks, up to the next comma or bracket. */
function unquotedText(cursor: Cursor, first: SqlToken): InsertCell {
  while (
    !cursor.isAtStatementEnd &&
    !cursor.is(',') &&
    !cursor.is(')') &&
    !cursor.is('(') &&
    cursor.peek().kind !== 'string'
  ) {
    cursor.next()
    if (cursor.peek().startsLine) break
  }
  const span = { start: first.start, end: cursor.previous.end }
  const text = cursor.script.slice(span.start, span.end)
  const written = quoteText(text)
  cursor.report(
    'syntax.wrong-quotes',
    span,
    { written: text, meant: written },
    { span, text: written, label: `Write ${written}` },
  )
  return { kind: 'string', text, ...span }
}

function readExpressionCell(cursor: Cursor, first: SqlToken): InsertCell {
  const from = cursor.place
  while (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is(')')) {
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
  if (cursor.place === from) cursor.next()
  return {
    kind: 'expression',
    text: cursor.textBetween(first.start, cursor.previous.end),
    start: first.start,
    end: cursor.previous.end,
  }
}

/** A query, ON CONFLICT, ON DUPLICATE KEY UPDATE, RETURNING: nothing that is read. */
function skipTail(cursor: Cursor): void {
  while (!cursor.isAtStatementEnd) {
    if (
      cursor.peek().startsLine &&
      ['INSERT', 'CREATE', 'ALTER', 'DROP', 'UPDATE', 'DELETE', 'COMMIT', 'SET'].includes(
        cursor.peek().upper,
      ) &&
      cursor.previous.text === ')'
    )
      return
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
}
