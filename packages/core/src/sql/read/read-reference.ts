import type { ReferentialAction } from '../../schema'
import type { Cursor } from '../text/cursor'
import type { ReferenceDraft, TableDraft } from './draft'
import { readColumnList, readName } from './read-names'

interface ReferenceStart {
  readonly cursor: Cursor
  readonly name: string | null
  readonly columns: readonly string[]
  readonly statement: number
  readonly start: number
}

/** What follows REFERENCES. */
export function readReference({ cursor, name, columns, statement, start }: ReferenceStart): ReferenceDraft {
  for (const word of ['TABLE', 'TO'])
    if (cursor.is(word) && cursor.isName(1))
      cursor.reportSurplus('syntax.unexpected', cursor.next(), { found: word })
  const target = readName(cursor, 'the name of a table')
  const targetColumns = cursor.is('(') ? readColumnList(cursor, false) : null
  let onDelete: ReferentialAction = 'no action'
  let onUpdate: ReferentialAction = 'no action'
  let deferrable = false
  for (;;) {
    const token = cursor.peek()
    if (cursor.takeWords('MATCH')) cursor.next()
    else if (startsAction(cursor)) {
      const event = readEvent(cursor)
      const action = readAction(cursor, event)
      if (event === 'DELETE') onDelete = action
      else onUpdate = action
    } else if (cursor.takeWords('NOT', 'DEFERRABLE')) deferrable = false
    else if (cursor.takeLike('DEFERRABLE')) {
      deferrable = true
      sayDeferrable(cursor, token)
    } else if (!takeMinor(cursor)) break
  }
  return {
    name,
    columns,
    table: target?.name ?? '',
    targetColumns,
    onDelete,
    onUpdate,
    deferrable,
    statement,
    namespace: target?.namespace ?? null,
    span: { start, end: cursor.previous.end },
  }
}

function takeMinor(cursor: Cursor): boolean {
  return (
    cursor.takeWords('INITIALLY', 'DEFERRED') ||
    cursor.takeWords('INITIALLY', 'IMMEDIATE') ||
    cursor.takeWords('NOT', 'VALID') ||
    cursor.takeWords('NOT', 'FOR', 'REPLICATION') ||
    (cursor.isOf('oracle') &&
      (cursor.take('ENABLE') ||
        cursor.take('DISABLE') ||
        cursor.take('VALIDATE') ||
        cursor.take('NOVALIDATE') ||
        cursor.take('RELY')))
  )
}

function sayDeferrable(cursor: Cursor, token: { start: number }): void {
  if (cursor.isOf('mysql', 'sqlserver')) {
    const end = cursor.areWords('INITIALLY') ? cursor.peek(1).end : cursor.previous.end
    if (cursor.take('INITIALLY')) cursor.next()
    cursor.foreign({ start: token.start, end }, 'DEFERRABLE', 'ISO SQL', '')
  }
}

/** ON DELETE, ON UPDATE; also where ON or the event was forgotten. */
function startsAction(cursor: Cursor): boolean {
  if (cursor.is('ON')) return isEvent(cursor, 1) || isAction(cursor, 1)
  return isEvent(cursor, 0) && isAction(cursor, 1)
}

function isEvent(cursor: Cursor, ahead: number): boolean {
  const { upper } = cursor.peek(ahead)
  return (
    upper === 'DELETE' ||
    upper === 'UPDATE' ||
    cursor.isLike('DELETE', ahead) ||
    cursor.isLike('UPDATE', ahead)
  )
}

function isAction(cursor: Cursor, ahead: number): boolean {
  const { upper } = cursor.peek(ahead)
  return (
    upper === 'CASCADE' ||
    upper === 'RESTRICT' ||
    (upper === 'SET' && ['NULL', 'DEFAULT'].includes(cursor.peek(ahead + 1).upper)) ||
    (upper === 'NO' && cursor.peek(ahead + 1).upper === 'ACTION')
  )
}

function readEvent(cursor: Cursor): 'DELETE' | 'UPDATE' {
  if (!cursor.take('ON')) cursor.missingWord('ON')
  if (!isEvent(cursor, 0)) {
    cursor.missingWord('DELETE')
    return 'DELETE'
  }
  const token = cursor.next()
  const meant =
    token.upper === 'UPDATE' || (token.upper !== 'DELETE' && token.upper.startsWith('U'))
      ? 'UPDATE'
      : 'DELETE'
  if (token.upper !== meant) cursor.misspelt(token, meant)
  return meant
}

function readAction(cursor: Cursor, event: 'DELETE' | 'UPDATE'): ReferentialAction {
  const { start } = cursor.peek()
  const from = { start, event: cursor.previous.start }
  const action = readActionWords(cursor)
  sayUnsupported(
    cursor,
    action,
    event,
    { start: onBefore(cursor, from.event), end: cursor.previous.end },
    start,
  )
  return action
}

function onBefore(cursor: Cursor, event: number): number {
  const match = /ON\s+$/i.exec(cursor.script.slice(Math.max(0, event - 40), event))
  return match ? event - match[0].length : event
}

function readActionWords(cursor: Cursor): ReferentialAction {
  if (cursor.takeLike('CASCADE')) return 'cascade'
  if (cursor.takeLike('RESTRICT')) return 'restrict'
  if (cursor.take('SET')) {
    if (cursor.takeLike('DEFAULT')) return 'set default'
    cursor.need('NULL')
    if (cursor.is('(')) cursor.skipGroup()
    return 'set null'
  }
  if (cursor.is('NULL')) {
    const { start } = cursor.next()
    cursor.report(
      'syntax.missing-keyword',
      cursor.previous,
      { keyword: 'SET', after: 'DELETE' },
      { span: { start, end: start }, text: 'SET ', label: 'Write SET NULL' },
    )
    return 'set null'
  }
  if (cursor.take('NO')) cursor.need('ACTION')
  else if (!cursor.isAtStatementEnd && !cursor.is(',') && !cursor.is(')'))
    cursor.report('syntax.unexpected', cursor.peek(), { found: cursor.next().text })
  else
    cursor.report('syntax.missing-name', cursor.previous, {
      expected: 'what is to happen (CASCADE, SET NULL, NO ACTION)',
      found: cursor.peek().text || 'the end',
    })
  return 'no action'
}

/** Actions that a dialect does not have (the makers' manuals, from memory). */
function sayUnsupported(
  cursor: Cursor,
  action: ReferentialAction,
  event: string,
  place: { start: number; end: number },
  actionStart: number,
): void {
  const written = `ON ${event} ${action.toUpperCase()}`
  if (cursor.isOf('oracle') && (event === 'UPDATE' || !['cascade', 'set null'].includes(action)))
    cursor.foreign(place, written, 'other dialects', '')
  if (cursor.isOf('sqlserver') && action === 'restrict')
    cursor.foreign({ start: actionStart, end: place.end }, 'RESTRICT', 'other dialects', 'NO ACTION')
  if (cursor.isOf('mysql') && action === 'set default') cursor.foreign(place, written, 'other dialects', '')
}

/** DEFERRABLE and INITIALLY after a constraint of the table: they belong to its last reference. */
export function skipDeferral(cursor: Cursor, table: TableDraft, isReference: boolean): void {
  const reference = isReference ? table.references.at(-1) : undefined
  for (;;) {
    const token = cursor.peek()
    if (cursor.takeWords('NOT', 'DEFERRABLE')) continue
    if (cursor.take('DEFERRABLE')) {
      sayDeferrable(cursor, token)
      if (reference) table.references[table.references.length - 1] = { ...reference, deferrable: true }
    } else if (!takeMinor(cursor)) return
  }
}
