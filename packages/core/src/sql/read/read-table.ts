import type { Cursor } from '../text/cursor'
import { readColumn } from './read-column'
import { readTableConstraint } from './read-constraint'
import { isConstraintAhead, isItemAhead } from './read-items'
import { reportSurplusComma } from './read-names'
import type { TableReader } from './table-reader'

/**
 * Reads the bracketed list of columns and constraints of CREATE TABLE. A missing comma or bracket costs one
 * diagnostic and no column.
 */
export function readTableBody(reader: TableReader): void {
  const { cursor } = reader
  openBody(reader)
  cursor.isInTable = true
  readItems(reader)
  cursor.isInTable = false
}

function readItems(reader: TableReader): void {
  const { cursor, table } = reader
  for (;;) {
    if (cursor.is(')') || isBraceHere(cursor, '}')) {
      const close = cursor.next()
      table.closedAt = close.start
      if (close.text === '}')
        cursor.report(
          'syntax.wrong-character',
          close,
          { written: '}', meant: ')' },
          { span: { start: close.start, end: close.end }, text: ')', label: 'Write )' },
        )
      if (!goesOnAfterClose(reader)) return
      cursor.reportSurplus('syntax.surplus-bracket', close, { bracket: ')', table: table.name })
      if (!cursor.take(',')) continue
    }
    if (takeSemicolonBeforeClose(cursor)) continue
    if (cursor.isAtStatementEnd && !takeSemicolonForComma(reader)) {
      cursor.reportMissing(
        'syntax.missing-bracket',
        { bracket: ')', where: `at the end of the table "${table.name}"` },
        '\n)',
        'Close the bracket',
      )
      return
    }
    const before = cursor.place
    readItem(reader)
    if (!endItem(reader)) continue
    if (cursor.place === before) skipUnexpected(cursor)
  }
}

function isBraceHere(cursor: Cursor, brace: string): boolean {
  return cursor.peek().kind === 'other' && cursor.is(brace)
}

function openBody({ cursor, table }: TableReader): void {
  if (isBraceHere(cursor, '{')) {
    const open = cursor.next()
    cursor.report(
      'syntax.wrong-character',
      open,
      { written: '{', meant: '(' },
      { span: { start: open.start, end: open.end }, text: '(', label: 'Write (' },
    )
    return
  }
  if (!cursor.take('('))
    cursor.reportMissing(
      'syntax.missing-bracket',
      { bracket: '(', where: `after "${table.name}"` },
      ' (',
      'Open the bracket',
    )
  else if (cursor.is('('))
    cursor.reportSurplus('syntax.surplus-bracket', cursor.next(), { bracket: '(', table: table.name })
}

/**
 * After a closing bracket: whether columns or constraints of the same table follow, so that it closes
 * nothing.
 */
function goesOnAfterClose(reader: TableReader): boolean {
  const { cursor } = reader
  if (!cursor.is(',')) return false
  return isItemAhead(reader, 1) && !['CREATE', 'ALTER', 'INSERT', 'DROP'].includes(cursor.peek(1).upper)
}

/** A semicolon after the last line of a table, before its closing bracket: it is one too many. */
function takeSemicolonBeforeClose(cursor: Cursor): boolean {
  const [close, after] = [cursor.peek(1), cursor.peek(2)]
  if (
    !cursor.is(';') ||
    (close.text !== ')' && !(close.kind === 'other' && close.text === '}')) ||
    (after.text !== ';' && after.kind !== 'end' && after.kind !== 'separator')
  )
    return false
  cursor.reportSurplus('syntax.unexpected', cursor.next(), { found: ';' })
  return true
}

/** A semicolon between two columns: the statement goes on, it was meant as a comma. */
function takeSemicolonForComma(reader: TableReader): boolean {
  const { cursor } = reader
  if (!cursor.is(';') || !isItemAhead(reader, 1)) return false
  const following = cursor.peek(1).upper
  if (['CREATE', 'ALTER', 'DROP', 'INSERT', 'COMMENT'].includes(following)) return false
  const mark = cursor.next()
  cursor.report(
    'syntax.wrong-character',
    mark,
    { written: ';', meant: ',' },
    { span: { start: mark.start, end: mark.end }, text: ',', label: 'Write a comma' },
  )
  return true
}

/** After an item: takes the comma, reports a missing or a surplus one. */
function endItem(reader: TableReader): boolean {
  const { cursor } = reader
  if (cursor.is(',')) {
    const comma = cursor.next()
    while (cursor.is(',')) reportSurplusComma(cursor, cursor.next())
    // SQL Server takes a comma after the last line of a table (from memory).
    if ((cursor.is(')') && !cursor.isOf('sqlserver')) || cursor.isAtStatementEnd || isBraceHere(cursor, '}'))
      reportSurplusComma(cursor, comma)
    return true
  }
  if (cursor.is(')') || cursor.isAtStatementEnd || isBraceHere(cursor, '}')) return true
  const token = cursor.peek()
  if ((token.text === '.' || token.text === ':') && isItemAhead(reader, 1)) {
    cursor.next()
    cursor.report(
      'syntax.wrong-character',
      token,
      { written: token.text, meant: ',' },
      { span: { start: token.start, end: token.end }, text: ',', label: 'Write a comma' },
    )
    return true
  }
  if (cursor.isName() || (token.kind === 'string' && token.startsLine)) {
    // SQL Server takes a constraint of the table without the comma before it.
    if (!(cursor.isOf('sqlserver') && isConstraintAhead(reader)))
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
  cursor.skipToComma()
  if (cursor.previous.end > first.start)
    cursor.reportSurplus(
      'syntax.unexpected',
      { start: first.start, end: cursor.previous.end },
      { found: first.text },
    )
  else {
    cursor.reportSurplus('syntax.unexpected', first, { found: first.text })
    cursor.next()
  }
}

/** One line of the table: a column or a constraint. */
export function readItem(reader: TableReader): void {
  if (isConstraintAhead(reader)) readTableConstraint(reader)
  else readColumn(reader)
}
