import type { Sheet } from '../findings'
import type { RuleEntry, Verdict } from '../rules'
import type { ProofCase } from './cases'

/**
 * What became of a case. Of a mistake: a rule loses points for it; it is left open for a person; nothing is lost though
 * a rule could be asked that notices it; or no rule that could be asked tells it from the model answer. Of a harmless
 * change: nothing is lost; something is left open; or it is punished.
 */
export type Outcome = 'noticed' | 'asked' | 'missed' | 'same' | 'spared' | 'doubted' | 'punished'

/** A rule that does not uphold a case, though it does the model answer. */
export interface Blamed {
  readonly rule: string
  readonly verdict: Verdict
}

export interface ProofLine extends Omit<ProofCase, 'answer'> {
  readonly outcome: Outcome
  readonly by: readonly Blamed[]
  /** Thousandths of a point, of those of its sheet. */
  readonly lost: number
  readonly open: number
  /** Rules not asked yet that would notice it; only of what is missed. */
  readonly helps: readonly RuleEntry[]
}

/** What of the model answer itself is not upheld: then the exercise is at fault. */
export interface ModelFault extends Blamed {
  readonly sheet: Sheet
  readonly model: number
}
