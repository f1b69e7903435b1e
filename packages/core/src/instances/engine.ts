/**
 * What runs an answer's statements on a real database (semantics, section 6). Implementations stand outside
 * of the core: an engine in a thread, one in the browser, a server in the tests.
 */
export interface SandboxEngine {
  /**
   * Runs the work in an empty database and undoes all of it. Never throws for what a script does: what it
   * does wrong is in the report. Rejects when no engine can be had.
   */
  run(work: SandboxWork): Promise<SandboxReport>
}

export interface SandboxWork {
  /** The script, statement by statement, in its order: one that is refused is left out and the others go on. */
  readonly statements: readonly string[]
  /** What the trials are made on instead, where the script is not taken as it stands. */
  readonly meant: readonly string[] | null
  readonly trials: readonly Trial[]
}

/**
 * What is tried on the tables, each trial on its own: neighbours that begin with the same rows share their
 * loading.
 */
export interface Trial {
  /** Statements that make it ready: where one is refused, nothing is tried. */
  readonly before: readonly string[]
  readonly tried: readonly string[]
  /** Queries for one text each, asked when what was tried is accepted. */
  readonly looks: readonly string[]
}

/** The engine's own words for what it did not take. */
export interface Refusal {
  /** SQLSTATE. */
  readonly state: string
  readonly message: string
  /** What it adds, where it says more. */
  readonly detail?: string
  readonly table: string | null
  readonly column: string | null
  readonly constraint: string | null
  /** The columns that the constraint is over, where it is one of a table. */
  readonly columns: readonly string[]
}

export type TrialOutcome =
  | { readonly is: 'accepted'; readonly looks: readonly (string | null)[] }
  | { readonly is: 'refused'; readonly at: number; readonly refusal: Refusal }
  /** It could not be made ready. */
  | { readonly is: 'not ready'; readonly at: number; readonly refusal: Refusal }

/** Why an engine did not come to the end. */
export type Stopped = 'time' | 'memory' | 'output' | 'engine'

export interface SandboxReport {
  /** For each statement what refused it, or null; shorter where it stopped. */
  readonly statements: readonly (Refusal | null)[]
  /** Positions among what is meant that were not taken. @defaultValue none */
  readonly notMeant?: readonly number[]
  /** For each trial what became of it; empty where it stopped. */
  readonly trials: readonly TrialOutcome[]
  readonly stopped: Stopped | null
}

/** What a script may use up. */
export interface SandboxLimits {
  /** For all of it. */
  readonly ms: number
  /** Beyond what the engine needs for itself. */
  readonly memoryMb: number
  /** Characters of all that is told. */
  readonly output: number
}

export const SANDBOX_LIMITS: SandboxLimits = { ms: 5000, memoryMb: 96, output: 2_000_000 }

/** Rises whenever the same work could come to another report. */
export const RUN_VERSION = '1'
