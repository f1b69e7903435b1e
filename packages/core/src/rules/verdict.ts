import type { Confidence } from '../alignment'
import type { Exhibit, Span } from '../findings'
import type { Phrase, Reason } from '../words'

export const VERDICTS = ['upheld', 'broken', 'too strict', 'not shown', 'cannot tell'] as const
export type Verdict = (typeof VERDICTS)[number]

/** One sentence of why, as a code with its names: its words are made when it is read. */
export interface Because extends Reason {
  /** The part of the script that makes it so. */
  readonly place?: Span
}

export type Cell = string | null

/** Rows of one of the answer's tables; `bad` marks those that show the verdict. */
export interface WitnessTable {
  readonly table: string
  readonly columns: readonly string[]
  readonly rows: readonly { readonly cells: readonly Cell[]; readonly bad: boolean }[]
  /** How many of the first columns it speaks of; the others only stand there. @defaultValue all */
  readonly spoken?: number
}

/** A few rows that show a verdict: accepted though forbidden, or refused though allowed. */
export interface Witness {
  readonly outcome: 'accepted' | 'refused'
  /** What refuses; null where the rows are accepted. */
  readonly by: Phrase | null
  readonly tables: readonly WitnessTable[]
  /**
   * What is done to the marked row, where it is not entered: what becomes of the rows that refer to it, and
   * what should.
   */
  readonly deed?: Deed
  /** A value that is accepted, and what is read back in its place. */
  readonly readBack?: { readonly value: string; readonly as: string | Phrase }
  /** Whether it went as the rule wants: then the rows show that it is upheld. @defaultValue it did not */
  readonly wanted?: boolean
  /** What was run to see it. @defaultValue nothing: the rows are reasoned */
  readonly run?: RunOfWitness
  /** Where something allowed is refused besides, the rows for that. */
  readonly also?: Witness
}

/** Statements that were run on the answer's tables, and the engine's own words. */
export interface RunOfWitness {
  readonly before: readonly string[]
  readonly tried: readonly string[]
  /** What the engine said as it refused; null where it accepted. */
  readonly said: string | null
  readonly constraint: string | null
}

export type Deed =
  | { readonly what: 'delete'; readonly becomes: Deleted; readonly should: Deleted }
  | { readonly what: 'update'; readonly becomes: Updated; readonly should: Updated }
export type Deleted = 'refused' | 'gone' | 'unlinked' | 'dangling'
export type Updated = 'refused' | 'follows' | 'unlinked' | 'dangling'

/**
 * Why nothing can be said: a part has no sure counterpart (pair it) · a statement was not read · test and
 * reasoning disagree · a limit was reached · outside what rules can say (decide).
 */
export type Doubt = 'pairing' | 'unread' | 'disagreement' | 'limit' | 'outside'

/** What a rule's evaluation says in one sheet. */
export interface Evaluation {
  /** Set with the verdict "cannot tell". */
  readonly doubt?: Doubt
  readonly verdict: Verdict
  readonly because: readonly Because[]
  readonly witness: Witness | null
  /** What else shows it. @defaultValue nothing */
  readonly exhibits?: readonly Exhibit[]
  /** Tables of the answer that the verdict rests on. */
  readonly tables: readonly string[]
  /** The lowest confidence of the pairings it rests on; what is not sure is shown as open. */
  readonly confidence: Confidence
}
