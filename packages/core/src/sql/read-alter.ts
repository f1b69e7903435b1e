import { nearest } from '../findings'
import { sameName, type Column } from '../schema'
import type { Cursor } from './cursor'
import type { Draft, TableDraft } from './draft'
import { readName } from './read-names'
import { readColumn, readItem, tableKey, type TableReader } from './read-table'
import { readType } from './read-type'

/** ALTER TABLE name action, action ...: changes the table that was read before. */
export function readAlterTable(cursor: Cursor, draft: Draft, statement: number): void {
  cursor.takeWords('IF', 'EXISTS')
  cursor.take('ONLY')
  const name = readName(cursor, 'the name of a table')
  if (!name) return cursor.skipStatement()
  const table = draft.tables.get(tableKey(name.name))
  if (!table) {
    const near = nearest(name.name, [...draft.tables.values()].map(other => other.name)) ?? ''
    cursor.report('names.unknown-table', name.span, { table: name.name, near })
    return cursor.skipStatement()
  }
  const reader: TableReader = { cursor, draft, table, statement }
  do {
    readAction(reader)
    if (!cursor.is(',') && !cursor.isAtStatementEnd) {
      cursor.report('syntax.unexpected', cursor.peek(), { found: cursor.peek().text })
      while (!cursor.isAtStatementEnd && !cursor.is(',')) cursor.next()
    }
  } while (cursor.take(','))
}

function readAction(reader: TableReader): void {
  const { cursor, table } = reader
  if (cursor.takeLike('ADD')) readAdd(reader)
  else if (cursor.takeLike('DROP')) readDrop(reader)
  else if (cursor.takeLike('ALTER')) readAlterColumn(reader)
  else if (cursor.takeLike('MODIFY') || cursor.takeLike('CHANGE')) readModify(reader, cursor.previous.upper === 'CHANGE')
  else if (cursor.takeLike('RENAME')) readRename(reader)
  else if (cursor.is('OWNER') || cursor.is('SET') || cursor.is('ENABLE') || cursor.is('DISABLE') || cursor.is('VALIDATE') || cursor.is('ENGINE')) {
    while (!cursor.isAtStatementEnd && !cursor.is(',')) cursor.next()
  }
  else { cursor.report('syntax.unexpected', cursor.peek(), { found: cursor.peek().text || table.name }) }
}

function readAdd(reader: TableReader): void {
  const { cursor } = reader
  if (cursor.take('COLUMN')) {
    cursor.takeWords('IF', 'NOT', 'EXISTS')
    return readColumn(reader)
  }
  if (!cursor.take('(')) return readItem(reader)
  do readItem(reader)
  while (cursor.take(','))
  cursor.take(')')
}

function readDrop({ cursor, table }: TableReader): void {
  if (cursor.takeWords('PRIMARY', 'KEY')) {
    table.primaryKey = null
    return
  }
  const isConstraint = cursor.takeLike('CONSTRAINT') || cursor.takeWords('FOREIGN', 'KEY') || cursor.takeWords('INDEX') || cursor.takeWords('KEY')
  if (!isConstraint) cursor.take('COLUMN')
  cursor.takeWords('IF', 'EXISTS')
  const name = readName(cursor, 'a name')?.name
  if (!cursor.take('CASCADE')) cursor.take('RESTRICT')
  if (name === undefined) return
  if (isConstraint) dropConstraint(table, name)
  else dropColumn(table, name)
}

function dropConstraint(table: TableDraft, name: string): void {
  const isNamed = (other: { readonly name: string | null, readonly columns?: readonly string[] }, generated: string): boolean =>
    sameName(other.name ?? generated, name)
  if (table.primaryKey && isNamed(table.primaryKey, `${table.name}_pkey`)) table.primaryKey = null
  table.uniques = table.uniques.filter(key => !isNamed(key, `${table.name}_${key.columns.join('_')}_key`))
  table.references = table.references.filter(reference => !isNamed(reference, `${table.name}_${reference.columns.join('_')}_fkey`))
  table.checks = table.checks.filter(check => !isNamed(check, `${table.name}_check`))
}

function dropColumn(table: TableDraft, name: string): void {
  const without = (columns: readonly string[]): boolean => !columns.some(column => sameName(column, name))
  table.columns = table.columns.filter(column => !sameName(column.name, name))
  if (table.primaryKey && !without(table.primaryKey.columns)) table.primaryKey = null
  table.uniques = table.uniques.filter(key => without(key.columns))
  table.references = table.references.filter(reference => without(reference.columns))
}

