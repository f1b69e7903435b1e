import type { Finding, Span } from '../../findings'
import { DIALECT, type Dialect, type Schema } from '../../schema'
import { Cursor } from '../text/cursor'
import { finishSchema, newDraft, type Draft } from './draft'
import { looksLike } from '../text/looks-like'
import { readAlterTable } from './read-alter'
import { readCreate } from './read-create'
import { finishTriggers, type Trigger } from './read-body'
import { readChange, type Change } from './read-change'
import type { Insert } from './read-insert'
import { readInsert } from './read-insert'
import { readComment } from './read-made-types'
import { readName } from './read-names'
import { skipOther } from './read-other'
import { tableKey } from './table-reader'
import { tokenize } from '../text/tokens'

/** One statement of the script: what it does, to which table, and where it stands. */
export interface Statement {
  readonly kind:
    | 'create-table'
    | 'alter-table'
    | 'drop-table'
    | 'create-index'
    | 'create-type'
    | 'insert'
    | 'comment'
    | 'sentence'
    | 'other'
  readonly table: string | null
  readonly span: Span
}

export interface ReadScript {
  readonly dialect: Dialect
  readonly schema: Schema
  /** By place in the text. */
  readonly findings: readonly Finding[]
  readonly statements: readonly Statement[]
  readonly inserts: readonly Insert[]
  readonly triggers: readonly Trigger[]
}

export interface ReadOptions {
  /** The tables that exist before the script runs. */
  readonly given?: Schema
  /** @defaultValue postgresql */
  readonly dialect?: Dialect
}

/** A script that was read, with where in it things are made: what its checks need besides. */
export interface ReadStatements {
  readonly read: ReadScript
  /** At which statement a table was created, by folded name. */
  readonly createdAt: ReadonlyMap<string, number>
  /** At which statement the reference that stands at a place is declared. */
  readonly statementOf: ReadonlyMap<number, number>
  /** Tables taken away, by folded name, with the statement that did it. */
  readonly drops: readonly { readonly table: string; readonly statement: number }[]
  /** Statements that change rows or take them away. */
  readonly changes: readonly Change[]
}

/** The longest script that is read, in characters. */
export const LONGEST_SCRIPT = 16_000_000

/**
 * Reads a script of schema statements in one of the dialects. Never throws, whatever the text: it gives a
 * schema as complete as a person would recognise and one finding for each fault, at its place, with a fix
 * where there is one; what another dialect would say is understood, named and translated by its fix. Time
 * linear in the text.
 */
export function readScript(script: string, options: ReadOptions = {}): ReadScript {
  return readStatements(script, options).read
}

/** The same, for who checks it too. */
export function readStatements(
  script: string,
  { given, dialect = 'postgresql' }: ReadOptions,
): ReadStatements {
  const { tokens, findings: lexical } = tokenize(script.slice(0, LONGEST_SCRIPT), dialect)
  const cursor = new Cursor(script, tokens, dialect)
  const draft = newDraft(given)
  const statements: Statement[] = []
  while (!cursor.isAtEnd) {
    if (cursor.take(';')) continue
    if (cursor.peek().kind === 'separator') {
      cursor.next()
      continue
    }
    const before = cursor.place
    const statement = readStatement(cursor, draft, statements.length)
    statements.push(statement)
    if (statement.kind !== 'insert') draft.now.clear()
    if (statement.kind !== 'sentence') endStatement(cursor)
    if (cursor.place === before) cursor.next()
  }
  const read: ReadScript = {
    dialect,
    schema: finishSchema(draft),
    findings: byPlace([...lexical, ...cursor.findings]),
    statements,
    inserts: draft.inserts,
    triggers: finishTriggers(draft),
  }
  const { createdAt, drops, changes } = draft
  return { read, createdAt, statementOf: referenceStatements(draft), drops, changes }
}

export function byPlace(findings: readonly Finding[]): Finding[] {
  return findings.toSorted((a, b) => a.place.start - b.place.start)
}

