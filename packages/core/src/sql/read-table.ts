import type { Span } from '../findings'
import { findColumn, foldName, sameColumns, type Column, type Key } from '../schema'
import { looksLike, type Cursor } from './cursor'
import type { Draft, TableDraft } from './draft'
import { CONSTRAINT_STARTS, readColumnList, readName, reportSurplusComma } from './read-names'
import { readReference, skipDeferral } from './read-reference'
import { isTypeAhead, readType } from './read-type'

/** What reading one table needs: where it is, what is known, which statement this is. */
export interface TableReader {
  readonly cursor: Cursor
  readonly draft: Draft
  readonly table: TableDraft
  readonly statement: number
  /** Names of the columns read so far, while a CREATE TABLE is read: looked up once for each column. */
  readonly seen?: Set<string>
}

/** As many as PostgreSQL takes (its limits, appendix K of its manual, from memory). */
const MOST_COLUMNS = 1600

function reportTooMany({ cursor, table }: TableReader, place: Span): void {
  if (!cursor.findings.some(({ code, params }) => code === 'names.too-many-columns' && params['table'] === table.name)) cursor.report('names.too-many-columns', place, { table: table.name })
}

/** Reads the bracketed list of columns and constraints of CREATE TABLE. A missing comma or bracket costs one diagnostic and no column. */
export function readTableBody(reader: TableReader): void {
  const { cursor, table } = reader
  if (!cursor.take('(')) {
    cursor.reportMissing('syntax.missing-bracket', { bracket: '(', where: `after "${table.name}"` }, ' (', 'Open the bracket')
  }
  for (;;) {
    if (cursor.is(')')) {
      cursor.next()
      return
    }
    if (cursor.isAtStatementEnd) {
      cursor.reportMissing('syntax.missing-bracket', { bracket: ')', where: `at the end of the table "${table.name}"` }, '\n)', 'Close the bracket')
      return
    }
    const before = cursor.place
    readItem(reader)
    if (!endItem(reader)) continue
    if (cursor.place === before) skipUnexpected(cursor)
  }
}

/** After an item: takes the comma, reports a missing or a surplus one. */
function endItem({ cursor }: TableReader): boolean {
  if (cursor.is(',')) {
    const comma = cursor.next()
    while (cursor.is(',')) reportSurplusComma(cursor, cursor.next())
    if (cursor.is(')') || cursor.isAtStatementEnd) reportSurplusComma(cursor, comma)
    return true
  }
  if (cursor.is(')') || cursor.isAtStatementEnd) return true
  const token = cursor.peek()
  if (token.kind === 'word' || token.kind === 'quoted') {
    cursor.reportMissing('syntax.missing-comma', { after: cursor.previous.text }, ',', 'Put a comma')
    return false
  }
  skipUnexpected(cursor)
  cursor.take(',')
  return true
}

