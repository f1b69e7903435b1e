import type { ClaimQuestion } from '../rules'
import type { Exhibit } from '../findings'
import { claimSentence } from './propose'

interface Told<Reason> {
  readonly sentence: string
  readonly because: readonly Reason[]
  readonly exhibits: readonly Exhibit[]
}

/**
 * A verdict as it is told while the work goes on and answers are not supplied: what is claimed is judged,
 * what is missing is not named. Rows that show a verdict stay: they are what the case forbids or allows.
 */
export function withoutAnswer<Reason extends { readonly sentence: string; readonly hint?: string }>(
  about: ClaimQuestion,
  verdict: string,
  told: Told<Reason>,
): Told<Omit<Reason, 'hint'>> {
  return {
    sentence: verdict === 'upheld' ? told.sentence : openSentence(about, told.sentence),
    because: told.because.flatMap(({ hint, ...reason }) => {
      if (hint === undefined) return [reason]
      if (hint === '') return []
      return [{ ...reason, sentence: hint }]
    }),
    exhibits: told.exhibits.filter(({ later }) => !later),
  }
}

/**
 * The sentence of a question without what it asks for. An instructor's own words for a dependency are those
 * of the case, and stand.
 */
function openSentence(about: ClaimQuestion, sentence: string): string {
  if (about.ask === 'key') return 'Every candidate key is named.'
  if (about.ask === 'dependency' && sentence === claimSentence(about))
    return 'Each dependency of the case is there.'
  return sentence
}