/** The statement that declares a reference, by the place where it stands. */
function referenceStatements(draft: Draft): ReadonlyMap<number, number> {
  return new Map(
    [...draft.tables.values()].flatMap(table =>
      table.references.map(({ span, statement }) => [span.start, statement] as const),
    ),
  )
}

function endStatement(cursor: Cursor): void {
  if (cursor.take(';') || cursor.isAtEnd || cursor.peek().kind === 'separator') return
  if (cursor.is(',') && ['CREATE', 'ALTER', 'INSERT', 'DROP'].includes(cursor.peek(1).upper)) {
    const comma = cursor.next()
    cursor.report(
      'syntax.wrong-character',
      comma,
      { written: ',', meant: ';' },
      { span: { start: comma.start, end: comma.end }, text: ';', label: 'Write a semicolon' },
    )
    return
  }
  if (cursor.isAtNextStatement) {
    if (DIALECT[cursor.dialect].needsSemicolon)
      cursor.reportMissing(
        'syntax.missing-semicolon',
        { after: cursor.previous.text },
        ';',
        'Put a semicolon',
      )
    return
  }
  const token = cursor.peek()
  if (token.text === ')') {
    cursor.reportSurplus('syntax.surplus-bracket', cursor.next(), { bracket: ')', table: '' })
    return endStatement(cursor)
  }
  cursor.report('syntax.unexpected', token, { found: token.text })
  cursor.skipStatement()
}

function readStatement(cursor: Cursor, draft: Draft, index: number): Statement {
  const first = cursor.peek()
  const done = (kind: Statement['kind'], table: string | null = null): Statement => ({
    kind,
    table,
    span: { start: first.start, end: cursor.previous.end },
  })
  const { upper } = first
  if (looksLike(upper, 'CREATE') || (upper === 'TABLE' && cursor.isName(1))) {
    if (upper === 'TABLE')
      cursor.report(
        'syntax.missing-keyword',
        first,
        { keyword: 'CREATE', after: '' },
        { span: { start: first.start, end: first.start }, text: 'CREATE ', label: 'Write CREATE' },
      )
    else cursor.misspelt(cursor.next(), 'CREATE')
    return readCreate(cursor, draft, index, done)
  }
  if (looksLike(upper, 'ALTER') && cursor.isLike('TABLE', 1)) {
    cursor.misspelt(cursor.next(), 'ALTER')
    cursor.takeLike('TABLE')
    return done('alter-table', readAlterTable(cursor, draft, { index, start: first.start }))
  }
  if (looksLike(upper, 'DROP') && cursor.isLike('TABLE', 1)) {
    cursor.misspelt(cursor.next(), 'DROP')
    cursor.takeLike('TABLE')
    dropTables(cursor, draft, index)
    return done('drop-table')
  }
  if ((looksLike(upper, 'INSERT') && cursor.isName(1)) || (upper === 'REPLACE' && cursor.is('INTO', 1))) {
    if (upper !== 'REPLACE') cursor.misspelt(cursor.next(), 'INSERT')
    else cursor.next()
    return done('insert', readInsert(cursor, draft, index))
  }
  if (upper === 'COMMENT' && cursor.is('ON', 1)) {
    cursor.next()
    return done('comment', readComment(cursor, draft))
  }
  if (upper === 'RENAME' && cursor.is('TABLE', 1)) cursor.skipStatement()
  else if (readChange(cursor, draft, index)) return done('other')
  else if (skipOther(cursor)) return done('sentence')
  return done('other')
}

function dropTables(cursor: Cursor, draft: Draft, statement: number): void {
  const { start } = cursor.peek()
  if (cursor.takeWords('IF', 'EXISTS') && cursor.isOf('oracle', 'iso'))
    cursor.foreign({ start, end: cursor.previous.end }, 'IF EXISTS', 'other dialects', '')
  do {
    const name = readName(cursor, 'the name of a table')
    if (name) {
      draft.tables.delete(tableKey(name.name))
      draft.drops.push({ table: tableKey(name.name), statement })
    }
  } while (cursor.take(','))
  if (!cursor.take('CASCADE')) cursor.take('RESTRICT')
  cursor.take('CONSTRAINTS')
  cursor.take('PURGE')
}
