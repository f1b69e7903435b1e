import type { Column, Dialect } from '../../schema'
import type { Cursor } from '../text/cursor'
import type { SqlToken } from '../text/tokens'
import type { ColumnDraft, Draft } from './draft'
import type { TableReader } from './table-reader'
import { startsNewItem } from './read-items'
import { skipType } from './read-type'
import { quoteText } from '../text/type-text'

const ENDS_EXPRESSION: ReadonlySet<string> = new Set([
  'NOT',
  'NULL',
  'PRIMARY',
  'UNIQUE',
  'REFERENCES',
  'CHECK',
  'CONSTRAINT',
  'GENERATED',
  'COLLATE',
  'COMMENT',
  'ON',
  'AUTO_INCREMENT',
  'AUTOINCREMENT',
  'FOREIGN',
  'KEY',
  'IDENTITY',
  'ENABLE',
  'DISABLE',
  'FOR',
  'WITH',
  'AFTER',
  'FIRST',
  'PERSISTED',
  'INVISIBLE',
  'SPARSE',
])

/** The expression of a DEFAULT, as written: an operand, then operators with operands. */
export function readExpressionText(reader: TableReader): string {
  const { cursor } = reader
  const from = cursor.peek().start
  let expectsOperand = true
  while (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is(')')) {
    const token = cursor.peek()
    if (token.text === '::' && cursor.isName(1)) {
      cursor.next()
      skipType(cursor)
      expectsOperand = false
    } else if (token.kind === 'operator') {
      expectsOperand = true
      cursor.next()
    } else if (cursor.is('(')) {
      cursor.skipGroup()
      expectsOperand = false
    } else if (cursor.is('.') || cursor.is('[') || cursor.is(']')) {
      expectsOperand = cursor.is('.')
      cursor.next()
    } else if (expectsOperand) {
      if (cursor.previous.upper !== 'DEFAULT' && token.startsLine && startsNewItem(reader)) break
      cursor.next()
      expectsOperand = false
    } else if (
      token.kind === 'string' ||
      (token.kind === 'word' &&
        !ENDS_EXPRESSION.has(token.upper) &&
        !startsNewItem(reader) &&
        !token.startsLine)
    )
      cursor.next()
    else break
  }
  return cursor.textBetween(from, cursor.previous.end)
}

interface Spelling {
  readonly pattern: RegExp
  readonly in: readonly Dialect[]
  readonly of: string
  readonly meant: string | Readonly<Partial<Record<Dialect, string>>>
}

const UUIDS: Readonly<Partial<Record<Dialect, string>>> = {
  postgresql: 'gen_random_uuid()',
  mysql: '(UUID())',
  sqlserver: 'NEWID()',
  oracle: 'SYS_GUID()',
  sqlite: '(lower(hex(randomblob(16))))',
}

/**
 * What dialects write for values that the server makes, and for yes and no where it has no such type (the
 * makers' manuals, from memory).
 */
const SPELLINGS: readonly Spelling[] = [
  {
    pattern: /^GETDATE\s*\(\s*\)$|^SYSDATETIME\s*\(\s*\)$/i,
    in: ['sqlserver'],
    of: 'SQL Server',
    meant: 'CURRENT_TIMESTAMP',
  },
  { pattern: /^SYSDATE$|^SYSTIMESTAMP$/i, in: ['oracle'], of: 'Oracle', meant: 'CURRENT_TIMESTAMP' },
  {
    pattern: /^NOW\s*\(\s*\)$/i,
    in: ['postgresql', 'mysql'],
    of: 'PostgreSQL and MySQL',
    meant: 'CURRENT_TIMESTAMP',
  },
  {
    pattern: /^CURRENT_DATE$/i,
    in: ['postgresql', 'mysql', 'oracle', 'sqlite', 'iso'],
    of: 'other dialects',
    meant: 'CAST(GETDATE() AS DATE)',
  },
  {
    pattern: /^CURRENT_TIME$/i,
    in: ['postgresql', 'mysql', 'oracle', 'sqlite', 'iso'],
    of: 'other dialects',
    meant: 'CAST(GETDATE() AS TIME)',
  },
  { pattern: /^TRUE$/i, in: ['postgresql', 'mysql', 'sqlite', 'iso'], of: 'other dialects', meant: '1' },
  { pattern: /^FALSE$/i, in: ['postgresql', 'mysql', 'sqlite', 'iso'], of: 'other dialects', meant: '0' },
  {
    pattern: /^(?:gen_random_uuid|uuid_generate_v4)\s*\(\s*\)$/i,
    in: ['postgresql'],
    of: 'PostgreSQL',
    meant: UUIDS,
  },
  { pattern: /^\(?UUID\s*\(\s*\)\)?$/i, in: ['mysql'], of: 'MySQL', meant: UUIDS },
  { pattern: /^NEWID\s*\(\s*\)$/i, in: ['sqlserver'], of: 'SQL Server', meant: UUIDS },
  { pattern: /^SYS_GUID\s*\(\s*\)$/i, in: ['oracle'], of: 'Oracle', meant: UUIDS },
]

