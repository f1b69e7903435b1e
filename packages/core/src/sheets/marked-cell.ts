import type { Confidence } from '../alignment'
import type { Exhibit, Sheet } from '../findings'
import type { Doubt, Verdict, Witness } from '../rules'

export interface Cell {
  readonly rule: string
  readonly sheet: Sheet
  readonly verdict: Verdict
  /** The rule whose broken cell this one follows from. */
  readonly follows: string | null
}

/**
 * A verdict with all that defends it, ready to be stored and shown. Places are offsets in the answer's
 * script, or in a field of a sheet.
 */
export interface MarkedCell extends Cell {
  /** `told` is what a student reads instead of a sentence that names elements of the model answer. */
  readonly because: readonly {
    readonly sentence: string
    readonly told?: string
    readonly hint?: string
    readonly place: { readonly start: number; readonly end: number; readonly field?: string } | null
  }[]
  readonly witness: Witness | null
  /** What else shows it, to be read step by step. */
  readonly exhibits?: readonly Exhibit[]
  readonly tables: readonly string[]
  /** The lowest confidence of the pairings it rests on; what is not sure is shown as open. */
  readonly confidence: Confidence
  /** Why nothing can be told; set with that verdict. */
  readonly doubt?: Doubt
}
