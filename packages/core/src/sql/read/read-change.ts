import type { Span } from '../../findings'
import type { Cursor } from '../text/cursor'
import type { Draft } from './draft'
import type { InsertCell } from './read-insert'
import { readName } from './read-names'

/** A value that a column is given, or compared with. */
export interface Assigned {
  readonly column: string
  readonly cell: InsertCell
}

/** A statement that changes rows or takes them away. */
export interface Change {
  readonly kind: 'update' | 'delete' | 'truncate' | 'drop column' | 'drop database'
  /** The table; of a database or schema its name. */
  readonly name: string
  /** What an UPDATE writes, as far as it is plain; the column that is dropped. */
  readonly set: readonly Assigned[]
  readonly column: string | null
  /** Values that the rows must have; empty for all rows, null where the condition is more than that. */
  readonly where: readonly Assigned[] | null
  readonly span: Span
  readonly statement: number
}

/** UPDATE, DELETE, TRUNCATE, DROP DATABASE and SCHEMA; false where the statement is none of them. */
export function readChange(cursor: Cursor, draft: Draft, statement: number): boolean {
  const { upper, start } = cursor.peek()
  const found = readKind(cursor, upper)
  if (!found) return false
  cursor.skipStatement()
  draft.changes.push({ ...found, span: { start, end: cursor.previous.end }, statement })
  return true
}

type Found = Omit<Change, 'span' | 'statement'>

function readKind(cursor: Cursor, upper: string): Found | undefined {
  const base = { set: [], column: null, where: [] }
  if (upper === 'UPDATE' && cursor.isName(1)) return readUpdate(cursor)
  if (upper === 'DELETE' && cursor.is('FROM', 1) && cursor.isName(2)) {
    cursor.next()
    cursor.next()
    const name = readName(cursor, 'the name of a table')
    return name && { ...base, kind: 'delete', name: name.name, where: readWhere(cursor) }
  }
  if (upper === 'TRUNCATE' && (cursor.is('TABLE', 1) || cursor.isName(1))) {
    cursor.next()
    cursor.take('TABLE')
    cursor.take('ONLY')
    const name = readName(cursor, 'the name of a table')
    return name && { ...base, kind: 'truncate', name: name.name }
  }
  if (upper === 'DROP' && (cursor.is('DATABASE', 1) || cursor.is('SCHEMA', 1))) {
    cursor.next()
    cursor.next()
    cursor.takeWords('IF', 'EXISTS')
    const name = readName(cursor, 'a name')
    return name && { ...base, kind: 'drop database', name: name.name }
  }
  return undefined
}

/** UPDATE name SET a = 1, b = NULL WHERE … */
function readUpdate(cursor: Cursor): Found | undefined {
  cursor.next()
  const name = readName(cursor, 'the name of a table')
  if (!name || !cursor.take('SET')) return undefined
  const set: Assigned[] = []
  let isPlain = true
  do {
    const column = readName(cursor, 'the name of a column')
    if (!column || !cursor.take('=')) {
      isPlain = false
      break
    }
    set.push({ column: column.name, cell: readAssigned(cursor) })
  } while (cursor.take(','))
  const where = readWhere(cursor)
  return { kind: 'update', name: name.name, set, column: null, where: isPlain ? where : null }
}

/** Nothing, or equalities joined by AND. */
function readWhere(cursor: Cursor): readonly Assigned[] | null {
  if (cursor.is(';') || cursor.isAtEnd || cursor.isAtStatementEnd) return []
  if (!cursor.take('WHERE')) return null
  const where: Assigned[] = []
  do {
    if (!cursor.isName() || !cursor.is('=', 1)) return null
    const column = readName(cursor, 'the name of a column')!
    cursor.take('=')
    where.push({ column: column.name, cell: readAssigned(cursor) })
  } while (cursor.take('AND'))
  return cursor.isAtStatementEnd ? where : null
}

/** A literal, or the expression as it is written. */
function readAssigned(cursor: Cursor): InsertCell {
  const { kind, text, start, end, upper } = cursor.peek()
  const following = cursor.peek(1)
  const isAlone =
    [',', ';', ''].includes(following.text) ||
    ['WHERE', 'AND'].includes(following.upper) ||
    following.kind === 'end' ||
    following.kind === 'separator' ||
    following.startsLine
  if (isAlone && (kind === 'string' || kind === 'number' || upper === 'NULL')) {
    cursor.next()
    return {
      kind: upper === 'NULL' && kind === 'word' ? 'null' : (kind as 'string' | 'number'),
      text,
      start,
      end,
    }
  }
  while (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is('WHERE') && !cursor.is('AND')) {
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
  return {
    kind: 'expression',
    text: cursor.textBetween(start, cursor.previous.end),
    start,
    end: cursor.previous.end,
  }
}
