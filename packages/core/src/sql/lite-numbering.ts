import type { ColumnDraft } from './draft'
import { addPrimaryKey } from './read-constraint'
import type { TableReader } from './read-table'
import type { SqlToken } from './tokens'

const WRITTEN = 'INTEGER PRIMARY KEY AUTOINCREMENT'
const TYPE = String.raw`\s+[a-z]\w*(?:\s*\(\s*\d+\s*\))?(?:\s+UNSIGNED)?`
const BEFORE_KEY = new RegExp(String.raw`^${TYPE}(?:\s+NOT\s+NULL)?\s*$`, 'i')
const AFTER_KEY = new RegExp(String.raw`^${TYPE}(?:\s+NOT\s+NULL)?\s+PRIMARY\s+KEY(?:\s+NOT\s+NULL)?\s*$`, 'i')

/**
 * Numbering in SQLite, whose only form is INTEGER PRIMARY KEY AUTOINCREMENT, in just this order (its manual, "Autoincrement"). Other orders, types and spellings around the word
 * `token`, which was taken, are told once and read as that; false where it stands elsewhere.
 */
export function takeLiteNumbering(reader: TableReader, column: ColumnDraft, token: SqlToken): boolean {
  const { cursor, table } = reader
  const before = cursor.script.slice(column.nameSpan.end, token.start)
  const isBefore = BEFORE_KEY.test(before) && cursor.areWords('PRIMARY', 'KEY')
  if (!isBefore && !AFTER_KEY.test(before)) return false
  if (isBefore) {
    cursor.takeWords('PRIMARY', 'KEY')
    addPrimaryKey(cursor, table, { name: null, columns: [column.name], nullsNotDistinct: false, span: { start: token.start, end: cursor.previous.end } })
  }
  column.type = { ...column.type, family: 'integer', text: 'INTEGER' }
  const start = column.nameSpan.end + before.length - before.trimStart().length
  const span = { start, end: cursor.previous.end }
  if (cursor.script.slice(span.start, span.end).replace(/\s+/g, ' ').toUpperCase() !== WRITTEN) cursor.foreign(span, cursor.script.slice(span.start, span.end), 'MySQL', WRITTEN)
  return true
}
