import { sameName } from '../../schema'
import type { Cursor } from '../text/cursor'
import type { Draft, TableDraft } from './draft'
import { addUnique } from './read-constraint'
import { readColumnList, readName } from './read-names'
import { tableKey } from './table-reader'

/**
 * What follows CREATE [UNIQUE] INDEX. A unique index over plain columns is a key; one over expressions or a
 * part of the rows is not, and the table is marked unmodelled. Gives the table's name.
 */
export function readIndex(cursor: Cursor, draft: Draft, unique: boolean): string | null {
  const start = cursor.peek().start
  cursor.takeWords('CONCURRENTLY')
  cursor.takeWords('IF', 'NOT', 'EXISTS')
  const name = cursor.is('ON') ? null : (readName(cursor, 'the name of an index')?.name ?? null)
  while (!cursor.isAtStatementEnd && !cursor.is('ON')) cursor.next()
  cursor.need('ON')
  cursor.take('ONLY')
  const target = cursor.isAtStatementEnd ? undefined : readName(cursor, 'the name of a table')
  const table = draft.tables.get(tableKey(target?.name ?? ''))
  if (cursor.take('USING')) cursor.next()
  const from = cursor.place
  const isPlain = isPlainList(cursor)
  const columns = isPlain ? readColumnList(cursor, true) : []
  const written = !isPlain && cursor.place === from && cursor.is('(') ? cursor.skipGroup() : ''
  const nullsNotDistinct = cursor.isOf('sqlserver')
  let isPartial = false
  let notDistinct = nullsNotDistinct
  while (!cursor.isAtStatementEnd && !cursor.isAtNextStatement) {
    if (cursor.take('WHERE')) {
      // Rows with a value: as a UNIQUE that does not compare empty values.
      if (isWhereFilled(cursor, columns)) notDistinct = false
      else isPartial = true
      continue
    }
    if (cursor.takeWords('NULLS', 'NOT', 'DISTINCT')) notDistinct = true
    else if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
  const span = { start, end: cursor.previous.end }
  if (!table) return target?.name ?? null
  if (!unique) table.indexes.push({ name, columns, span })
  else if (isPlain && !isPartial)
    addUnique(table, { name: null, columns, nullsNotDistinct: notDistinct, span })
  else
    table.unmodelled.push({
      what: isPartial ? 'a unique index over a part of the rows' : 'a unique index over an expression',
      span,
      columns: isPlain ? columns : columnsNamed(table, written),
    })
  return table.name
}

/** The columns of the table that stand in an expression. */
function columnsNamed({ columns }: TableDraft, expression: string): string[] {
  const words = expression.match(/"[^"]+"|[\p{L}_][\p{L}\p{N}_$]*/gu) ?? []
  return columns
    .map(({ name }) => name)
    .filter(name => words.some(word => sameName(word.replaceAll('"', ''), name)))
}

/** Takes "a IS NOT NULL AND b IS NOT NULL" over columns of the index, in brackets or not. */
function isWhereFilled(cursor: Cursor, columns: readonly string[]): boolean {
  const end = endOfFilled(cursor, columns, 0)
  if (end === undefined || !isEnd(cursor, end)) return false
  for (let i = 0; i < end; i++) cursor.next()
  return true
}

const isEnd = (cursor: Cursor, ahead: number): boolean =>
  cursor.is(';', ahead) || ['end', 'separator'].includes(cursor.peek(ahead).kind)

/** How many tokens on it ends; undefined where something else is said. */
function endOfFilled(cursor: Cursor, columns: readonly string[], from: number): number | undefined {
  let at = from
  for (;;) {
    if (cursor.is('(', at)) {
      const inner = endOfFilled(cursor, columns, at + 1)
      if (inner === undefined || !cursor.is(')', inner)) return undefined
      at = inner + 1
    } else {
      const isColumn = columns.some(name => sameName(name, cursor.peek(at).text))
      if (!isColumn || !['IS', 'NOT', 'NULL'].every((word, i) => cursor.is(word, at + 1 + i)))
        return undefined
      at += 4
    }
    if (!cursor.is('AND', at)) return at
    at++
  }
}

function isPlainList(cursor: Cursor): boolean {
  if (!cursor.is('(')) return false
  for (let ahead = 1; !cursor.is(')', ahead); ahead++) {
    const { kind } = cursor.peek(ahead)
    if (kind === 'end' || cursor.is(';', ahead) || kind === 'operator' || kind === 'string') return false
    if (cursor.is('(', ahead) && cursor.peek(ahead + 1).kind !== 'number') return false
    if (cursor.is('(', ahead)) ahead += 2
  }
  return true
}
