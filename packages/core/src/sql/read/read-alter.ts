import { nearest } from '../../language'
import { sameName, type Column } from '../../schema'
import type { Cursor } from '../text/cursor'
import type { Draft, TableDraft, ColumnDraft } from './draft'
import { mendConditions } from './mend-condition'
import { readName, readColumnList } from './read-names'
import { readColumn, readColumnConstraint } from './read-column'
import { reportLateConstraint, reportModify, reportNoAction } from './foreign-alter'
import { isConstraintAhead } from './read-items'
import { readItem } from './read-table'
import { tableKey, type TableReader } from './table-reader'
import { sequenceIn } from './read-default'
import { readType } from './read-type'

/** ALTER TABLE name action, action ...: changes the table that was read before. */
export function readAlterTable(
  cursor: Cursor,
  draft: Draft,
  { index: statement, start }: { readonly index: number; readonly start: number },
): string | null {
  cursor.takeWords('IF', 'EXISTS')
  cursor.take('ONLY')
  const name = readName(cursor, 'the name of a table')
  if (!name) {
    cursor.skipStatement()
    return null
  }
  const table = draft.tables.get(tableKey(name.name))
  if (!table) {
    const near =
      nearest(
        name.name,
        [...draft.tables.values()].map(other => other.name),
      ) ?? ''
    cursor.report(
      'names.unknown-table',
      name.span,
      { table: name.name, near },
      near === '' ? undefined : { span: name.span, text: near, label: `Write ${near}` },
    )
    if (near === '') {
      cursor.skipStatement()
      return name.name
    }
  }
  const reader: TableReader = {
    cursor,
    draft,
    table:
      table ??
      draft.tables.get(
        tableKey(
          nearest(
            name.name,
            [...draft.tables.values()].map(other => other.name),
          )!,
        ),
      )!,
    statement,
  }
  const checks = reader.table.checks.length
  let adds = false
  do {
    const place = cursor.place
    adds = readAction(reader, adds, start)
    if (!cursor.is(',') && !cursor.isAtStatementEnd && !cursor.isAtNextStatement) {
      cursor.report('syntax.unexpected', cursor.peek(), { found: cursor.peek().text })
      while (!cursor.isAtStatementEnd && !cursor.is(',')) cursor.next()
    }
    if (cursor.place === place) break
  } while (cursor.take(','))
  if (reader.table.checks.length > checks) mendConditions(cursor, reader.table, checks)
  return name.name
}

/** Gives whether the action was ADD: SQL Server and SQLite go on adding after a comma without the word. */
function readAction(reader: TableReader, adds: boolean, start: number): boolean {
  const { cursor, table } = reader
  if (cursor.is('WITH') && ['CHECK', 'NOCHECK'].includes(cursor.peek(1).upper)) {
    cursor.next()
    cursor.next()
  }
  if (cursor.is('DROP')) readDrops(reader)
  else if (cursor.is('ALTER')) {
    cursor.next()
    readAlterColumn(reader)
  } else if (cursor.is('MODIFY') || cursor.is('CHANGE')) {
    cursor.next()
    readModify(reader, cursor.previous.upper === 'CHANGE')
  } else if (cursor.is('RENAME')) {
    cursor.next()
    readRename(reader)
  } else if (MINOR.has(cursor.peek().upper)) skipAction(cursor)
  else if (cursor.takeLike('ADD')) {
    readAdd(reader, start)
    return true
  } else if (adds && cursor.isName()) {
    readItem(reader)
    return true
  } else if (cursor.takeLike('RENAME')) readRename(reader)
  else if (cursor.isLike('DROP')) readDrops(reader)
  else if (cursor.is('CONSTRAINT') || cursor.is('PRIMARY') || cursor.is('FOREIGN')) {
    cursor.missingWord('ADD')
    readItem(reader)
  } else cursor.report('syntax.unexpected', cursor.peek(), { found: cursor.peek().text || table.name })
  return false
}

/** Actions that change nothing about which rows are right. */
const MINOR: ReadonlySet<string> = new Set([
  'OWNER',
  'SET',
  'ENABLE',
  'DISABLE',
  'VALIDATE',
  'ENGINE',
  'CHECK',
  'NOCHECK',
  'CONVERT',
  'ORDER',
  'DEFAULT',
  'CHARSET',
  'AUTO_INCREMENT',
  'COMMENT',
  'CLUSTER',
  'REPLICA',
  'INHERIT',
  'ATTACH',
  'DETACH',
  'ROW_FORMAT',
  'COLLATE',
  'CHARACTER',
  'LOGGING',
  'NOLOGGING',
  'MOVE',
  'SHRINK',
  'PARTITION',
  'REBUILD',
  'FORCE',
  'NO',
  'ALGORITHM',
  'LOCK',
  'TABLESPACE',
  'READ',
  'INMEMORY',
  'CACHE',
  'RESET',
  'STORAGE',
  'PACK_KEYS',
  'CHECKSUM',
  'REORGANIZE',
  'COALESCE',
  'ANALYZE',
  'OPTIMIZE',
  'SWITCH',
  'OF',
])

