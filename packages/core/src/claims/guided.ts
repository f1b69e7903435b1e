import type { ClaimQuestion } from '../rules'
import { claimSentence } from './propose'

/**
 * The sentence of a question without what it asks for, while answers are not supplied. An instructor's own
 * words for a dependency are those of the case, and stand.
 */
export function openSentence(about: ClaimQuestion, sentence: string): string {
  if (about.ask === 'key') return 'Every candidate key is named.'
  if (about.ask === 'dependency' && sentence === claimSentence(about))
    return 'Each dependency of the case is there.'
  return sentence
}
