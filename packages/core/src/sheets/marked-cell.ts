import type { Confidence } from '../alignment'
import type { Exhibit, Sheet } from '../findings'
import type { Reason } from '../words'
import type { Doubt, Verdict, Witness } from '../rules'

export interface Cell {
  readonly rule: string
  readonly sheet: Sheet
  readonly verdict: Verdict
  /** The rule whose broken cell this one follows from. */
  readonly follows: string | null
}

/** Where in an answer: offsets in its script, or in a field of a sheet. */
export interface AnswerPlace {
  readonly start: number
  readonly end: number
  readonly field?: string
}

/** A reason with the place that it is about; null where there is none. */
export interface PlacedReason extends Reason {
  readonly place: AnswerPlace | null
}

/**
 * A verdict with all that defends it, ready to be stored: the words are made when it is read.
 */
export interface MarkedCell extends Cell {
  readonly because: readonly PlacedReason[]
  readonly witness: Witness | null
  /** What else shows it, to be read step by step. */
  readonly exhibits?: readonly Exhibit[]
  readonly tables: readonly string[]
  /** The lowest confidence of the pairings it rests on; what is not sure is shown as open. */
  readonly confidence: Confidence
  /** Why nothing can be told; set with that verdict. */
  readonly doubt?: Doubt
}
