import { findColumn, foldName, isTypeName, sameColumns, sameName, type Column } from '../../schema'
import type { ColumnDraft } from './draft'
import { readDefault, readExpressionText } from './read-default'
import { takeLiteNumbering } from './lite-numbering'
import { numberingOf } from './numbering'
import { startsNewItem } from './read-items'
import { joinBlankName, readName } from './read-names'
import { readReference } from './read-reference'
import { addPrimaryKey, addUnique, readCheck, readConstraintName } from './read-constraint'
import { MOST_COLUMNS, reportTooMany, skipConflict, type TableReader } from './table-reader'
import { readType } from './read-type'
import { numberingWords } from '../text/type-text'

/** Type names that are no likely name of a column: where one stands first, name and type were swapped. */
const NO_NAMES: ReadonlySet<string> = new Set([
  'INTEGER',
  'INT',
  'SMALLINT',
  'BIGINT',
  'VARCHAR',
  'VARCHAR2',
  'NVARCHAR',
  'CHAR',
  'NUMERIC',
  'DECIMAL',
  'BOOLEAN',
  'FLOAT',
  'REAL',
  'SERIAL',
])

/** A column with its type and its own constraints. */
export function readColumn(reader: TableReader): void {
  const { cursor, draft, table } = reader
  if (takeSwapped(reader)) return
  let name = readName(cursor, 'the name of a column')
  if (!name) {
    if (!cursor.is(',') && !cursor.is(')') && !cursor.isAtStatementEnd) {
      cursor.next()
      cursor.skipToComma()
    }
    return
  }
  name = joinBlankName(cursor, name)
  const read = readType(cursor, draft, name.name)
  const column: ColumnDraft = {
    name: name.name,
    type: read.type,
    notNull: read.notNull,
    default: null,
    generated: false,
    nameSpan: name.span,
    numbering: read.numbers ? { start: '1', step: '1' } : null,
    span: name.span,
  }
  for (const check of read.checks)
    table.checks.push({ name: null, expression: check.replace(/\bVALUE\b/gi, name.name), span: name.span })
  while (readColumnConstraint(reader, column)) continue
  if (read.unique && !(table.primaryKey && sameColumns(table.primaryKey.columns, [column.name])))
    addUnique(table, { name: null, columns: [column.name], nullsNotDistinct: false, span: name.span })
  column.span = { start: name.span.start, end: cursor.previous.end }
  addColumn(reader, column)
}

function addColumn(reader: TableReader, column: Column): void {
  const { cursor, table } = reader
  const isTwice = reader.seen
    ? reader.seen.has(foldName(column.name))
    : findColumn(table, column.name) !== undefined
  if (isTwice)
    cursor.report('names.duplicate-column', column.nameSpan, { table: table.name, column: column.name })
  else if (table.columns.length >= MOST_COLUMNS) reportTooMany(reader, column.nameSpan)
  else {
    reader.seen?.add(foldName(column.name))
    table.columns.push(column)
  }
}

/** `integer trip_no`: said once, and read as trip_no integer. */
function takeSwapped(reader: TableReader): boolean {
  const { cursor, table } = reader
  const type = cursor.peek()
  if (type.kind !== 'word' || !NO_NAMES.has(type.upper) || cursor.isOf('sqlite')) return false
  const size = cursor.is('(', 1) ? 4 : 1
  const name = cursor.peek(size)
  if (
    name.kind !== 'word' ||
    name.startsLine ||
    isTypeName(name.upper) ||
    (size === 1 && !/^[A-Z][\dA-Za-z]*_\w+$/.test(name.upper) && !cursor.is(',', 2)) ||
    (size === 4 && !cursor.is(')', 3))
  )
    return false
  if (
    [
      'NOT',
      'NULL',
      'PRIMARY',
      'UNIQUE',
      'REFERENCES',
      'DEFAULT',
      'CHECK',
      'CONSTRAINT',
      'UNSIGNED',
      'AUTO_INCREMENT',
    ].includes(name.upper)
  )
    return false
  const read = readType(cursor, reader.draft, name.text)
  cursor.next()
  const span = { start: type.start, end: name.end }
  const text = `${name.text} ${read.type.text}`
  cursor.report(
    'syntax.swapped',
    span,
    { column: name.text, type: read.type.text },
    { span, text, label: `Write ${text}` },
  )
  const column: ColumnDraft = {
    name: name.text,
    type: read.type,
    notNull: false,
    default: null,
    generated: false,
    nameSpan: { start: name.start, end: name.end },
    numbering: null,
    span,
  }
  while (readColumnConstraint(reader, column)) continue
  if (!table.columns.some(other => sameName(other.name, column.name)))
    addColumn(reader, { ...column, span: { start: span.start, end: cursor.previous.end } })
  return true
}

