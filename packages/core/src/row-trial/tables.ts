import { runnableScript, type Translated } from '../instances'
import type { Dialect, Schema } from '../schema'
import type { ReadScript } from '../sql'

/** The tables on which rows are tried. */
export interface TrialTables {
  readonly statements: readonly string[]
  /** As they are understood: lists, lines and sentences are made from it. */
  readonly schema: Schema
  /** The text in which their names stand as they are spelt; null where they were translated. */
  readonly spelling: string | null
  /** Null where it was written for PostgreSQL. */
  readonly translated: Translated | null
  /** So many statements of the script are of kinds that are not run. */
  readonly left: number
}

const statementsIn = ({ statements }: ReadScript): number =>
  statements.filter(({ kind }) => kind !== 'sentence').length

/**
 * What makes the tables of a script: all that it makes, without the rows that it enters, which are tried like
 * others; after what the exercise gives, with its rows.
 */
export function trialTables(
  script: string,
  read: ReadScript,
  { starter, dialect = 'postgresql' }: { readonly starter: string; readonly dialect?: Dialect | undefined },
): TrialTables {
  const options = { starter: '', dialect, isTaken: true }
  const given = runnableScript(
    '',
    { ...read, statements: [], dialect: 'postgresql' },
    { ...options, starter },
  )
  const own = runnableScript(script, read, options)
  return {
    statements: [...given.statements, ...own.statements.filter(({ rowsOf }) => rowsOf === null)].map(
      ({ text }) => text,
    ),
    schema: read.schema,
    spelling: own.spelling,
    translated: own.translated,
    left: own.translated ? 0 : statementsIn(read) - own.statements.length,
  }
}
