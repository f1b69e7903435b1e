import type { Dialect } from '../schema'
import type { Cursor } from './cursor'
import type { SqlToken } from './tokens'
import type { ColumnDraft } from './draft'
import type { TableReader } from './read-table'
import { startsNewItem } from './read-items'
import { quoteText } from './write/type-text'

const ENDS_EXPRESSION: ReadonlySet<string> = new Set(['NOT', 'NULL', 'PRIMARY', 'UNIQUE', 'REFERENCES', 'CHECK', 'CONSTRAINT', 'GENERATED', 'COLLATE', 'COMMENT',
  'ON', 'AUTO_INCREMENT', 'AUTOINCREMENT', 'FOREIGN', 'KEY', 'IDENTITY', 'ENABLE', 'DISABLE', 'FOR', 'WITH', 'AFTER', 'FIRST', 'INVISIBLE', 'SPARSE'])

/** The expression of a DEFAULT, as written: an operand, then operators with operands. */
export function readExpressionText(reader: TableReader): string {
  const { cursor } = reader
  const from = cursor.peek().start
  let expectsOperand = true
  while (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is(')')) {
    const token = cursor.peek()
    if (token.kind === 'operator') {
      expectsOperand = true
      cursor.next()
    }
    else if (cursor.is('(')) {
      cursor.skipGroup()
      expectsOperand = false
    }
    else if (cursor.is('.') || cursor.is('[') || cursor.is(']')) {
      expectsOperand = cursor.is('.')
      cursor.next()
    }
    else if (expectsOperand) {
      if (cursor.previous.upper !== 'DEFAULT' && token.startsLine && startsNewItem(reader)) break
      cursor.next()
      expectsOperand = false
    }
    else if (token.kind === 'string' || (token.kind === 'word' && !ENDS_EXPRESSION.has(token.upper) && !startsNewItem(reader) && !token.startsLine)) cursor.next()
    else break
  }
  return cursor.textBetween(from, cursor.previous.end)
}

const FUNCTIONS: readonly { readonly pattern: RegExp, readonly in: readonly Dialect[], readonly of: string }[] = [
  { pattern: /^GETDATE\s*\(\s*\)$|^SYSDATETIME\s*\(\s*\)$/i, in: ['sqlserver'], of: 'SQL Server' },
  { pattern: /^SYSDATE$|^SYSTIMESTAMP$/i, in: ['oracle'], of: 'Oracle' },
  { pattern: /^NOW\s*\(\s*\)$/i, in: ['postgresql', 'mysql'], of: 'PostgreSQL and MySQL' },
]

/** DEFAULT and its value; a next value of a sequence is numbering. */
export function readDefault(reader: TableReader, column: ColumnDraft): void {
  const { cursor, draft } = reader
  const word = cursor.previous
  cursor.takeWords('ON', 'NULL')
  if (cursor.is('=')) cursor.reportSurplus('syntax.unexpected', cursor.next(), { found: '=' })
  const first = cursor.peek()
  if (cursor.is(',') || cursor.is(')') || cursor.isAtStatementEnd || (first.startsLine && startsNewItem(reader))) {
    cursor.reportSurplus('syntax.missing-name', word, { expected: 'a value', found: first.text || 'the end' })
    return
  }
  const value = mended(cursor, first, readExpressionText(reader))
  const sequence = /nextval\s*\(\s*'([^']+)'|^"?([\w$]+)"?\.nextval$/i.exec(value)
  column.default = value
  if (sequence) column.numbering = draft.sequences.get((sequence[1]?.split('.').at(-1) ?? sequence[2]!).replaceAll('"', '').toLowerCase()) ?? { start: '1', step: '1' }
}

/** The value as it was meant: a text in wrong, curved or missing marks in single ones, another dialect's moment of now as CURRENT_TIMESTAMP. */
function mended(cursor: Cursor, first: SqlToken, value: string): string {
  const isAlone = cursor.previous.start === first.start
  const known = FUNCTIONS.find(({ pattern }) => pattern.test(value))
  if (known && !known.in.includes(cursor.dialect)) {
    cursor.foreign({ start: first.start, end: cursor.previous.end }, value, known.of, 'CURRENT_TIMESTAMP')
    return 'CURRENT_TIMESTAMP'
  }
  if (!isAlone || (first.kind !== 'string' && first.kind !== 'quoted')) return value
  const text = quoteText(first.text)
  const mark = cursor.script[first.start]!
  if (first.kind === 'quoted' && mark === '"') {
    cursor.report('syntax.wrong-quotes', first, { written: `"${first.text}"`, meant: text }, { span: { start: first.start, end: first.end }, text, label: `Write ${text}` })
    return text
  }
  const isBroken = /[‘’‚“”„«»]/.test(mark) || (mark === '\'' && !(value.length > 1 && value.endsWith('\'')))
  return isBroken ? text : value
}