function readAdd(reader: TableReader, statementStart: number): void {
  const { cursor } = reader
  const hasWord = cursor.take('COLUMN')
  if (hasWord) {
    if (cursor.isOf('sqlserver', 'oracle'))
      cursor.foreign(cursor.previous, 'COLUMN after ADD', 'other dialects', '')
    cursor.takeWords('IF', 'NOT', 'EXISTS')
    if (!cursor.is('(')) return readColumn(reader)
  }
  const { start } = cursor.peek()
  const isConstraint = isConstraintAhead(reader)
  if (cursor.is('(')) return readBracketed(reader)
  readItem(reader)
  if (isConstraint && cursor.isOf('sqlite')) reportLateConstraint(reader, statementStart, start)
}

/** ADD (a int, b int), as MySQL and Oracle have it. */
function readBracketed(reader: TableReader): void {
  const { cursor } = reader
  const open = cursor.next()
  const items: string[] = []
  do {
    const { start } = cursor.peek()
    readItem(reader)
    items.push(cursor.textBetween(start, cursor.previous.end))
  } while (cursor.take(','))
  if (!cursor.take(')'))
    return cursor.reportMissing(
      'syntax.missing-bracket',
      { bracket: ')', where: `after "${cursor.previous.text}"` },
      ')',
      'Close the bracket',
    )
  const text = items.join(cursor.isOf('sqlserver') ? ', ' : ', ADD COLUMN ')
  if (!cursor.isOf('mysql', 'oracle'))
    cursor.foreign(
      { start: open.start, end: cursor.previous.end },
      'Columns in brackets after ADD',
      'MySQL and Oracle',
      text,
    )
}

/** DROP COLUMN a, b (SQL Server), DROP (a, b) (Oracle), or one thing at a time. */
function readDrops(reader: TableReader): void {
  const { cursor } = reader
  cursor.misspelt(cursor.next(), 'DROP')
  if (cursor.is('(')) {
    for (const column of readColumnList(cursor, false)) noteDropped(reader, column)
    return cursor.skipWords(['CASCADE', 'CONSTRAINTS'])
  }
  readDrop(reader)
  while (
    cursor.isOf('sqlserver') &&
    cursor.is(',') &&
    cursor.isName(1) &&
    !['ADD', 'DROP', 'ALTER'].includes(cursor.peek(1).upper)
  ) {
    cursor.next()
    readDrop(reader)
  }
}

function readDrop(reader: TableReader): void {
  const { cursor, table } = reader
  if (cursor.takeWords('PRIMARY', 'KEY')) {
    table.primaryKey = null
    return
  }
  const isConstraint =
    cursor.takeLike('CONSTRAINT') ||
    cursor.takeWords('FOREIGN', 'KEY') ||
    cursor.takeWords('INDEX') ||
    cursor.takeWords('KEY')
  if (!isConstraint) cursor.take('COLUMN')
  cursor.takeWords('IF', 'EXISTS')
  const name = readName(cursor, 'a name')?.name
  cursor.skipWords(['CASCADE', 'RESTRICT', 'CONSTRAINTS'])
  if (name === undefined) return
  if (isConstraint) dropConstraint(table, name)
  else noteDropped(reader, name)
}

/** Takes the column away, and says so to who follows the rows. */
function noteDropped({ cursor, draft, table, statement }: TableReader, column: string): void {
  const { start, end } = cursor.previous
  draft.changes.push({
    kind: 'drop column',
    name: table.name,
    set: [],
    column,
    where: [],
    span: { start, end },
    statement,
  })
  dropColumn(table, column)
}