function changeColumn(reader: TableReader, name: string, change: (column: Column) => Column): void {
  const { cursor, table } = reader
  const at = table.columns.findIndex(column => sameName(column.name, name))
  if (at >= 0) table.columns = table.columns.map((column, i) => i === at ? change(column) : column)
  else {
    const near = nearest(name, table.columns.map(column => column.name)) ?? ''
    cursor.report('references.unknown-column', cursor.previous, { table: table.name, column: name, owner: table.name, near })
  }
}

function readAlterColumn(reader: TableReader): void {
  const { cursor, draft } = reader
  cursor.takeLike('COLUMN')
  const name = readName(cursor, 'the name of a column')?.name ?? ''
  if (cursor.takeWords('SET', 'NOT', 'NULL')) changeColumn(reader, name, column => ({ ...column, notNull: true }))
  else if (cursor.takeWords('DROP', 'NOT', 'NULL')) changeColumn(reader, name, column => ({ ...column, notNull: false }))
  else if (cursor.takeWords('DROP', 'DEFAULT')) changeColumn(reader, name, column => ({ ...column, default: null }))
  else if (cursor.takeWords('SET', 'DEFAULT')) {
    const from = cursor.peek().start
    skipAction(cursor)
    const text = cursor.textBetween(from, cursor.previous.end)
    changeColumn(reader, name, column => ({ ...column, default: text }))
  }
  else if (cursor.takeWords('TYPE') || cursor.takeWords('SET', 'DATA', 'TYPE')) {
    const { type } = readType(cursor, draft, name)
    if (cursor.is('USING')) skipAction(cursor)
    changeColumn(reader, name, column => ({ ...column, type }))
  }
  else if (cursor.takeWords('ADD', 'GENERATED')) {
    skipAction(cursor)
    changeColumn(reader, name, column => ({ ...column, numbering: { start: '1', step: '1' } }))
  }
  else { skipAction(cursor) }
}

function skipAction(cursor: Cursor): void {
  while (!cursor.isAtStatementEnd && !cursor.is(',')) {
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
}

/** MODIFY column definition, CHANGE old new definition (MySQL): the definition takes the column's place. */
function readModify(reader: TableReader, renames: boolean): void {
  const { cursor, table } = reader
  cursor.take('COLUMN')
  const old = renames ? readName(cursor, 'the name of a column')?.name : cursor.peek().text
  const at = table.columns.findIndex(column => sameName(column.name, old ?? ''))
  if (at < 0) return readColumn(reader)
  const [before] = table.columns.splice(at, 1)
  const count = table.columns.length
  readColumn(reader)
  const added = table.columns.length > count ? table.columns.pop() : before
  if (added) table.columns.splice(at, 0, added)
}

function readRename(reader: TableReader): void {
  const { cursor, draft, table } = reader
  if (cursor.take('TO')) {
    const to = readName(cursor, 'the new name')?.name
    if (to !== undefined) renameTable(draft, table, to)
    return
  }
  if (cursor.take('CONSTRAINT')) return skipAction(cursor)
  cursor.take('COLUMN')
  const from = readName(cursor, 'the name of a column')?.name
  cursor.take('TO')
  const to = readName(cursor, 'the new name')?.name
  if (from !== undefined && to !== undefined) renameColumn(reader, from, to)
}

function renameTable(draft: Draft, table: TableDraft, to: string): void {
  draft.tables.delete(tableKey(table.name))
  for (const other of draft.tables.values()) {
    other.references = other.references.map(reference => sameName(reference.table, table.name) ? { ...reference, table: to } : reference)
  }
  table.name = to
  draft.tables.set(tableKey(to), table)
}

function renameColumn(reader: TableReader, from: string, to: string): void {
  const { table, draft } = reader
  const renamed = (columns: readonly string[]): string[] => columns.map(column => sameName(column, from) ? to : column)
  changeColumn(reader, from, column => ({ ...column, name: to }))
  if (table.primaryKey) table.primaryKey = { ...table.primaryKey, columns: renamed(table.primaryKey.columns) }
  table.uniques = table.uniques.map(key => ({ ...key, columns: renamed(key.columns) }))
  table.references = table.references.map(reference => ({ ...reference, columns: renamed(reference.columns) }))
  for (const other of draft.tables.values()) {
    other.references = other.references.map(reference => sameName(reference.table, table.name) && reference.targetColumns
      ? { ...reference, targetColumns: renamed(reference.targetColumns) }
      : reference)
  }
}