/** One constraint of a column; false when none stands there. */
export function readColumnConstraint(reader: TableReader, column: ColumnDraft): boolean {
  const { cursor, table, statement } = reader
  if (cursor.isAtStatementEnd || cursor.is(',') || cursor.is(')') || startsNewItem(reader)) return false
  const start = cursor.peek().start
  const name = readConstraintName(cursor)
  const own = [column.name]
  const span = () => ({ start, end: cursor.previous.end })
  if (cursor.is('IS') && cursor.peek(1).upper === 'NOT')
    cursor.reportSurplus('syntax.unexpected', cursor.next(), { found: 'IS' })
  if (cursor.areWords('NULL', 'NOT')) return takeNullNot(reader, column)
  if (cursor.takeLike('NOT')) readNot(reader, column)
  else if (cursor.take('NULL')) column.saysNull = { start, end: cursor.previous.end }
  else if (cursor.takeLike('PRIMARY')) {
    cursor.need('KEY')
    cursor.skipWords(['ASC', 'DESC'])
    skipClustered(reader)
    addPrimaryKey(cursor, table, { name, columns: own, nullsNotDistinct: false, span: span() })
    skipConflict(reader)
  } else if (cursor.takeLike('UNIQUE')) {
    if (cursor.is('KEY')) {
      const { start: from, end } = cursor.next()
      if (!cursor.isOf('mysql')) cursor.foreign({ start: from, end }, 'UNIQUE KEY', 'MySQL', '')
    }
    skipClustered(reader)
    addUnique(table, {
      name,
      columns: own,
      nullsNotDistinct: cursor.takeWords('NULLS', 'NOT', 'DISTINCT') || cursor.isOf('sqlserver'),
      span: span(),
    })
    cursor.takeWords('NULLS', 'DISTINCT')
    skipConflict(reader)
  } else if (cursor.is('FOREIGN') && cursor.areWords('FOREIGN', 'KEY', 'REFERENCES')) {
    const place = cursor.next()
    const { end } = cursor.next()
    cursor.next()
    if (!cursor.isOf('sqlserver'))
      cursor.foreign({ start: place.start, end }, 'FOREIGN KEY', 'SQL Server', '')
    table.references.push(readReference({ cursor, name, columns: own, statement, start }))
  } else if (cursor.takeLike('REFERENCES'))
    table.references.push(readReference({ cursor, name, columns: own, statement, start }))
  else if (cursor.takeLike('CHECK')) readCheck(reader, name, start)
  else if (cursor.takeLike('DEFAULT')) readDefault(reader, column)
  else if (cursor.takeLike('GENERATED')) readGenerated(reader, column)
  else return readMinor(reader, column) || skipUnknownWord(reader)
  return true
}

/**
 * A word that means nothing between the constraints of a column: passed over alone, so that what follows is
 * still read.
 */
function skipUnknownWord({ cursor }: TableReader): boolean {
  const following = cursor.peek(1).upper
  const goesOn = [
    'NOT',
    'NULL',
    'PRIMARY',
    'UNIQUE',
    'REFERENCES',
    'CHECK',
    'DEFAULT',
    'CONSTRAINT',
  ].includes(following)
  if (!cursor.isName() || !goesOn) return false
  cursor.reportSurplus('syntax.unexpected', cursor.next(), { found: cursor.previous.text })
  return true
}

function readNot({ cursor }: TableReader, column: ColumnDraft): void {
  if (cursor.takeLike('NULL')) column.notNull = true
  else if (cursor.take('ENFORCED') || cursor.takeWords('FOR', 'REPLICATION')) return
  else if (!cursor.takeLike('DEFERRABLE')) {
    column.notNull = true
    cursor.missingWord('NULL')
  }
}

function takeNullNot({ cursor }: TableReader, column: ColumnDraft): boolean {
  const { start } = cursor.next()
  const { end } = cursor.next()
  column.notNull = true
  cursor.report(
    'syntax.unexpected',
    { start, end },
    { found: 'NULL NOT' },
    { span: { start, end }, text: 'NOT NULL', label: 'Write NOT NULL' },
  )
  return true
}

