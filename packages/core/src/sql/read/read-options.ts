import type { Cursor } from '../text/cursor'
import type { TableDraft } from './draft'
import { TAKEN_FROM_ANOTHER, sameName, type Dialect } from '../../schema'

interface Option {
  readonly in: readonly Dialect[]
  readonly of: string
}

const MYSQL: Option = { in: ['mysql'], of: 'MySQL' }
const SERVER: Option = { in: ['sqlserver'], of: 'SQL Server' }
const ORACLE: Option = { in: ['oracle'], of: 'Oracle' }
const LITE: Option = { in: ['sqlite'], of: 'SQLite' }

/** Words with which an option of a table begins, and the dialects that have it. */
const OPTIONS: ReadonlyMap<string, Option> = new Map([
  ...'ENGINE TYPE CHARSET CHARACTER AUTO_INCREMENT COLLATE COMMENT ROW_FORMAT DEFAULT CHECKSUM PACK_KEYS AVG_ROW_LENGTH MAX_ROWS MIN_ROWS'
    .split(' ')
    .map(word => [word, MYSQL] as const),
  ...'TEXTIMAGE_ON FILESTREAM_ON'.split(' ').map(word => [word, SERVER] as const),
  ...'WITHOUT STRICT'.split(' ').map(word => [word, LITE] as const),
  ...'ORGANIZATION PCTFREE PCTUSED INITRANS STORAGE LOGGING NOLOGGING CACHE NOCACHE LOB SEGMENT NOCOMPRESS COMPRESS MONITORING PARALLEL NOPARALLEL ENABLE'
    .split(' ')
    .map(word => [word, ORACLE] as const),
  ['INHERITS', { in: ['postgresql'], of: 'PostgreSQL' }],
  ['TABLESPACE', { in: ['postgresql', 'oracle', 'mysql'], of: 'PostgreSQL and Oracle' }],
])

/**
 * ENGINE=InnoDB and the like (MySQL), INHERITS, WITH, TABLESPACE, ON [PRIMARY] ...: what stands after the
 * closing bracket of a table.
 */
export function readTableOptions(cursor: Cursor, table: TableDraft): void {
  const first = cursor.peek()
  let comment: string | undefined
  let foreignOption: Option | undefined
  while (
    !cursor.isAtStatementEnd &&
    !cursor.is(')') &&
    !(cursor.isAtNextStatement && !goesOn(cursor)) &&
    !(cursor.is(',') && startsStatement(cursor))
  ) {
    const option = cursor.previous.text === '=' ? undefined : OPTIONS.get(cursor.peek().upper)
    if (option && !option.in.includes(cursor.dialect)) foreignOption ??= option
    if (cursor.is('ON') && !cursor.isOf('sqlserver') && cursor.peek(1).text.toUpperCase() === 'PRIMARY')
      foreignOption ??= SERVER
    if (cursor.is('COMMENT')) comment = commentText(cursor)
    if (cursor.is('AUTO_INCREMENT')) countFrom(table, cursor.peek(cursor.is('=', 1) ? 2 : 1).text)
    if (cursor.areWords('WITHOUT', 'ROWID')) requireKey(table)
    if (cursor.is('INHERITS')) table.unmodelled.push({ what: TAKEN_FROM_ANOTHER, span: cursor.peek() })
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
  if (comment !== undefined) table.comment = comment
  if (foreignOption)
    cursor.foreign({ start: first.start, end: cursor.previous.end }, first.text, foreignOption.of, '')
  if (cursor.is(')'))
    cursor.reportSurplus('syntax.surplus-bracket', cursor.next(), { bracket: ')', table: table.name })
}

/** Where the column that numbers itself begins. */
function countFrom(table: TableDraft, start: string): void {
  if (!/^\d{1,18}$/.test(start)) return
  table.columns = table.columns.map(column =>
    column.numbering ? { ...column, numbering: { ...column.numbering, start } } : column,
  )
}

/** WITH and COMMENT may stand among the options, also on a line of their own. */
function goesOn(cursor: Cursor): boolean {
  return cursor.is('WITH') || cursor.is('DEFAULT') || (cursor.is('COMMENT') && !cursor.is('ON', 1))
}

/** Without its own row number a table of SQLite is kept by its primary key, which then may not be empty. */
function requireKey(table: TableDraft): void {
  const key = table.primaryKey?.columns ?? []
  table.columns = table.columns.map(column =>
    key.some(name => sameName(name, column.name)) ? { ...column, notNull: true } : column,
  )
}

function startsStatement(cursor: Cursor): boolean {
  return ['CREATE', 'ALTER', 'INSERT', 'DROP'].includes(cursor.peek(1).upper)
}

function commentText(cursor: Cursor): string | undefined {
  const value = cursor.is('=', 1) ? cursor.peek(2) : cursor.peek(1)
  return value.kind === 'string' ? value.text : undefined
}