function dropConstraint(table: TableDraft, name: string): void {
  const isNamed = (
    other: { readonly name: string | null; readonly columns?: readonly string[] },
    generated: string,
  ): boolean => sameName(other.name ?? generated, name)
  if (table.primaryKey && isNamed(table.primaryKey, `${table.name}_pkey`)) table.primaryKey = null
  table.uniques = table.uniques.filter(key => !isNamed(key, `${table.name}_${key.columns.join('_')}_key`))
  table.references = table.references.filter(
    reference => !isNamed(reference, `${table.name}_${reference.columns.join('_')}_fkey`),
  )
  table.checks = table.checks.filter(check => !isNamed(check, `${table.name}_check`))
  table.indexes = table.indexes.filter(index => index.name === null || !sameName(index.name, name))
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
  if (at >= 0) table.columns = table.columns.map((column, i) => (i === at ? change(column) : column))
  else {
    const near =
      nearest(
        name,
        table.columns.map(column => column.name),
      ) ?? ''
    cursor.report('references.unknown-column', cursor.previous, {
      table: table.name,
      column: name,
      owner: table.name,
      near,
    })
  }
}

function readAlterColumn(reader: TableReader): void {
  const { cursor, draft } = reader
  cursor.takeLike('COLUMN')
  const name = readName(cursor, 'the name of a column')?.name ?? ''
  if (cursor.takeWords('SET', 'NOT', 'NULL'))
    changeColumn(reader, name, column => ({ ...column, notNull: true }))
  else if (cursor.takeWords('DROP', 'NOT', 'NULL'))
    changeColumn(reader, name, column => ({ ...column, notNull: false }))
  else if (cursor.takeWords('DROP', 'DEFAULT'))
    changeColumn(reader, name, column => ({ ...column, default: null }))
  else if (cursor.takeWords('SET', 'DEFAULT')) {
    const from = cursor.peek().start
    skipAction(cursor)
    const text = cursor.textBetween(from, cursor.previous.end)
    changeColumn(reader, name, column => ({
      ...column,
      default: text,
      numbering: sequenceIn(text, draft) ?? column.numbering,
    }))
  } else if (cursor.takeWords('TYPE') || cursor.takeWords('SET', 'DATA', 'TYPE')) {
    if (cursor.isOf('sqlserver', 'mysql', 'oracle'))
      cursor.foreign(cursor.previous, 'ALTER COLUMN … TYPE', 'PostgreSQL')
    const { type } = readType(cursor, draft, name)
    if (cursor.is('USING')) skipAction(cursor)
    changeColumn(reader, name, column => ({ ...column, type }))
  } else if (cursor.isName() && !['SET', 'DROP', 'ADD', 'RESTART'].includes(cursor.peek().upper))
    readNewType(reader, name)
  else if (cursor.takeWords('ADD', 'GENERATED')) {
    skipAction(cursor)
    changeColumn(reader, name, column => ({ ...column, numbering: { start: '1', step: '1' } }))
  } else {
    skipAction(cursor)
  }
}

/** ALTER COLUMN c type [NOT NULL] (SQL Server). */
function readNewType(reader: TableReader, name: string): void {
  const { cursor, draft } = reader
  const { start } = cursor.peek()
  const { type } = readType(cursor, draft, name)
  const notNull = cursor.takeWords('NOT', 'NULL')
  cursor.take('NULL')
  changeColumn(reader, name, column => ({
    ...column,
    type,
    notNull: notNull || (column.notNull && !cursor.isOf('sqlserver')),
  }))
  if (!cursor.isOf('sqlserver'))
    cursor.foreign(
      { start, end: cursor.previous.end },
      'ALTER COLUMN with a type',
      'SQL Server',
      notNull || cursor.isOf('mysql', 'oracle') ? undefined : `TYPE ${type.text}`,
    )
}