function skipClustered({ cursor }: TableReader): void {
  const token = cursor.peek()
  if (!cursor.take('CLUSTERED') && !cursor.take('NONCLUSTERED')) return
  if (!cursor.isOf('sqlserver')) cursor.foreign(token, token.text, 'SQL Server', '')
}

function readMinor(reader: TableReader, column: ColumnDraft): boolean {
  const { cursor } = reader
  const token = cursor.peek()
  if (cursor.areWords('AUTO', 'INCREMENT')) {
    cursor.next()
    const { end } = cursor.next()
    column.numbering = { start: '1', step: '1' }
    const text = numberingWords(cursor.dialect)
    cursor.report(
      'syntax.misspelt-keyword',
      { start: token.start, end },
      { written: 'AUTO INCREMENT', meant: text },
      { span: { start: token.start, end }, text, label: `Write ${text}` },
    )
  } else if (cursor.isLike('AUTO_INCREMENT') || cursor.isLike('AUTOINCREMENT')) {
    cursor.next()
    column.numbering = { start: '1', step: '1' }
    const isLite = token.upper === 'AUTOINCREMENT'
    if (cursor.isOf('sqlite') && takeLiteNumbering(reader, column, token)) return true
    if (!isLite && token.upper !== 'AUTO_INCREMENT')
      cursor.misspelt(token, cursor.isOf('sqlite') ? 'AUTOINCREMENT' : numberingWords(cursor.dialect))
    else if (!cursor.isOf(isLite ? 'sqlite' : 'mysql'))
      cursor.foreign(
        token,
        token.text,
        isLite ? 'SQLite' : 'MySQL',
        cursor.isOf('sqlite') ? 'AUTOINCREMENT' : numberingWords(cursor.dialect),
      )
  } else if (cursor.take('IDENTITY') || (cursor.isOf('sqlserver') && cursor.takeLike('IDENTITY'))) {
    const [from = '1', step = '1'] = cursor.is('(')
      ? cursor
          .skipGroup()
          .split(',')
          .map(part => part.trim())
      : []
    column.numbering = { start: from, step }
    column.notNull = true
    if (!cursor.isOf('sqlserver'))
      cursor.foreign(
        { start: token.start, end: cursor.previous.end },
        cursor.textBetween(token.start, cursor.previous.end),
        'SQL Server',
        numberingWords(cursor.dialect),
      )
  } else if (cursor.take('COMMENT')) {
    cursor.take('=')
    column.comment = cursor.next().text
    if (!cursor.isOf('mysql'))
      cursor.foreign({ start: token.start, end: cursor.previous.end }, 'COMMENT', 'MySQL', '')
  } else if (cursor.take('COLLATE')) {
    cursor.next()
    while (cursor.take('.')) cursor.next()
  } else if (cursor.take('STORAGE') || cursor.take('COMPRESSION') || cursor.take('ENCODE')) cursor.next()
  else if (cursor.areWords('ON', 'UPDATE')) {
    cursor.next()
    cursor.next()
    readExpressionText(reader)
    if (!cursor.isOf('mysql'))
      cursor.foreign({ start: token.start, end: cursor.previous.end }, 'ON UPDATE of a column', 'MySQL', '')
  } else if (cursor.is('AS') && cursor.is('(', 1)) {
    cursor.next()
    readComputed(reader, column)
    if (cursor.isOf('iso')) cursor.foreign(token, 'AS', 'SQL Server and MySQL', 'GENERATED ALWAYS AS')
    else if (cursor.isOf('postgresql')) foreignComputed(reader, token.start, column)
  } else if (cursor.is('AS') && cursor.isOf('sqlserver')) {
    cursor.next()
    readBareComputed(reader, column)
  } else return takeHarmless(reader)
  return true
}

