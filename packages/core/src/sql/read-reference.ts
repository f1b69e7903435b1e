import type { ReferentialAction } from '../schema'
import type { Cursor } from './cursor'
import type { ReferenceDraft, TableDraft } from './draft'
import { readColumnList, readName } from './read-names'

interface ReferenceStart {
  readonly cursor: Cursor
  readonly name: string | null
  readonly columns: readonly string[]
  readonly statement: number
  readonly start: number
}

/** What follows REFERENCES. */
export function readReference({ cursor, name, columns, statement, start }: ReferenceStart): ReferenceDraft {
  if (cursor.is('TABLE')) cursor.next()
  const target = readName(cursor, 'the name of a table')
  const targetColumns = cursor.is('(') ? readColumnList(cursor, false) : null
  let onDelete: ReferentialAction = 'no action'
  let onUpdate: ReferentialAction = 'no action'
  let deferrable = false
  for (;;) {
    if (cursor.takeWords('MATCH')) cursor.next()
    else if (cursor.is('ON') && (cursor.isLike('DELETE', 1) || cursor.peek(1).upper === 'DELETE')) {
      cursor.next()
      cursor.misspelt(cursor.next(), 'DELETE')
      onDelete = readAction(cursor)
    }
    else if (cursor.is('ON') && (cursor.isLike('UPDATE', 1) || cursor.peek(1).upper === 'UPDATE')) {
      cursor.next()
      cursor.misspelt(cursor.next(), 'UPDATE')
      onUpdate = readAction(cursor)
    }
    else if (cursor.takeWords('NOT', 'DEFERRABLE')) deferrable = false
    else if (cursor.take('DEFERRABLE')) deferrable = true
    else if (cursor.takeWords('INITIALLY', 'DEFERRED') || cursor.takeWords('INITIALLY', 'IMMEDIATE') || cursor.takeWords('NOT', 'VALID')) continue
    else break
  }
  return { name, columns, table: target?.name ?? '', targetColumns, onDelete, onUpdate, deferrable, statement, span: { start, end: cursor.previous.end } }
}

function readAction(cursor: Cursor): ReferentialAction {
  if (cursor.takeLike('CASCADE')) return 'cascade'
  if (cursor.takeLike('RESTRICT')) return 'restrict'
  if (cursor.take('SET')) {
    if (cursor.takeLike('DEFAULT')) return 'set default'
    cursor.takeLike('NULL')
    if (cursor.is('(')) cursor.skipGroup()
    return 'set null'
  }
  if (cursor.take('NO')) cursor.takeLike('ACTION')
  else if (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is(')')) cursor.report('syntax.unexpected', cursor.peek(), { found: cursor.next().text })
  return 'no action'
}

/** DEFERRABLE and INITIALLY after a constraint of the table: they belong to its last reference. */
export function skipDeferral(cursor: Cursor, table: TableDraft): void {
  const reference = table.references.at(-1)
  for (;;) {
    if (cursor.takeWords('NOT', 'DEFERRABLE')) continue
    if (cursor.take('DEFERRABLE')) {
      if (reference) table.references[table.references.length - 1] = { ...reference, deferrable: true }
    }
    else if (!cursor.takeWords('INITIALLY', 'DEFERRED') && !cursor.takeWords('INITIALLY', 'IMMEDIATE') && !cursor.takeWords('NOT', 'VALID')) return
  }
}