function skipUnexpected(cursor: Cursor): void {
  const first = cursor.peek()
  if (cursor.isAtStatementEnd || cursor.is(',') || cursor.is(')')) return
  cursor.report('syntax.unexpected', first, { found: first.text })
  while (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is(')')) {
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
}

/** One line of the table: a column or a constraint. */
export function readItem(reader: TableReader): void {
  if (isConstraintAhead(reader)) readTableConstraint(reader)
  else readColumn(reader)
}

function isConstraintAhead({ cursor, draft }: TableReader): boolean {
  const { upper } = cursor.peek()
  if (!upper || isTypeAhead(cursor, draft, 1)) return false
  if (CONSTRAINT_STARTS.has(upper)) return true
  if (looksLike(upper, 'CONSTRAINT')) return true
  return (looksLike(upper, 'PRIMARY') || looksLike(upper, 'FOREIGN')) && cursor.isLike('KEY', 1)
}

/** A constraint of the table; its leading CONSTRAINT name may stand or not. */
export function readTableConstraint({ cursor, draft, table, statement }: TableReader): void {
  const start = cursor.peek().start
  const name = readConstraintName(cursor)
  const span = (): Span => ({ start, end: cursor.previous.end })
  if (cursor.takeLike('PRIMARY')) {
    cursor.takeLike('KEY')
    skipWords(cursor, ['CLUSTERED', 'NONCLUSTERED'])
    addPrimaryKey(cursor, table, { name, columns: readColumnList(cursor, true), nullsNotDistinct: false, span: span() })
  }
  else if (cursor.takeLike('FOREIGN')) {
    cursor.takeLike('KEY')
    if (!cursor.is('(') && cursor.peek().kind !== 'end' && !cursor.isLike('REFERENCES')) cursor.next()
    const columns = readColumnList(cursor, true)
    if (cursor.takeLike('REFERENCES')) table.references.push(readReference({ cursor, name, columns, statement, start }))
    else cursor.report('syntax.missing-name', cursor.peek(), { expected: 'REFERENCES and a table', found: cursor.peek().text || 'the end' })
  }
  else if (cursor.takeLike('UNIQUE')) {
    const nullsNotDistinct = readUniqueOptions(cursor)
    addUnique(table, { name, columns: readColumnList(cursor, true), nullsNotDistinct, span: span() })
  }
  else if (cursor.takeLike('CHECK')) {
    if (cursor.is('(')) table.checks.push({ name, expression: cursor.skipGroup(), span: span() })
    skipWords(cursor, ['NO', 'INHERIT', 'NOT', 'VALID', 'ENFORCED'])
  }
  else if (cursor.is('EXCLUDE')) {
    skipToComma(cursor)
    table.unmodelled.push({ what: 'EXCLUDE', span: span() })
  }
  else { skipMinorConstraint(cursor, draft) }
  skipDeferral(cursor, table)
}

/** LIKE other, and the index lines of MySQL: nothing that holds rows back. */
function skipMinorConstraint(cursor: Cursor, draft: Draft): void {
  const token = cursor.peek()
  if (['KEY', 'INDEX', 'FULLTEXT', 'SPATIAL'].includes(token.upper)) {
    draft.findings.push(...otherDialect(cursor, token, token.text, 'MySQL', 'an index'))
  }
  skipToComma(cursor)
}

function skipToComma(cursor: Cursor): void {
  while (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is(')')) {
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
}

function readConstraintName(cursor: Cursor): string | null {
  if (!cursor.isLike('CONSTRAINT')) return null
  cursor.misspelt(cursor.next(), 'CONSTRAINT')
  const { kind, upper } = cursor.peek()
  const nameMissing = ['PRIMARY', 'FOREIGN', 'UNIQUE', 'CHECK', 'NOT', 'REFERENCES'].includes(upper) && !['PRIMARY', 'FOREIGN', 'UNIQUE', 'CHECK', 'NOT', 'REFERENCES', 'NULL', 'DEFAULT'].includes(cursor.peek(1).upper)
  return (kind === 'word' || kind === 'quoted') && !nameMissing ? cursor.next().text : null
}

function readUniqueOptions(cursor: Cursor): boolean {
  let notDistinct = false
  while (!cursor.isAtStatementEnd && !cursor.is('(') && !cursor.is(',') && !cursor.is(')')) {
    if (cursor.takeWords('NULLS', 'NOT', 'DISTINCT')) notDistinct = true
    else cursor.next()
  }
  return notDistinct
}

/** A column with its type and its own constraints. */
export function readColumn(reader: TableReader): void {
  const { cursor, draft, table } = reader
  const name = readName(cursor, 'the name of a column')
  if (!name) {
    if (!cursor.is(',') && !cursor.is(')') && !cursor.isAtStatementEnd) {
      cursor.next()
      skipToComma(cursor)
    }
    return
  }
  const read = readType(cursor, draft, name.name)
  const column: { -readonly [K in keyof Column]: Column[K] } = {
    name: name.name, type: read.type, notNull: read.notNull, default: null, generated: false, nameSpan: name.span,
    numbering: read.numbers ? { start: '1', step: '1' } : null, span: name.span,
  }
  for (const check of read.checks) table.checks.push({ name: null, expression: check.replace(/\bVALUE\b/gi, name.name), span: name.span })
  while (readColumnConstraint(reader, column)) continue
  column.span = { start: name.span.start, end: cursor.previous.end }
  const isTwice = reader.seen ? reader.seen.has(foldName(column.name)) : findColumn(table, column.name) !== undefined
  if (isTwice) cursor.report('names.duplicate-column', name.span, { table: table.name, column: column.name })
  else if (table.columns.length >= MOST_COLUMNS) reportTooMany(reader, name.span)
  else {
    reader.seen?.add(foldName(column.name))
    table.columns.push(column)
  }
}

type ColumnDraft = { -readonly [K in keyof Column]: Column[K] }

/** One constraint of a column; false when none stands there. */
function readColumnConstraint(reader: TableReader, column: ColumnDraft): boolean {
  const { cursor, draft, table, statement } = reader
  if (cursor.isAtStatementEnd || cursor.is(',') || cursor.is(')') || startsNewItem(reader)) return false
  const start = cursor.peek().start
  const name = readConstraintName(cursor)
  const own = [column.name]
  const span = (): Span => ({ start, end: cursor.previous.end })
  if (cursor.takeLike('NOT')) {
    if (cursor.takeLike('NULL')) column.notNull = true
    else if (!cursor.takeLike('DEFERRABLE')) cursor.report('syntax.missing-name', cursor.peek(), { expected: 'NULL', found: cursor.peek().text || 'the end' })
  }
  else if (cursor.take('NULL')) return true
  else if (cursor.takeLike('PRIMARY')) {
    cursor.takeLike('KEY')
    addPrimaryKey(cursor, table, { name, columns: own, nullsNotDistinct: false, span: span() })
  }
  else if (cursor.takeLike('UNIQUE')) {
    cursor.take('KEY')
    addUnique(table, { name, columns: own, nullsNotDistinct: cursor.takeWords('NULLS', 'NOT', 'DISTINCT'), span: span() })
  }
  else if (cursor.takeLike('REFERENCES')) table.references.push(readReference({ cursor, name, columns: own, statement, start }))
  else if (cursor.takeLike('CHECK')) {
    if (cursor.is('(')) table.checks.push({ name, expression: cursor.skipGroup(), span: span() })
  }
  else if (cursor.takeLike('DEFAULT')) column.default = readExpression(reader)
  else if (cursor.takeLike('GENERATED')) readGenerated(cursor, column)
  else return readMinorColumnConstraint(reader, column, draft)
  return true
}

function readMinorColumnConstraint(reader: TableReader, column: ColumnDraft, draft: Draft): boolean {
  const { cursor } = reader
  const token = cursor.peek()
  if (cursor.takeLike('AUTO_INCREMENT') || cursor.takeLike('AUTOINCREMENT')) {
    column.numbering = { start: '1', step: '1' }
    draft.findings.push(...otherDialect(cursor, token, token.text, 'MySQL', 'GENERATED BY DEFAULT AS IDENTITY'))
  }
  else if (cursor.take('IDENTITY')) {
    const [from = '1', step = '1'] = cursor.is('(') ? cursor.skipGroup().split(',').map(part => part.trim()) : []
    column.numbering = { start: from, step }
    draft.findings.push(...otherDialect(cursor, token, token.text, 'SQL Server', 'GENERATED BY DEFAULT AS IDENTITY'))
  }
  else if (cursor.take('COLLATE') || cursor.take('COMMENT') || cursor.take('STORAGE') || cursor.take('COMPRESSION')) cursor.next()
  else if (cursor.takeWords('ON', 'UPDATE')) readExpression(reader)
  else if (cursor.take('KEY') || cursor.take('CLUSTERED') || cursor.take('NONCLUSTERED') || cursor.take('DEFERRABLE')
    || cursor.takeWords('INITIALLY', 'DEFERRED') || cursor.takeWords('INITIALLY', 'IMMEDIATE')) return true
  else return false
  return true
}

/** Whether a new column or table constraint begins here, its comma forgotten. */
function startsNewItem(reader: TableReader): boolean {
  const { cursor, draft } = reader
  const token = cursor.peek()
  if (token.kind === 'quoted') return true
  if (token.kind !== 'word') return false
  if (token.upper === 'FOREIGN' || (looksLike(token.upper, 'FOREIGN') && cursor.isLike('KEY', 1))) return true
  const named = token.upper === 'CONSTRAINT' ? 2 : 0
  const first = cursor.peek(named).upper
  if (first === 'FOREIGN') return true
  if (first === 'PRIMARY' && cursor.is('(', named + 2)) return true
  if (first === 'UNIQUE' && cursor.is('(', named + 1)) return true
  return isTypeAhead(cursor, draft, 1) && !COLUMN_WORDS.has(token.upper)
}

const COLUMN_WORDS: ReadonlySet<string> = new Set(['DEFAULT', 'NOT', 'NULL', 'PRIMARY', 'UNIQUE', 'REFERENCES', 'CHECK', 'CONSTRAINT', 'GENERATED', 'COLLATE',
  'COMMENT', 'ON', 'AUTO_INCREMENT', 'IDENTITY'])

function readGenerated(cursor: Cursor, column: ColumnDraft): void {
  if (!cursor.take('ALWAYS')) cursor.takeWords('BY', 'DEFAULT')
  cursor.takeLike('AS')
  if (cursor.takeLike('IDENTITY')) {
    const options = cursor.is('(') ? cursor.skipGroup() : ''
    column.numbering = {
      start: /START\s+(?:WITH\s+)?(-?\d+)/i.exec(options)?.[1] ?? '1',
      step: /INCREMENT\s+(?:BY\s+)?(-?\d+)/i.exec(options)?.[1] ?? '1',
    }
    column.notNull = true
  }
  else if (cursor.is('(')) {
    cursor.skipGroup()
    cursor.take('STORED')
    column.generated = true
  }
}

const ENDS_EXPRESSION: ReadonlySet<string> = new Set(['NOT', 'NULL', 'PRIMARY', 'UNIQUE', 'REFERENCES', 'CHECK', 'CONSTRAINT', 'GENERATED', 'COLLATE', 'COMMENT',
  'ON', 'AUTO_INCREMENT', 'FOREIGN'])

/** The expression of a DEFAULT, as written: an operand, then operators with operands. */
function readExpression(reader: TableReader): string {
  const { cursor } = reader
  const from = cursor.peek().start
  let expectsOperand = true
  while (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is(')')) {
    const token = cursor.peek()
    if (token.kind === 'operator') {
      expectsOperand = true
      cursor.next()
    }
    else if (cursor.is('(')) {
      cursor.skipGroup()
      expectsOperand = false
    }
    else if (cursor.is('.') || cursor.is('[') || cursor.is(']')) cursor.next()
    else if (expectsOperand) {
      cursor.next()
      expectsOperand = false
    }
    else if (token.kind === 'string' || (token.kind === 'word' && !ENDS_EXPRESSION.has(token.upper) && !startsNewItem(reader) && !token.startsLine)) cursor.next()
    else break
  }
  return cursor.textBetween(from, cursor.previous.end)
}

/** The statement's diagnostics get a remark about a spelling of another dialect, once per kind and script. */
export function otherDialect(cursor: Cursor, place: Span, written: string, dialect: string, meant: string): [] {
  const said = cursor.findings.some(finding => finding.code === 'syntax.other-dialect' && finding.params['meant'] === meant)
  if (!said) cursor.report('syntax.other-dialect', place, { written, dialect, meant })
  return []
}

export function addPrimaryKey(cursor: Cursor, table: TableDraft, key: Key): void {
  if (table.primaryKey) cursor.report('keys.two-primary', key.span, { table: table.name })
  else if (key.columns.length > 0) table.primaryKey = key
}

export function addUnique(table: TableDraft, key: Key): void {
  if (key.columns.length > 0 && !table.uniques.some(other => sameColumns(other.columns, key.columns))) table.uniques.push(key)
}

function skipWords(cursor: Cursor, words: readonly string[]): void {
  while (words.includes(cursor.peek().upper)) cursor.next()
}

export function tableKey(name: string): string {
  return foldName(name)
}
