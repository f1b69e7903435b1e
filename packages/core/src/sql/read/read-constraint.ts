import type { Span } from '../../findings'
import { TAKEN_FROM_ANOTHER, findColumn, foldName, sameColumns, type Key } from '../../schema'
import type { Cursor } from '../text/cursor'
import type { TableDraft } from './draft'
import { startsNewItem } from './read-items'
import { readColumnList, readName } from './read-names'
import { readReference, skipDeferral } from './read-reference'
import { skipConflict, type TableReader } from './table-reader'
import { quoteName } from '../text/quote-name'

const KINDS: readonly string[] = ['PRIMARY', 'FOREIGN', 'UNIQUE', 'CHECK']

/** A constraint of the table; its leading CONSTRAINT name may stand or not. */
export function readTableConstraint(reader: TableReader): void {
  const { cursor, table } = reader
  const start = cursor.peek().start
  const name = readConstraintName(cursor)
  const references = table.references.length
  const span = (): Span => ({ start, end: cursor.previous.end })
  if (cursor.takeLike('PRIMARY')) {
    cursor.need('KEY')
    const given = nameAfter(reader, name)
    skipKeyWords(reader)
    addPrimaryKey(cursor, table, {
      name: given,
      columns: readColumnList(cursor, true),
      nullsNotDistinct: false,
      span: span(),
    })
  } else if (cursor.takeLike('FOREIGN')) readForeignKey(reader, name, start)
  else if (cursor.takeLike('UNIQUE')) readUnique(reader, name, span)
  else if (cursor.takeLike('CHECK')) readCheck(reader, name, start)
  else if (cursor.is('EXCLUDE')) {
    cursor.skipToComma()
    table.unmodelled.push({ what: 'EXCLUDE', span: span() })
  } else if (cursor.is('DEFAULT') && cursor.isOf('sqlserver')) readDefaultFor(reader)
  else readMinorConstraint(reader)
  skipConflict(reader)
  skipStorage(reader)
  skipDeferral(cursor, table, table.references.length > references)
}

/** CONSTRAINT and a name; only the word where the name was forgotten. */
export function readConstraintName(cursor: Cursor): string | null {
  if (!cursor.isLike('CONSTRAINT') || cursor.is('(', 1)) return null
  const word = cursor.next()
  cursor.misspelt(word, 'CONSTRAINT')
  const { kind, upper } = cursor.peek()
  const following = cursor.peek(1).upper
  const nameMissing =
    [...KINDS, 'NOT', 'REFERENCES'].includes(upper) &&
    ![...KINDS, 'NOT', 'REFERENCES', 'NULL', 'DEFAULT'].includes(following)
  const isBare =
    nameMissing ||
    (upper === 'NOT' && following === 'NULL') ||
    (upper === 'PRIMARY' && following === 'KEY') ||
    (upper === 'FOREIGN' && following === 'KEY')
  if (!isBare && (kind === 'word' || kind === 'quoted' || kind === 'string'))
    return readName(cursor, 'the name of a constraint')?.name ?? null
  if (!cursor.isOf('mysql'))
    cursor.reportSurplus(
      'syntax.missing-name',
      { start: word.start, end: cursor.peek().start },
      { expected: 'a name after CONSTRAINT', found: cursor.peek().text || 'the end' },
    )
  return null
}

/** A name after the kind of constraint: MySQL gives keys their names there, elsewhere it belongs before. */
function nameAfter({ cursor }: TableReader, before: string | null): string | null {
  if (!cursor.isName() || !cursor.is('(', 1) || ['CLUSTERED', 'NONCLUSTERED'].includes(cursor.peek().upper))
    return before
  const token = cursor.next()
  if (!cursor.isOf('mysql'))
    cursor.foreign(token, `The name ${token.text} after the kind of key`, 'MySQL', '')
  return before ?? token.text
}

function skipKeyWords({ cursor }: TableReader): void {
  for (;;) {
    const token = cursor.peek()
    if (cursor.take('CLUSTERED') || cursor.take('NONCLUSTERED') || cursor.take('HASH')) {
      if (!cursor.isOf('sqlserver')) cursor.foreign(token, token.text, 'SQL Server', '')
    } else if (cursor.is('USING') && cursor.isName(1) && cursor.is('(', 2)) {
      cursor.next()
      cursor.next()
    } else return
  }
}

