import { scriptFinding, type Finding, type Span } from '../findings'
import { checkSchema, dataType, type Schema } from '../schema'
import { looksLike, Cursor } from './cursor'
import { finishSchema, newDraft, type Draft, type TableDraft } from './draft'
import { readAlterTable } from './read-alter'
import { readColumnList, readName } from './read-names'
import { addUnique, otherDialect, readTableBody, tableKey } from './read-table'
import { readType } from './read-type'
import { tokenize } from './tokens'

/** One statement of the script: what it does, to which table, and where it stands. */
export interface Statement {
  readonly kind: 'create-table' | 'alter-table' | 'drop-table' | 'create-index' | 'create-type' | 'other'
  readonly table: string | null
  readonly span: Span
}

export interface ReadScript {
  readonly schema: Schema
  /** By place in the text. */
  readonly findings: readonly Finding[]
  readonly statements: readonly Statement[]
}

/** The longest script that is read, in characters. */
export const LONGEST_SCRIPT = 16_000_000

/**
 * Reads a script of schema statements. Never throws, whatever the text: it gives a schema as complete as a person would recognise and one
 * finding for each fault, at its place, with a fix where there is one. `given` holds the tables that exist before the script runs.
 * PostgreSQL is read, with the common spellings of MySQL besides (back-ticks, AUTO_INCREMENT, table options, index lines, MODIFY).
 * Time linear in the text.
 */
export function readScript(script: string, { given }: { given?: Schema } = {}): ReadScript {
  const { tokens, findings: lexical, backTicks } = tokenize(script.slice(0, LONGEST_SCRIPT))
  const cursor = new Cursor(script, tokens)
  const draft = newDraft(given)
  const statements: Statement[] = []
  if (backTicks) otherDialect(cursor, backTicks, '`', 'MySQL', 'a quoted name')
  while (!cursor.isAtEnd) {
    if (cursor.take(';')) continue
    const before = cursor.place
    statements.push(readStatement(cursor, draft, statements.length))
    endStatement(cursor)
    if (cursor.place === before) cursor.next()
  }
  const schema = finishSchema(draft)
  const findings = [...lexical, ...cursor.findings, ...orderFindings(draft), ...checkSchema(schema)]
  return { schema, findings: findings.sort((a, b) => a.place.start - b.place.start), statements }
}

function endStatement(cursor: Cursor): void {
  if (cursor.take(';') || cursor.isAtEnd) return
  if (cursor.isAtStatementStart) {
    cursor.reportMissing('syntax.missing-semicolon', { after: cursor.previous.text }, ';', 'Put a semicolon')
    return
  }
  const token = cursor.peek()
  cursor.report('syntax.unexpected', token, { found: token.text })
  cursor.skipStatement()
}

function readStatement(cursor: Cursor, draft: Draft, index: number): Statement {
  const { start, upper } = cursor.peek()
  const done = (kind: Statement['kind'], table: string | null = null): Statement => ({ kind, table, span: { start, end: cursor.previous.end } })
  if (looksLike(upper, 'CREATE')) {
    cursor.misspelt(cursor.next(), 'CREATE')
    return readCreate(cursor, draft, index, done)
  }
  if (looksLike(upper, 'ALTER') && cursor.isLike('TABLE', 1)) {
    cursor.misspelt(cursor.next(), 'ALTER')
    cursor.takeLike('TABLE')
    const name = cursor.peek().text
    readAlterTable(cursor, draft, index)
    return done('alter-table', name)
  }
  if (looksLike(upper, 'DROP') && cursor.isLike('TABLE', 1)) {
    cursor.next()
    cursor.takeLike('TABLE')
    dropTables(cursor, draft)
    return done('drop-table')
  }
  return skipOther(cursor, done)
}

type Done = (kind: Statement['kind'], table?: string | null) => Statement

function readCreate(cursor: Cursor, draft: Draft, index: number, done: Done): Statement {
  cursor.takeWords('OR', 'REPLACE')
  while (['TEMP', 'TEMPORARY', 'GLOBAL', 'LOCAL', 'UNLOGGED'].includes(cursor.peek().upper)) cursor.next()
  if (cursor.takeLike('TABLE')) return done('create-table', readCreateTable(cursor, draft, index))
  const unique = cursor.is('UNIQUE') && cursor.isLike('INDEX', 1)
  if (unique) cursor.next()
  if (cursor.takeLike('INDEX')) {
    readIndex(cursor, draft, unique)
    return done('create-index')
  }
  if (cursor.take('TYPE')) {
    readEnumType(cursor, draft)
    return done('create-type')
  }
  if (cursor.take('DOMAIN')) {
    readDomain(cursor, draft)
    return done('create-type')
  }
  return skipOther(cursor, done)
}

const HARMLESS: ReadonlySet<string> = new Set(['INSERT', 'SELECT', 'COMMIT', 'BEGIN', 'START', 'SET', 'COMMENT', 'USE', 'SCHEMA', 'DATABASE', 'SEQUENCE', 'GRANT', 'DROP',
  'EXTENSION', 'VIEW', 'SHOW', 'ROLLBACK'])

/** A statement that is kept and not read: those that change no table's rules are passed over without a word. */
function skipOther(cursor: Cursor, done: Done): Statement {
  const first = cursor.peek()
  if (!HARMLESS.has(first.upper) && !cursor.is(';') && !cursor.isAtEnd) {
    cursor.report('syntax.unknown-statement', first, { found: first.text })
  }
  if (!cursor.is(';')) cursor.skipStatement()
  return done('other')
}

