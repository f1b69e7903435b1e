import { REASONS, type ReasonCode, type ReasonNames } from './en/reasons'
import type { PhraseCode, PhraseNames } from './en/phrases'
import type { Param, Phrase } from './param'
import type { ReasonWords } from './reason'

/** One sentence of why, as a code with its names: what is stored. */
export interface Reason {
  readonly code: ReasonCode
  readonly params: { readonly [name: string]: Param }
}

/** A reason with the names that its sentences need. */
export function reason<C extends ReasonCode>(code: C, names: ReasonNames<C>): Reason {
  return { code, params: names as Reason['params'] }
}

/** A part of a sentence with the names that it needs. */
export function phrase<C extends PhraseCode>(code: C, names: PhraseNames<C>): Phrase {
  return { phrase: code, names: names as Phrase['names'] }
}

const wordsOf = ({ code }: Reason): ReasonWords<Reason['params']> =>
  REASONS[code] as ReasonWords<Reason['params']>

/** The whole sentence: for whoever may read the model answer. */
export function reasonInWords(reason: Reason): string {
  return wordsOf(reason).full(reason.params)
}

/** The sentence as a student is told it: with the answer's own names, never those of the model answer. */
export function reasonForStudent(reason: Reason): string {
  return wordsOf(reason).told(reason.params)
}

/**
 * The same while the work goes on and answers are not supplied: null where that would give one away, and
 * nothing can be said instead.
 */
export function reasonBefore(reason: Reason): string | null {
  const { told, before = told } = wordsOf(reason)
  return before && before(reason.params)
}

/** Reasons as they are told while the work goes on, each sentence that stands for an answer once. */
export function saidBefore<R extends Reason>(reasons: readonly R[]): { reason: R; sentence: string }[] {
  const said = new Set<string>()
  return reasons.flatMap(reason => {
    const sentence = reasonBefore(reason)
    if (sentence === null || said.has(sentence)) return []
    if (wordsOf(reason).before) said.add(sentence)
    return [{ reason, sentence }]
  })
}