/** What says where a key is kept: USING INDEX, WITH (...), ON [PRIMARY], KEY_BLOCK_SIZE ... */
function skipStorage(reader: TableReader): void {
  const { cursor } = reader
  for (;;) {
    if (cursor.takeWords('USING', 'INDEX')) {
      if (cursor.isOf('oracle')) skipIndexWords(reader)
      else if (cursor.is('(')) cursor.skipGroup()
      else if (cursor.take('TABLESPACE') || cursor.isName()) cursor.next()
    } else if (cursor.is('USING') && cursor.isName(1) && cursor.isOf('mysql')) {
      cursor.next()
      cursor.next()
    } else if (cursor.is('WITH') && cursor.is('(', 1)) {
      cursor.next()
      cursor.skipGroup()
    } else if (cursor.is('ON') && cursor.isOf('sqlserver') && cursor.isName(1)) {
      cursor.next()
      cursor.next()
      if (cursor.is('(')) cursor.skipGroup()
    } else if (cursor.is('KEY_BLOCK_SIZE') || (cursor.is('COMMENT') && cursor.isOf('mysql'))) {
      cursor.next()
      cursor.take('=')
      cursor.next()
    } else if (cursor.is('INCLUDE') && cursor.is('(', 1)) {
      cursor.next()
      cursor.skipGroup()
    } else return
  }
}

const INDEX_WORDS: ReadonlySet<string> = new Set([
  'TABLESPACE',
  'STORAGE',
  'PCTFREE',
  'INITRANS',
  'MAXTRANS',
  'COMPUTE',
  'ENABLE',
  'DISABLE',
  'LOGGING',
  'NOLOGGING',
  'LOCAL',
  'GLOBAL',
  'REVERSE',
  'ONLINE',
  'COMPRESS',
  'NOCOMPRESS',
  'VALIDATE',
  'NOVALIDATE',
  'RELY',
  'NORELY',
])

/**
 * USING INDEX PCTFREE 10 STORAGE (...) TABLESPACE users ENABLE: all that Oracle says of the index of a key.
 */
