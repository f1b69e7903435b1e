import type { Refusal, Stopped } from '../instances'

/** What an engine is asked in a row trial: the tables, and one step after the other on them. */
export interface TrialWork {
  /** Statements that make the tables: one that is refused is left out. */
  readonly tables: readonly string[]
  readonly steps: readonly StepWork[]
}

export interface StepWork {
  readonly statements: readonly string[]
  /** All or nothing, asked for what may be put off at the end; else each statement by itself. */
  readonly isWhole: boolean
}

export interface TrialReport {
  /** For each statement that makes tables what refused it, or null. */
  readonly tables: readonly (Refusal | null)[]
  /** How the tables stood before the first step. */
  readonly before: readonly TableRows[]
  readonly steps: readonly StepReport[]
  readonly stopped: Stopped | null
}

export interface StepReport {
  /** For each statement; shorter where a whole step was refused before its end. */
  readonly outcomes: readonly StatementOutcome[]
  /** How all tables stood after it. */
  readonly tables: readonly TableRows[]
}

export interface StatementOutcome {
  readonly refusal: Refusal | null
  readonly told: Told | null
}

/** What a statement answered: rows, or how many it entered, changed or took away. */
export interface Told {
  readonly columns: readonly string[]
  readonly rows: readonly (readonly (string | null)[])[]
  /** There are more rows than are told. */
  readonly isCut: boolean
  /** Rows that it touched; null where it only asks. */
  readonly touched: number | null
}

/** A table as the engine has it; of many rows the first. */
export interface TableRows {
  readonly namespace: string
  readonly table: string
  readonly columns: readonly string[]
  readonly rows: readonly (readonly (string | null)[])[]
  readonly isCut: boolean
}

/** So many rows of a table or of an answer are shown. */
export const MOST_SHOWN_ROWS = 200
/** So many steps are kept. */
export const MOST_STEPS = 200