/**
 * What the dialect writes instead of a value of other dialects; undefined where it knows it itself, or
 * nothing like it.
 */
export function spelledHere(
  value: string,
  dialect: Dialect,
): { readonly text: string; readonly of: string } | undefined {
  const known = SPELLINGS.find(({ pattern }) => pattern.test(value))
  if (!known || known.in.includes(dialect)) return undefined
  const text = typeof known.meant === 'string' ? known.meant : known.meant[dialect]
  return text === undefined ? undefined : { text, of: known.of }
}

/** DEFAULT and its value; a next value of a sequence is numbering. */
export function readDefault(reader: TableReader, column: ColumnDraft): void {
  const { cursor, draft } = reader
  const word = cursor.previous
  cursor.takeWords('ON', 'NULL')
  if (cursor.is('=')) cursor.reportSurplus('syntax.unexpected', cursor.next(), { found: '=' })
  const first = cursor.peek()
  if (
    cursor.is(',') ||
    cursor.is(')') ||
    cursor.isAtStatementEnd ||
    (first.startsLine && startsNewItem(reader))
  ) {
    cursor.reportSurplus('syntax.missing-name', word, { expected: 'a value', found: first.text || 'the end' })
    return
  }
  const value = mended(cursor, first, readExpressionText(reader))
  column.default = value
  column.numbering = sequenceIn(value, draft) ?? column.numbering
}

/** The numbering that a default gives which takes the next value of a sequence. */
export function sequenceIn(value: string, { sequences }: Draft): Column['numbering'] | undefined {
  const sequence = /nextval\s*\([\s(]*'([^']+)'|^"?([\w$]+)"?\.nextval$/i.exec(value)
  return sequence
    ? (sequences.get((sequence[1]?.split('.').at(-1) ?? sequence[2]!).replaceAll('"', '').toLowerCase()) ?? {
        start: '1',
        step: '1',
      })
    : undefined
}

/**
 * The value as it was meant: a text in wrong, curved or missing marks in single ones, what another dialect
 * writes as this one does.
 */
function mended(cursor: Cursor, first: SqlToken, value: string): string {
  const isAlone = cursor.previous.start === first.start
  const known = spelledHere(value, cursor.dialect)
  if (known) {
    cursor.foreign({ start: first.start, end: cursor.previous.end }, value, known.of, known.text)
    return known.text
  }
  if (!isAlone || (first.kind !== 'string' && first.kind !== 'quoted')) return value
  const text = quoteText(first.text)
  const mark = cursor.script[first.start]!
  if (first.kind === 'quoted' && mark === '"') {
    cursor.report(
      'syntax.wrong-quotes',
      first,
      { written: `"${first.text}"`, meant: text },
      { span: { start: first.start, end: first.end }, text, label: `Write ${text}` },
    )
    return text
  }
  const isBroken = /[‘’‚“”„«»]/.test(mark) || (mark === "'" && !(value.length > 1 && value.endsWith("'")))
  return isBroken ? text : value
}
