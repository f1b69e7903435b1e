import type { Cursor } from '../text/cursor'

/** Statements whose body holds semicolons. */
const WITH_BODY: ReadonlySet<string> = new Set([
  'FUNCTION',
  'PROCEDURE',
  'PROC',
  'TRIGGER',
  'PACKAGE',
  'EVENT',
])

/**
 * The word of the object whose body follows, as in CREATE OR REPLACE PROCEDURE; undefined where there is
 * none.
 */
export function bodyOf(cursor: Cursor): string | undefined {
  for (let ahead = 0; ahead < 12; ahead++) {
    const { upper, text, kind } = cursor.peek(ahead)
    if (WITH_BODY.has(upper)) return upper
    if (
      upper === 'TABLE' ||
      upper === 'INDEX' ||
      text === ';' ||
      text === '(' ||
      kind === 'end' ||
      kind === 'separator'
    )
      return undefined
  }
  return undefined
}

/**
 * Passes over a statement with a body: to its last END, or to its only semicolon where it has none, and in
 * any case to a line that separates batches. A new CREATE TABLE at the start of a line outside the body ends
 * it as well.
 */
export function skipBody(cursor: Cursor): void {
  let depth = 0
  let hasBegun = false
  const declares = cursor.isOf('oracle')
  while (!cursor.isAtEnd && cursor.peek().kind !== 'separator') {
    const { upper, startsLine } = cursor.peek()
    if (opensBlock(cursor, upper)) {
      depth++
      hasBegun = true
    } else if (upper === 'END' && !['IF', 'LOOP', 'WHILE', 'REPEAT', 'FOR'].includes(cursor.peek(1).upper)) {
      depth--
      if (cursor.peek(1).upper === 'CASE') cursor.next()
    } else if (cursor.is(';') && depth <= 0 && (hasBegun || !declares)) return
    else if (startsLine && depth <= 0 && upper === 'CREATE' && hasBegun && cursor.isAtStatementStart) return
    cursor.next()
    if (
      hasBegun &&
      depth <= 0 &&
      cursor.previous.upper === 'END' &&
      cursor.peek().startsLine &&
      cursor.isAtNextStatement
    )
      return
  }
}

function opensBlock(cursor: Cursor, upper: string): boolean {
  if (upper === 'CASE') return cursor.previous.upper !== 'END'
  return (
    upper === 'BEGIN' && !['TRAN', 'TRANSACTION', 'WORK'].includes(cursor.peek(1).upper) && !cursor.is(';', 1)
  )
}