function readCreateTable(cursor: Cursor, draft: Draft, index: number): string | null {
  cursor.takeWords('IF', 'NOT', 'EXISTS')
  const start = cursor.peek().start
  const name = cursor.is('(') ? undefined : readName(cursor, 'the name of a table')
  if (!name && !cursor.is('(')) {
    cursor.skipStatement()
    return null
  }
  const table: TableDraft = {
    name: name?.name ?? '', namespace: name?.namespace ?? null, columns: [], primaryKey: null, uniques: [], references: [], checks: [],
    unmodelled: [], span: { start, end: start }, nameSpan: name?.span ?? { start, end: start }, given: false,
  }
  if (cursor.is('AS') || cursor.is('LIKE') || cursor.is('PARTITION')) {
    cursor.report('syntax.unknown-statement', cursor.peek(), { found: `CREATE TABLE … ${cursor.peek().text}` })
    cursor.skipStatement()
    return table.name
  }
  readTableBody({ cursor, draft, table, statement: index, seen: new Set() })
  skipTableOptions(cursor)
  table.span = { start, end: cursor.previous.end }
  const known = draft.tables.get(tableKey(table.name))
  if (known && !known.given) cursor.report('names.duplicate-table', table.nameSpan, { table: table.name })
  else draft.tables.set(tableKey(table.name), table)
  if (!draft.createdAt.has(tableKey(table.name))) draft.createdAt.set(tableKey(table.name), index)
  return table.name
}

/** ENGINE=InnoDB and the like (MySQL), INHERITS, WITH, TABLESPACE ... */
function skipTableOptions(cursor: Cursor): void {
  const first = cursor.peek()
  if (['ENGINE', 'CHARSET', 'AUTO_INCREMENT', 'COLLATE', 'COMMENT', 'ROW_FORMAT'].includes(first.upper) || cursor.areWords('DEFAULT', 'CHARSET')) {
    otherDialect(cursor, first, first.text, 'MySQL', 'nothing')
  }
  while (!cursor.isAtStatementEnd && !cursor.is(')')) {
    if (cursor.is('(')) cursor.skipGroup()
    else cursor.next()
  }
  if (cursor.is(')')) {
    cursor.report('syntax.unexpected', cursor.peek(), { found: ')' })
    cursor.next()
  }
}

function dropTables(cursor: Cursor, draft: Draft): void {
  cursor.takeWords('IF', 'EXISTS')
  do {
    const name = readName(cursor, 'the name of a table')
    if (name) draft.tables.delete(tableKey(name.name))
  } while (cursor.take(','))
  if (!cursor.take('CASCADE')) cursor.take('RESTRICT')
}

/** CREATE UNIQUE INDEX over plain columns is a key; one over expressions or a part of the rows is not, and the table is marked unmodelled. */
function readIndex(cursor: Cursor, draft: Draft, unique: boolean): void {
  const start = cursor.peek().start
  while (!cursor.isAtStatementEnd && !cursor.is('ON')) cursor.next()
  cursor.take('ON')
  const table = draft.tables.get(tableKey(readName(cursor, 'the name of a table')?.name ?? ''))
  if (cursor.take('USING')) cursor.next()
  const from = cursor.place
  const isPlain = isPlainList(cursor)
  const columns = isPlain ? readColumnList(cursor, true) : []
  if (!isPlain && cursor.place === from && cursor.is('(')) cursor.skipGroup()
  const partial = cursor.is('WHERE')
  if (!cursor.isAtStatementEnd) cursor.skipStatement()
  const span = { start, end: cursor.previous.end }
  if (!table || !unique) return
  if (isPlain && !partial) addUnique(table, { name: null, columns, nullsNotDistinct: false, span })
  else table.unmodelled.push({ what: partial ? 'a unique index over a part of the rows' : 'a unique index over an expression', span })
}

function isPlainList(cursor: Cursor): boolean {
  if (!cursor.is('(')) return false
  for (let ahead = 1; !cursor.is(')', ahead); ahead++) {
    const { kind } = cursor.peek(ahead)
    if (kind === 'end' || cursor.is('(', ahead) || kind === 'operator') return false
  }
  return true
}

function readEnumType(cursor: Cursor, draft: Draft): void {
  const name = readName(cursor, 'the name of a type')
  if (name && cursor.takeWords('AS', 'ENUM') && cursor.is('(')) {
    const members = cursor.skipGroup().match(/'(?:[^']|'')*'/g) ?? []
    draft.types.set(name.name.toLowerCase(), { type: dataType('ENUM', members, name.name), notNull: false, checks: [] })
  }
  else { cursor.skipStatement() }
}

function readDomain(cursor: Cursor, draft: Draft): void {
  const name = readName(cursor, 'the name of a domain')
  if (!name) return cursor.skipStatement()
  cursor.take('AS')
  const { type } = readType(cursor, draft, name.name)
  const checks: string[] = []
  let notNull = false
  while (!cursor.isAtStatementEnd) {
    if (cursor.takeWords('NOT', 'NULL')) notNull = true
    else if (cursor.take('CHECK') && cursor.is('(')) checks.push(cursor.skipGroup())
    else cursor.next()
  }
  draft.types.set(name.name.toLowerCase(), { type, notNull, checks })
}

/** References within CREATE TABLE to a table that a later statement creates: PostgreSQL refuses them. */
function orderFindings(draft: Draft): Finding[] {
  return [...draft.tables.values()].filter(table => !table.given).flatMap(table => table.references.flatMap((reference) => {
    const target = draft.createdAt.get(tableKey(reference.table))
    if (target === undefined || target <= reference.statement) return []
    return [scriptFinding('references.later-table', reference.span, { table: table.name, target: reference.table })]
  }))
}