function skipIndexWords(reader: TableReader): void {
  const { cursor } = reader
  while (
    !cursor.isAtStatementEnd &&
    !cursor.is(',') &&
    !cursor.is(')') &&
    !(cursor.peek().startsLine && !INDEX_WORDS.has(cursor.peek().upper) && startsNewItem(reader))
  ) {
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
}

function readForeignKey(reader: TableReader, before: string | null, start: number): void {
  const { cursor, table, statement } = reader
  cursor.need('KEY')
  const name = nameAfter(reader, before)
  if (cursor.isLike('REFERENCES') && !cursor.is('(')) return readWithoutColumns(reader, name, start)
  const columns = readColumnList(cursor, true)
  if (!cursor.takeLike('REFERENCES')) {
    if (!cursor.isName() || cursor.peek().startsLine) {
      cursor.report('syntax.missing-name', cursor.peek(), {
        expected: 'REFERENCES and a table',
        found: cursor.peek().text || 'the end',
      })
      return
    }
    cursor.missingWord('REFERENCES')
  }
  table.references.push(readReference({ cursor, name, columns, statement, start }))
}

/**
 * FOREIGN KEY REFERENCES trip (trip_no): the columns of this table are forgotten. Those that are called like
 * the target's, or like the target, are meant.
 */
function readWithoutColumns(
  { cursor, table, statement }: TableReader,
  name: string | null,
  start: number,
): void {
  const place = cursor.previous
  cursor.misspelt(cursor.next(), 'REFERENCES')
  const reference = readReference({ cursor, name, columns: [], statement, start })
  const keys = reference.targetColumns ?? []
  const named = [keys, keys.map(key => `${reference.table}_${key}`), [reference.table]].find(
    names => names.length > 0 && names.every(column => findColumn(table, column)),
  )
  const columns = (named ?? []).map(column => findColumn(table, column)!.name)
  const text = ` (${columns.map(column => quoteName(column, cursor.dialect)).join(', ')})`
  cursor.report(
    'syntax.missing-name',
    place,
    { expected: 'the columns in brackets', found: 'REFERENCES' },
    columns.length > 0
      ? { span: { start: place.end, end: place.end }, text, label: `Write${text}` }
      : undefined,
  )
  if (columns.length > 0) table.references.push({ ...reference, columns })
}

function readUnique(reader: TableReader, before: string | null, span: () => Span): void {
  const { cursor, table } = reader
  const { end: from } = cursor.previous
  let name = before
  const hadWord = cursor.take('KEY') || cursor.take('INDEX')
  if (cursor.isName() && cursor.is('(', 1) && !['CLUSTERED', 'NONCLUSTERED'].includes(cursor.peek().upper))
    name = before ?? cursor.next().text
  else if (cursor.isName() && cursor.is('USING', 1)) name = before ?? cursor.next().text
  const isMySql = hadWord || (name !== before && name !== null)
  if (isMySql && !cursor.isOf('mysql'))
    foreignUnique(cursor, span().start, from, before === null ? name : null)
  skipKeyWords(reader)
  let nullsNotDistinct = cursor.takeWords('NULLS', 'NOT', 'DISTINCT')
  cursor.takeWords('NULLS', 'DISTINCT')
  nullsNotDistinct ||= cursor.isOf('sqlserver')
  const columns = readColumnList(cursor, true)
  addUnique(table, { name, columns, nullsNotDistinct, span: span() })
}

/** UNIQUE KEY name (MySQL): the name belongs before it, after CONSTRAINT. */
function foreignUnique(cursor: Cursor, start: number, from: number, name: string | null): void {
  const { end } = cursor.previous
  if (name === null) return cursor.foreign({ start: from, end }, cursor.textBetween(from, end), 'MySQL', '')
  cursor.foreign(
    { start, end },
    cursor.textBetween(start, end),
    'MySQL',
    `CONSTRAINT ${quoteName(name, cursor.dialect)} UNIQUE`,
  )
}

/** What follows CHECK. */
export function readCheck({ cursor, table }: TableReader, name: string | null, start: number): void {
  cursor.takeWords('NOT', 'FOR', 'REPLICATION')
  if (cursor.is('('))
    table.checks.push({ name, expression: cursor.skipGroup(), span: { start, end: cursor.previous.end } })
  else {
    const from = cursor.peek().start
    cursor.skipToComma()
    const span = { start: from, end: Math.max(from, cursor.previous.end) }
    const expression = cursor.script.slice(span.start, span.end)
    if (expression === '')
      cursor.report('syntax.missing-name', cursor.peek(), {
        expected: 'a condition in brackets',
        found: cursor.peek().text || 'the end',
      })
    else {
      cursor.report(
        'syntax.missing-bracket',
        span,
        { bracket: '( )', where: `around "${expression}"` },
        { span, text: `(${expression})`, label: 'Put the brackets' },
      )
      table.checks.push({ name, expression, span: { start, end: span.end } })
    }
  }
  for (;;) {
    if (
      !cursor.takeWords('NO', 'INHERIT') &&
      !cursor.takeWords('NOT', 'VALID') &&
      !cursor.takeWords('NOT', 'ENFORCED') &&
      !cursor.take('ENFORCED') &&
      !(cursor.isOf('oracle') && (cursor.take('ENABLE') || cursor.take('DISABLE')))
    )
      return
  }
}

/** CONSTRAINT name DEFAULT value FOR column (SQL Server, in ALTER TABLE). */
function readDefaultFor({ cursor, table }: TableReader): void {
  cursor.next()
  const from = cursor.peek().start
  while (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is('FOR')) {
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
  const value = cursor.textBetween(from, cursor.previous.end)
  if (!cursor.take('FOR')) return
  const name = readName(cursor, 'the name of a column')?.name
  cursor.takeWords('WITH', 'VALUES')
  if (name !== undefined)
    table.columns = table.columns.map(column =>
      foldName(column.name) === foldName(name) ? { ...column, default: value } : column,
    )
}

/** LIKE other, and index lines: nothing that holds rows back. */
function readMinorConstraint(reader: TableReader): void {
  const { cursor, table } = reader
  const token = cursor.peek()
  const before = cursor.previous
  if (['KEY', 'INDEX', 'FULLTEXT', 'SPATIAL'].includes(token.upper)) {
    cursor.next()
    cursor.skipWords(['KEY', 'INDEX'])
    const name = cursor.isName() && !cursor.is('(') ? cursor.next().text : null
    if (cursor.take('USING')) cursor.next()
    cursor.skipWords(['UNIQUE', 'CLUSTERED', 'NONCLUSTERED'])
    const columns = cursor.is('(') ? readColumnList(cursor, false) : []
    while (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is(')') && !startsNewItem(reader)) {
      if (cursor.is('(')) cursor.skipGroup()
      else cursor.next()
    }
    const span = { start: token.start, end: cursor.previous.end }
    table.indexes.push({ name, columns, span })
    if (!cursor.isOf('mysql', 'sqlserver'))
      cursor.foreign(
        before.text === ',' ? { start: before.start, end: span.end } : span,
        token.text,
        'MySQL',
        '',
      )
    return
  }
  cursor.skipToComma()
  if (token.upper === 'LIKE')
    table.unmodelled.push({
      what: TAKEN_FROM_ANOTHER,
      span: { start: token.start, end: cursor.previous.end },
    })
}

export function addPrimaryKey(cursor: Cursor, table: TableDraft, key: Key): void {
  if (table.primaryKey) cursor.report('keys.two-primary', key.span, { table: table.name })
  else if (key.columns.length > 0) table.primaryKey = key
}

export function addUnique(table: TableDraft, key: Key): void {
  if (key.columns.length > 0 && !table.uniques.some(other => sameColumns(other.columns, key.columns)))
    table.uniques.push(key)
}
