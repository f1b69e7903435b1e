import { DIALECT } from '../../schema'
import type { Cursor } from '../text/cursor'
import { quoteName } from '../text/quote-name'
import type { TableReader } from './table-reader'

/** An action of ALTER TABLE that this dialect does not have; `instead` says what to do. */
export function reportNoAction(
  cursor: Cursor,
  start: number,
  what: string,
  instead: string,
  fix?: { readonly start: number; readonly end: number; readonly text: string; readonly label: string },
): void {
  cursor.report(
    'syntax.not-in-dialect',
    { start, end: cursor.previous.end },
    { here: DIALECT[cursor.dialect].name, what, instead },
    fix && { span: { start: fix.start, end: fix.end }, text: fix.text, label: fix.label },
  )
}

/**
 * SQLite adds no constraint to a table that stands (its manual, "ALTER TABLE"): it belongs into CREATE TABLE.
 * Where that stands in the script and the statement does nothing else, the fix moves it there.
 */
export function reportLateConstraint(
  { cursor, table }: TableReader,
  statementStart: number,
  constraintStart: number,
): void {
  const { end } = cursor.previous
  const constraint = cursor.script.slice(constraintStart, end)
  const close = table.closedAt
  const isAlone = cursor.isAtStatementEnd
  const text =
    close === undefined ? '' : `,\n  ${constraint}\n${cursor.script.slice(close, statementStart).trimEnd()}`
  const from = close === undefined ? 0 : cursor.script.slice(0, close).trimEnd().length
  const to = cursor.is(';') ? cursor.peek().end : end
  reportNoAction(
    cursor,
    constraintStart,
    'ALTER TABLE … ADD CONSTRAINT',
    'Write it into CREATE TABLE.',
    isAlone && close !== undefined && close < statementStart
      ? { start: from, end: to, text, label: 'Write it into CREATE TABLE' }
      : undefined,
  )
}

/**
 * MODIFY column type of MySQL and Oracle, elsewhere: `ALTER COLUMN … TYPE` and a second action for NOT NULL.
 * `start`: of the word; the new definition was read.
 */
export function reportModify(
  { cursor }: TableReader,
  start: number,
  column: string,
  definition: { readonly type: string; readonly notNull: boolean; readonly isPlain: boolean },
): void {
  const name = quoteName(column, cursor.dialect)
  const { type, notNull, isPlain } = definition
  const span = { start, end: cursor.previous.end }
  const words = cursor.isOf('sqlserver')
    ? `ALTER COLUMN ${name} ${type}${notNull ? ' NOT NULL' : ''}`
    : `ALTER COLUMN ${name} ${cursor.isOf('iso') ? 'SET DATA TYPE' : 'TYPE'} ${type}${notNull ? `, ALTER COLUMN ${name} SET NOT NULL` : ''}`
  if (cursor.isOf('sqlite'))
    reportNoAction(cursor, start, 'ALTER TABLE … MODIFY', 'Write the column so in CREATE TABLE.')
  else
    cursor.report(
      'syntax.other-dialect',
      span,
      { written: 'MODIFY', dialect: 'MySQL', here: DIALECT[cursor.dialect].name, meant: words },
      isPlain ? { span, text: words, label: `Write ${words}` } : undefined,
    )
}
