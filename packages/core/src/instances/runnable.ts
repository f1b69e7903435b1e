import type { Span } from '../findings'
import type { Dialect } from '../schema'
import { readScript, tokenize, writeScript, type ReadScript } from '../sql'

/** The statements that make an answer's tables, and the text in which their names stand as they are spelt. */
export interface Runnable {
  readonly statements: readonly RunnableStatement[]
  /** The same tables as they are read, written anew; where the script as it stands would not be taken. */
  readonly meant: readonly RunnableStatement[] | null
  /** Something of it is of a kind that is not run. */
  readonly isPartly: boolean
  readonly spelling: string | null
  /** Null where it was written for PostgreSQL. */
  readonly translated: Translated | null
}

/** A script that was written for another server than the one it is run on. */
export interface Translated {
  readonly from: Dialect
  /** What could not be carried over, in sentences. */
  readonly losses: readonly string[]
}

export interface RunnableStatement {
  readonly text: string
  /** The table whose rows it enters or changes; null where it makes something. */
  readonly rowsOf: string | null
  /** Where it stands in the script; null for what the exercise gives, and for what was translated. */
  readonly span: Span | null
}

/** A sheet as a database runs it. */
export interface SheetRun {
  readonly script: Runnable
  /** Whether something on the tables holds rows back, or changes them, in ways that are not read. */
  readonly isUnmodelled: (tables: readonly string[]) => boolean
}

/** More statements are not run. */
export const MOST_STATEMENTS = 500
const LONGEST_STATEMENT = 100_000

/**
 * What of a script is run, after what the exercise gives: statements that make tables and what belongs to them,
 * and that enter and change rows. What ends or begins transactions, changes the session or reads files is left
 * out. Another dialect is translated first.
 */
export function runnableScript(
  script: string,
  read: ReadScript,
  { starter, dialect = 'postgresql', isTaken }: RunnableOptions,
): Runnable {
  const given = statementsOf(starter, readScript(starter, { dialect }), dialect)
  const own = statementsOf(script, read, read.dialect)
  const isTranslated = read.dialect !== 'postgresql'
  const meant = isTaken || isTranslated ? null : [...given.statements, ...writtenAnew(read)]
  return {
    statements: [
      ...given.statements.map(statement => ({ ...statement, span: null })),
      ...own.statements,
    ].slice(0, MOST_STATEMENTS),
    meant: meant && meant.slice(0, MOST_STATEMENTS),
    isPartly: own.statements.length < read.statements.filter(({ kind }) => kind !== 'sentence').length,
    spelling: isTranslated || meant ? null : script,
    translated: isTranslated ? { from: read.dialect, losses: own.losses } : null,
  }
}

export interface RunnableOptions {
  /** What the exercise gives, and in which dialect. */
  readonly starter: string
  readonly dialect?: Dialect | undefined
  /** Whether every statement is taken as it stands, as far as it is read. */
  readonly isTaken: boolean
}

/**
 * What the trials are made on: the tables without rows of the script's own, but those of tables that stand for
 * nothing, since they may list what is allowed. Null where that is the script as it stands.
 */
export function baseOf(
  { statements, meant }: Runnable,
  standsForSomething: (table: string) => boolean,
): readonly string[] | null {
  const all = meant ?? statements
  const kept = all.filter(({ rowsOf }) => rowsOf === null || (rowsOf !== '' && !standsForSomething(rowsOf)))
  return meant === null && kept.length === all.length ? null : kept.map(({ text }) => text)
}

const writtenAnew = ({ schema, dialect, inserts }: ReadScript): RunnableStatement[] => {
  const { text } = writeScript(schema, { to: 'postgresql', from: dialect, inserts })
  return allowed(text, readScript(text))
}

function statementsOf(
  script: string,
  read: ReadScript,
  dialect: Dialect,
): { statements: RunnableStatement[]; losses: readonly string[] } {
  if (dialect === 'postgresql') return { statements: allowed(script, read), losses: [] }
  const { text, losses } = writeScript(read.schema, {
    to: 'postgresql',
    from: dialect,
    inserts: read.inserts,
  })
  const statements = allowed(text, readScript(text)).map(statement => ({ ...statement, span: null }))
  return { statements, losses }
}

function allowed(script: string, { statements }: ReadScript): RunnableStatement[] {
  return statements.flatMap(({ kind, span, table }) => {
    const text = script.slice(span.start, span.end)
    const isRun = kind !== 'sentence' && text.length <= LONGEST_STATEMENT && isAllowed(text)
    const changesRows = kind === 'insert' || /^(?:UPDATE|DELETE|WITH|TRUNCATE)\b/i.test(text)
    return isRun ? [{ text, span, rowsOf: changesRows ? (table ?? '') : null }] : []
  })
}

/** Statements of PostgreSQL that scripts do not run. What is not known there at all is refused there by itself. */
const LEFT_OUT = new Set(
  `ABORT ANALYZE ANALYSE BEGIN CALL CHECKPOINT CLOSE CLUSTER COMMIT COPY DEALLOCATE DECLARE DISCARD DO END EXECUTE
  EXPLAIN FETCH GRANT IMPORT LISTEN LOAD LOCK MERGE MOVE NOTIFY PREPARE REASSIGN REFRESH REINDEX RELEASE RESET REVOKE
  ROLLBACK SAVEPOINT SECURITY SELECT SET SHOW START TABLE UNLISTEN VACUUM VALUES WAIT`.split(/\s+/),
)
/** What CREATE, ALTER and DROP do not make, change or take away there. */
const LEFT_OUT_THINGS = new Set(
  `ACCESS AGGREGATE CAST COLLATION CONVERSION DATABASE DEFAULT EVENT EXTENSION FOREIGN GROUP LANGUAGE LARGE OPERATOR
  OWNED POLICY PROCEDURAL PUBLICATION ROLE ROUTINE RULE SERVER STATISTICS SUBSCRIPTION SYSTEM TABLESPACE TEXT TRANSFORM
  TRUSTED USER`.split(/\s+/),
)
const BETWEEN = new Set(
  'OR REPLACE TEMP TEMPORARY UNLOGGED UNIQUE GLOBAL LOCAL RECURSIVE MATERIALIZED CONSTRAINT'.split(' '),
)

/** Whether it is of a kind that scripts may run. */
export function isAllowed(statement: string): boolean {
  const { tokens } = tokenize(statement.slice(0, 400), 'postgresql')
  const [first = '', ...others] = tokens.slice(0, 8).map(({ upper }) => upper)
  if (['CREATE', 'ALTER', 'DROP'].includes(first)) {
    const thing = others.find(word => !BETWEEN.has(word)) ?? ''
    return !LEFT_OUT_THINGS.has(thing)
  }
  return !LEFT_OUT.has(first)
}
