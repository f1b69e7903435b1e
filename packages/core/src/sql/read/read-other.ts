import type { Cursor } from '../text/cursor'
import { bodyOf, skipBody } from './read-opaque'
import { AFTER_CREATE, HARMLESS, HARMLESS_OBJECTS, WEAK_STARTS } from '../text/statement-words'

/**
 * A statement that is kept and not read: those that change no table's rules are passed over without a word.
 * Answers whether it is no statement at all, but a sentence.
 */
export function skipOther(cursor: Cursor): boolean {
  const first = cursor.peek()
  if (isSentence(cursor)) {
    skipSentence(cursor)
    return true
  }
  const isKnown =
    HARMLESS.has(first.upper) ||
    isKnownHere(cursor) ||
    (['ALTER', 'DROP', 'CREATE'].includes(cursor.previous.upper) && HARMLESS_OBJECTS.has(first.upper)) ||
    (first.kind === 'other' && first.text.length > 1)
  const isChange = ['ALTER', 'DROP'].includes(first.upper) && !HARMLESS_OBJECTS.has(cursor.peek(1).upper)
  if ((!isKnown || isChange) && !cursor.is(';') && !cursor.isAtEnd && first.upper !== 'DROP')
    cursor.report('syntax.unknown-statement', first, { found: first.text })
  if (bodyOf(cursor) !== undefined || isBlock(cursor)) skipBody(cursor)
  else if (isLineCommand(cursor)) skipLine(cursor)
  else skipToNext(cursor)
  return false
}

/** A word with which no statement begins, and words after it: something that was meant for people. */
function isSentence(cursor: Cursor): boolean {
  const { kind, upper } = cursor.peek()
  const following = cursor.peek(1)
  return (
    kind === 'word' &&
    !WEAK_STARTS.has(upper) &&
    !AFTER_CREATE.has(upper) &&
    !OTHER_STARTS.has(upper) &&
    !isKnownHere(cursor) &&
    !isLineCommand(cursor) &&
    following.kind === 'word' &&
    !following.startsLine &&
    bodyOf(cursor) === undefined
  )
}

function skipSentence(cursor: Cursor): void {
  const { start, text } = cursor.peek()
  do cursor.next()
  while (!cursor.isAtEnd && !cursor.isAtStatementStart && !cursor.is(';'))
  // What ends in a semicolon may be a statement of a procedure: it is not made a comment.
  const isStatement = cursor.take(';')
  const span = { start, end: cursor.previous.end }
  const commented = cursor.script.slice(span.start, span.end).replaceAll('\n', '\n-- ')
  cursor.report(
    'syntax.unknown-statement',
    { start, end: start + text.length },
    { found: text },
    isStatement ? undefined : { span, text: `-- ${commented}`, label: 'Make it a comment' },
  )
}

/** First words of statements that are told as not read. */
const OTHER_STARTS: ReadonlySet<string> = new Set([
  'CREATE',
  'ALTER',
  'DROP',
  'INSERT',
  'TABLE',
  'MERGE',
  'UPSERT',
  'GRANT',
  'CHECKPOINT',
  'SIGNAL',
  'GET',
  'REPLICATE',
  'UNLISTEN',
  'MOVE',
  'SHUTDOWN',
  'INSTALL',
  'UNINSTALL',
  'CHECK',
  'REPAIR',
  'CHANGE',
  'XA',
  'BULK',
  'OPTION',
  'DETACH',
  'FLASHBACK',
  'NOAUDIT',
  'ASSOCIATE',
  'ADMINISTER',
])

/** Blocks and commands that are a matter of course in one dialect. */
function isKnownHere(cursor: Cursor): boolean {
  const { upper } = cursor.peek()
  if (
    cursor.isOf('sqlserver') &&
    ['IF', 'EXEC', 'EXECUTE', 'DECLARE', 'MERGE', 'BEGIN', 'END', 'WHILE', 'ELSE'].includes(upper)
  )
    return true
  if (
    cursor.isOf('oracle') &&
    [
      'BEGIN',
      'DECLARE',
      'EXEC',
      'EXECUTE',
      'CALL',
      'MERGE',
      'ACCEPT',
      'UNDEFINE',
      'HOST',
      'TTITLE',
      'STORE',
      'PAUSE',
      'CLEAR',
    ].includes(upper)
  )
    return true
  return upper === 'BEGIN' || upper === 'END' || (cursor.isOf('mysql') && ['CALL', 'DO'].includes(upper))
}

function isBlock(cursor: Cursor): boolean {
  const { upper } = cursor.peek()
  const following = cursor.peek(1)
  return (
    (upper === 'BEGIN' &&
      following.text !== ';' &&
      following.kind !== 'end' &&
      !['TRANSACTION', 'TRAN', 'WORK', 'ISOLATION', 'READ', 'IMMEDIATE', 'EXCLUSIVE', 'DEFERRED'].includes(
        following.upper,
      ) &&
      !following.startsLine) ||
    (cursor.isOf('oracle') && (upper === 'DECLARE' || upper === 'BEGIN'))
  )
}

/** SET DEFINE OFF, SPOOL file: commands of Oracle's own client, which end with their line. */
function isLineCommand(cursor: Cursor): boolean {
  return (
    cursor.isOf('oracle') &&
    [
      'SET',
      'SPOOL',
      'WHENEVER',
      'EXIT',
      'SHOW',
      'CONNECT',
      'DEFINE',
      'UNDEFINE',
      'COLUMN',
      'HOST',
      'TTITLE',
      'CLEAR',
      'START',
      'PAUSE',
      'ACCEPT',
    ].includes(cursor.peek().upper)
  )
}

function skipLine(cursor: Cursor): void {
  do cursor.next()
  while (!cursor.isAtEnd && !cursor.peek().startsLine && !cursor.is(';'))
}

/** To the semicolon, or to what is surely the start of another statement. */
function skipToNext(cursor: Cursor): void {
  const isServer = cursor.isOf('sqlserver')
  const first = cursor.peek().upper
  while (!cursor.isAtEnd && !cursor.is(';')) {
    cursor.next()
    if (cursor.isAtStatementStart && !(cursor.peek().upper === 'COMMENT')) return
    if (
      isServer &&
      cursor.peek().startsLine &&
      first !== 'WITH' &&
      cursor.isAtNextStatement &&
      !['SET', 'SELECT', 'WITH', 'VALUES', 'TABLE', 'COLUMN'].includes(cursor.peek().upper)
    )
      return
    if (
      isServer &&
      first === 'IF' &&
      ['CREATE', 'DROP', 'ALTER'].includes(cursor.peek().upper) &&
      cursor.peek(1).upper === 'TABLE'
    )
      return
  }
}
