import { dataType } from '../../schema'
import type { Cursor } from '../text/cursor'
import type { Draft } from './draft'
import { numberingOf } from './numbering'
import { readName } from './read-names'
import { readType } from './read-type'

/** CREATE TYPE name AS ENUM (...); CREATE TYPE name FROM type (SQL Server). */
export function readMadeType(cursor: Cursor, draft: Draft): void {
  const name = readName(cursor, 'the name of a type')
  if (name && cursor.takeWords('AS', 'ENUM') && cursor.is('(')) {
    const members = cursor.skipGroup().match(/'(?:[^']|'')*'/g) ?? []
    draft.types.set(name.name.toLowerCase(), {
      type: dataType('ENUM', members, name.name, { dialect: 'mysql' }),
      notNull: false,
      checks: [],
    })
  } else if (name && cursor.take('FROM')) {
    const { type } = readType(cursor, draft, name.name)
    draft.types.set(name.name.toLowerCase(), { type, notNull: cursor.takeWords('NOT', 'NULL'), checks: [] })
    cursor.take('NULL')
  } else {
    if (name)
      draft.types.set(name.name.toLowerCase(), {
        type: dataType('', [], name.name),
        notNull: false,
        checks: [],
      })
    cursor.skipStatement()
  }
}

export function readDomain(cursor: Cursor, draft: Draft): void {
  const name = readName(cursor, 'the name of a domain')
  if (!name) return cursor.skipStatement()
  cursor.take('AS')
  const { type } = readType(cursor, draft, name.name)
  const checks: string[] = []
  let notNull = false
  while (!cursor.isAtStatementEnd) {
    if (cursor.takeWords('NOT', 'NULL')) notNull = true
    else if (cursor.take('CHECK') && cursor.is('(')) checks.push(cursor.skipGroup())
    else cursor.next()
  }
  draft.types.set(name.name.toLowerCase(), { type, notNull, checks })
}

export function readSequence(cursor: Cursor, draft: Draft): void {
  cursor.takeWords('IF', 'NOT', 'EXISTS')
  const name = readName(cursor, 'the name of a sequence')
  const from = cursor.peek().start
  while (!cursor.isAtStatementEnd) cursor.next()
  const options = cursor.textBetween(from, cursor.previous.end)
  if (name) {
    draft.sequences.set(name.name.toLowerCase(), numberingOf(options))
  }
}

/** COMMENT ON TABLE t IS 'words', COMMENT ON COLUMN t.c IS 'words': the word COMMENT was taken. */
export function readComment(cursor: Cursor, draft: Draft): string | null {
  cursor.take('ON')
  const isTable = cursor.take('TABLE')
  if (!isTable && !cursor.take('COLUMN')) {
    cursor.skipStatement()
    return null
  }
  const name = readName(cursor, isTable ? 'the name of a table' : 'the name of a column')
  const text = cursor.take('IS') && cursor.peek().kind === 'string' ? cursor.next().text : undefined
  if (!name) return null
  const table = draft.tables.get((isTable ? name.name : (name.namespace ?? '')).toLowerCase())
  if (!table || text === undefined) return table?.name ?? null
  if (isTable) table.comment = text
  else
    table.columns = table.columns.map(column =>
      column.name.toLowerCase() === name.name.toLowerCase() ? { ...column, comment: text } : column,
    )
  return table.name
}