function skipAction(cursor: Cursor): void {
  while (!cursor.isAtStatementEnd && !cursor.is(',')) {
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
}

/**
 * MODIFY column definition, CHANGE old new definition (MySQL, Oracle): the definition takes the column's
 * place; Oracle's may be a part of it, and in brackets.
 */
function readModify(reader: TableReader, renames: boolean): void {
  const { cursor } = reader
  const { start } = cursor.previous
  if (cursor.takeWords('CONSTRAINT')) return skipAction(cursor)
  if (!cursor.take('(')) {
    modifyColumn(reader, renames)
    return reportForeignModify(reader, start, renames)
  }
  do modifyColumn(reader, false)
  while (cursor.take(','))
  cursor.take(')')
  if (!cursor.isOf('mysql', 'oracle'))
    reportNoAction(
      cursor,
      start,
      'ALTER TABLE … MODIFY with brackets',
      'Use ALTER COLUMN, once for each column.',
    )
}

/** Tells MODIFY and CHANGE where they are not known; the new definition was read. */
function reportForeignModify(reader: TableReader, start: number, renames: boolean): void {
  const { cursor } = reader
  if (cursor.isOf('mysql') || (cursor.isOf('oracle') && !renames)) return
  if (renames)
    return reportNoAction(
      cursor,
      start,
      'ALTER TABLE … CHANGE',
      'Rename the column by RENAME COLUMN … TO, then change its type.',
    )
  const words = cursor.script.slice(start, cursor.previous.end).split(/\s+/).slice(1)
  if (words[0]?.toUpperCase() === 'COLUMN') words.shift()
  const column = reader.table.columns.find(({ name }) =>
    sameName(name, (words[0] ?? '').replaceAll(/["`[\]]/g, '')),
  )
  if (!column) return reportNoAction(cursor, start, 'ALTER TABLE … MODIFY', 'Use ALTER COLUMN.')
  const notNull = words.slice(-2).join(' ').toUpperCase() === 'NOT NULL'
  const definition = words.slice(1, notNull ? -2 : undefined).join(' ')
  reportModify(reader, start, column.name, {
    type: column.type.text,
    notNull,
    isPlain: definition === column.type.text,
  })
}

function modifyColumn(reader: TableReader, renames: boolean): void {
  const { cursor, table } = reader
  cursor.take('COLUMN')
  const old = renames ? readName(cursor, 'the name of a column')?.name : cursor.peek().text
  const at = table.columns.findIndex(column => sameName(column.name, old ?? ''))
  if (at < 0) return readColumn(reader)
  const before = table.columns[at]!
  if (
    ['NOT', 'NULL', 'DEFAULT', 'CONSTRAINT', 'PRIMARY', 'UNIQUE', 'REFERENCES', 'CHECK'].includes(
      cursor.peek(1).upper,
    )
  )
    return modifyPart(reader, before, at)
  table.columns.splice(at, 1)
  const count = table.columns.length
  readColumn(reader)
  const added = table.columns.length > count ? table.columns.pop()! : before
  table.columns.splice(
    at,
    0,
    cursor.isOf('oracle')
      ? {
          ...added,
          notNull: added.notNull || before.notNull,
          default: added.default ?? before.default,
          numbering: added.numbering ?? before.numbering,
        }
      : added,
  )
}

/** MODIFY c NOT NULL (Oracle): the type stays. */
function modifyPart(reader: TableReader, before: Column, at: number): void {
  const { cursor, table } = reader
  cursor.next()
  const column: ColumnDraft = { ...before, notNull: before.notNull && !cursor.is('NULL') }
  while (readColumnConstraint(reader, column)) continue
  table.columns.splice(at, 1, column)
}

function readRename(reader: TableReader): void {
  const { cursor, draft, table } = reader
  if (cursor.take('TO') || (cursor.isOf('mysql') && cursor.take('AS'))) {
    const to = readName(cursor, 'the new name')?.name
    if (to !== undefined) renameTable(draft, table, to)
    return
  }
  if (cursor.take('CONSTRAINT') || cursor.take('INDEX') || cursor.take('KEY')) return skipAction(cursor)
  cursor.take('COLUMN')
  const from = readName(cursor, 'the name of a column')?.name
  cursor.take('TO')
  const to = readName(cursor, 'the new name')?.name
  if (from !== undefined && to !== undefined) renameColumn(reader, from, to)
}

function renameTable(draft: Draft, table: TableDraft, to: string): void {
  draft.tables.delete(tableKey(table.name))
  for (const other of draft.tables.values()) {
    other.references = other.references.map(reference =>
      sameName(reference.table, table.name) ? { ...reference, table: to } : reference,
    )
  }
  table.name = to
  draft.tables.set(tableKey(to), table)
}

function renameColumn(reader: TableReader, from: string, to: string): void {
  const { table, draft } = reader
  const renamed = (columns: readonly string[]): string[] =>
    columns.map(column => (sameName(column, from) ? to : column))
  changeColumn(reader, from, column => ({ ...column, name: to }))
  if (table.primaryKey) table.primaryKey = { ...table.primaryKey, columns: renamed(table.primaryKey.columns) }
  table.uniques = table.uniques.map(key => ({ ...key, columns: renamed(key.columns) }))
  table.references = table.references.map(reference => ({
    ...reference,
    columns: renamed(reference.columns),
  }))
  for (const other of draft.tables.values()) {
    other.references = other.references.map(reference =>
      sameName(reference.table, table.name) && reference.targetColumns
        ? { ...reference, targetColumns: renamed(reference.targetColumns) }
        : reference,
    )
  }
}
