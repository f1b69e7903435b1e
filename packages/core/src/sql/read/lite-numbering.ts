import type { ColumnDraft } from './draft'
import { addPrimaryKey } from './read-constraint'
import type { TableReader } from './table-reader'
import type { SqlToken } from '../text/tokens'

const WRITTEN = 'INTEGER PRIMARY KEY AUTOINCREMENT'
/** A type and NOT NULL before the key, all in capitals with single blanks. */
const BEFORE_KEY = /^[A-Z]\w*(?: ?\( ?\d+ ?\))?(?: UNSIGNED)?(?: NOT NULL)?$/

/**
 * Numbering in SQLite, whose only form is INTEGER PRIMARY KEY AUTOINCREMENT, in just this order (its manual,
 * "Autoincrement"). Other orders, types and spellings around the word `token`, which was taken, are told once
 * and read as that; false where it stands elsewhere.
 */
export function takeLiteNumbering(reader: TableReader, column: ColumnDraft, token: SqlToken): boolean {
  const { cursor, table } = reader
  const before = cursor.script.slice(column.nameSpan.end, token.start)
  const words = before.replace(/\s+/g, ' ').trim().toUpperCase()
  const isBefore = BEFORE_KEY.test(words) && cursor.areWords('PRIMARY', 'KEY')
  const isAfter = words.endsWith(' PRIMARY KEY') && BEFORE_KEY.test(words.slice(0, -' PRIMARY KEY'.length))
  if (!isBefore && !isAfter) return false
  if (isBefore) {
    cursor.takeWords('PRIMARY', 'KEY')
    addPrimaryKey(cursor, table, {
      name: null,
      columns: [column.name],
      nullsNotDistinct: false,
      span: { start: token.start, end: cursor.previous.end },
    })
  }
  column.type = { ...column.type, family: 'integer', text: 'INTEGER' }
  const start = column.nameSpan.end + before.length - before.trimStart().length
  const span = { start, end: cursor.previous.end }
  if (cursor.script.slice(span.start, span.end).replace(/\s+/g, ' ').toUpperCase() !== WRITTEN)
    cursor.foreign(span, cursor.script.slice(span.start, span.end), 'MySQL', WRITTEN)
  return true
}
