import type { Cursor } from '../text/cursor'
import { newTable, type Draft } from './draft'
import { mendConditions } from './mend-condition'
import { readIndex } from './read-index'
import { readDomain, readMadeType, readSequence } from './read-made-types'
import { readName } from './read-names'
import { readBody } from './read-body'
import { bodyOf } from './read-opaque'
import { skipOther } from './read-other'
import { readTableOptions } from './read-options'
import type { Statement } from './read-script'
import { readTableBody } from './read-table'
import { tableKey } from './table-reader'
import { AFTER_CREATE } from '../text/statement-words'

type Done = (kind: Statement['kind'], table?: string | null) => Statement

const BEFORE_TABLE: readonly string[] = ['TEMP', 'TEMPORARY', 'GLOBAL', 'LOCAL', 'UNLOGGED', 'PRIVATE']

/** What follows CREATE. */
export function readCreate(cursor: Cursor, draft: Draft, index: number, done: Done): Statement {
  cursor.takeWords('OR', 'REPLACE')
  const body = bodyOf(cursor)
  if (body !== undefined) {
    cursor.report('syntax.unknown-statement', cursor.peek(), { found: `CREATE ${body}` })
    readBody(cursor, draft, body)
    return done('other')
  }
  cursor.skipWords(BEFORE_TABLE)
  if (cursor.takeLike('TABLE')) return done('create-table', readCreateTable(cursor, draft, index))
  const isUnique = cursor.is('UNIQUE') || (cursor.isLike('UNIQUE') && cursor.isLike('INDEX', 1))
  if (isUnique) cursor.misspelt(cursor.next(), 'UNIQUE')
  cursor.skipWords(['CLUSTERED', 'NONCLUSTERED', 'BITMAP', 'FULLTEXT', 'SPATIAL'])
  if (cursor.takeLike('INDEX')) return done('create-index', readIndex(cursor, draft, isUnique))
  if (cursor.take('TYPE')) {
    readMadeType(cursor, draft)
    return done('create-type')
  }
  if (cursor.take('DOMAIN')) {
    readDomain(cursor, draft)
    return done('create-type')
  }
  if (cursor.take('SEQUENCE')) {
    readSequence(cursor, draft)
    return done('other')
  }
  if (cursor.isName() && cursor.is('(', 1) && !AFTER_CREATE.has(cursor.peek().upper)) {
    cursor.missingWord('TABLE')
    return done('create-table', readCreateTable(cursor, draft, index))
  }
  skipOther(cursor)
  return done('other')
}

function readCreateTable(cursor: Cursor, draft: Draft, index: number): string | null {
  readIfNotExists(cursor)
  const name = cursor.is('(') ? undefined : readName(cursor, 'the name of a table')
  if (!name && !cursor.is('(')) {
    cursor.skipStatement()
    return null
  }
  const start = name?.span.start ?? cursor.peek().start
  const table = newTable(name?.name ?? '', name?.namespace ?? null, name?.span ?? { start, end: start })
  if (!name)
    cursor.report('syntax.missing-name', cursor.peek(), { expected: 'the name of a table', found: '(' })
  joinSecondWord(cursor, table)
  for (const word of ['AS', '=', 'IS'])
    if (cursor.is(word) && cursor.is('(', 1) && cursor.isName(2) && cursor.peek(2).upper !== 'SELECT')
      cursor.reportSurplus('syntax.unexpected', cursor.next(), { found: word })
  if (
    cursor.is('AS') ||
    cursor.is('LIKE') ||
    cursor.is('PARTITION') ||
    cursor.is('OF') ||
    cursor.areWords('SELECT')
  ) {
    cursor.report('syntax.unknown-statement', cursor.peek(), {
      found: `CREATE TABLE … ${cursor.peek().text}`,
    })
    cursor.skipStatement()
    return table.name
  }
  readTableBody({ cursor, draft, table, statement: index, seen: new Set() })
  mendConditions(cursor, table)
  readTableOptions(cursor, table)
  table.span = { start, end: cursor.previous.end }
  addTable(cursor, draft, table, index)
  return table.name
}

function addTable(cursor: Cursor, draft: Draft, table: ReturnType<typeof newTable>, index: number): void {
  const key = tableKey(table.name)
  const known = draft.tables.get(key)
  if (known && !known.given) cursor.report('names.duplicate-table', table.nameSpan, { table: table.name })
  else draft.tables.set(key, table)
  if (!draft.createdAt.has(key)) draft.createdAt.set(key, index)
}

function readIfNotExists(cursor: Cursor): void {
  const { start } = cursor.peek()
  if (!cursor.is('IF') || !cursor.is('NOT', 1)) return
  cursor.next()
  cursor.next()
  cursor.takeLike('EXISTS')
  if (cursor.isOf('sqlserver', 'oracle', 'iso'))
    cursor.foreign({ start, end: cursor.previous.end }, 'IF NOT EXISTS', 'PostgreSQL, MySQL and SQLite', '')
}

/** CREATE TABLE seed trip (: a name with a blank in it. */
function joinSecondWord(cursor: Cursor, table: ReturnType<typeof newTable>): void {
  const second = cursor.peek()
  if (
    second.kind !== 'word' ||
    second.startsLine ||
    !cursor.is('(', 1) ||
    ['AS', 'LIKE', 'OF', 'PARTITION', 'IS'].includes(second.upper)
  )
    return
  cursor.next()
  const span = { start: table.nameSpan.start, end: second.end }
  const joined = `${table.name}_${second.text}`
  cursor.report(
    'syntax.name-needs-quotes',
    span,
    { name: `${table.name} ${second.text}`, why: 'has a blank in it' },
    { span, text: joined, label: `Write ${joined}` },
  )
  table.name = joined
  table.nameSpan = span
}