/** Words that say nothing about which rows are right. */
function takeHarmless(reader: TableReader): boolean {
  const { cursor } = reader
  if (
    cursor.takeWords('WITH', 'VALUES') ||
    cursor.takeWords('NOT', 'VALID') ||
    cursor.take('ROWGUIDCOL') ||
    cursor.take('SPARSE') ||
    cursor.take('INVISIBLE') ||
    cursor.take('VISIBLE') ||
    cursor.take('DEFERRABLE') ||
    cursor.takeWords('INITIALLY', 'DEFERRED') ||
    cursor.takeWords('INITIALLY', 'IMMEDIATE') ||
    cursor.take('ENABLE') ||
    cursor.take('DISABLE') ||
    cursor.take('FIRST') ||
    cursor.takeWords('NO', 'INHERIT')
  )
    return true
  if (cursor.is('AFTER') && cursor.isName(1)) {
    cursor.next()
    cursor.next()
    return true
  }
  if (cursor.is('KEY') && cursor.isOf('mysql', 'sqlserver')) {
    cursor.next()
    return true
  }
  if (cursor.is('CLUSTERED') || cursor.is('NONCLUSTERED')) {
    skipClustered(reader)
    return true
  }
  if (cursor.takeWords('USING', 'INDEX')) {
    if (cursor.is('(')) cursor.skipGroup()
    else if (cursor.take('TABLESPACE')) cursor.next()
    return true
  }
  if (cursor.is('WITH') && cursor.is('(', 1)) {
    cursor.next()
    cursor.skipGroup()
    return true
  }
  if (cursor.isOf('sqlserver') && cursor.is('ON') && cursor.isName(1)) {
    cursor.next()
    cursor.next()
    return true
  }
  return false
}

/** total AS (a + b), as other dialects write it: PostgreSQL keeps such a column only with all its words. */
function foreignComputed({ cursor }: TableReader, start: number, { generation }: ColumnDraft): void {
  cursor.foreign(
    { start, end: cursor.previous.end },
    'AS',
    'SQL Server and MySQL',
    `GENERATED ALWAYS AS (${generation!.expression}) STORED`,
  )
}

function readGenerated(reader: TableReader, column: ColumnDraft): void {
  const { cursor } = reader
  const { start } = cursor.previous
  const isAlways = cursor.takeLike('ALWAYS')
  if (!isAlways && cursor.takeLike('BY')) {
    cursor.need('DEFAULT')
    if (cursor.take('ON')) cursor.take('NULL')
  }
  cursor.need('AS')
  if (cursor.takeLike('IDENTITY')) {
    const options = cursor.is('(') ? cursor.skipGroup() : bareOptions(reader)
    column.numbering = { ...numberingOf(options), ...(isAlways ? { isAlways } : {}) }
    column.notNull = true
    if (cursor.isOf('mysql', 'sqlserver', 'sqlite'))
      cursor.foreign(
        { start, end: cursor.previous.end },
        'GENERATED AS IDENTITY',
        'ISO SQL',
        numberingWords(cursor.dialect),
      )
  } else if (cursor.is('(')) readComputed(reader, column)
}

/** Words that say how a column numbers itself, with the number after them. */
const NUMBERED: readonly (readonly string[])[] = [
  ['START', 'WITH'],
  ['INCREMENT', 'BY'],
  ['MAXVALUE'],
  ['MINVALUE'],
  ['CACHE'],
]
const UNNUMBERED = ['NOMAXVALUE', 'NOMINVALUE', 'NOCACHE', 'NOCYCLE', 'CYCLE', 'NOORDER', 'ORDER'] as const

/** The same options as Oracle takes them, without brackets. */
function bareOptions({ cursor }: TableReader): string {
  const { start } = cursor.peek()
  if (!cursor.isOf('oracle')) return ''
  for (;;)
    if (NUMBERED.some(words => cursor.takeWords(...words))) {
      if (cursor.peek().text === '-') cursor.next()
      cursor.next()
    } else if (!UNNUMBERED.some(word => cursor.take(word))) break
  return cursor.previous.end > start ? cursor.textBetween(start, cursor.previous.end) : ''
}

/** total AS a + b, as SQL Server takes it without brackets. */
function readBareComputed(reader: TableReader, column: ColumnDraft): void {
  const { cursor } = reader
  const expression = readExpressionText(reader)
  column.generated = true
  column.generation = { expression, stored: cursor.take('PERSISTED') }
}

function readComputed({ cursor }: TableReader, column: ColumnDraft): void {
  const expression = cursor.skipGroup()
  const stored = cursor.take('STORED') || cursor.take('PERSISTED') || cursor.take('PERSISTENT')
  if (!stored) cursor.take('VIRTUAL')
  column.generated = true
  column.generation = { expression, stored }
}
