import { openSentence } from '@nomenklatura/core/claims'
import type { HelpLevel, MarkableExercise } from '@nomenklatura/core/exercise'
import type { Marking } from '@nomenklatura/core/marking'
import { reasonForStudent, saidBefore } from '@nomenklatura/core/words'
import type { CheckedRule } from '#shared/answers'

/**
 * A verdict as it is told while the work goes on: where answers are not supplied, without what is missing.
 */
export function toldBefore(
  rules: MarkableExercise['rules'],
  cell: Marking['cells'][number],
  helpLevel: HelpLevel,
): CheckedRule {
  const rule = rules.find(({ id }) => id === cell.rule)?.rule
  if (helpLevel === 'practice' || rule?.kind !== 'claim') return toCheckedRule(rules, cell)
  const full = toCheckedRule(rules, cell)
  return {
    ...full,
    sentence: cell.verdict === 'upheld' ? full.sentence : openSentence(rule.about, full.sentence),
    because: saidBefore(cell.because).map(({ reason, sentence }) => ({ sentence, place: reason.place })),
    exhibits: (cell.exhibits ?? []).filter(({ later }) => !later),
  }
}

/** A verdict as a student is told it: in the student's own names. */
export function toCheckedRule(rules: MarkableExercise['rules'], cell: Marking['cells'][number]): CheckedRule {
  const entry = rules.find(({ id }) => id === cell.rule)!
  return {
    rule: cell.rule,
    sheet: cell.sheet,
    sentence: entry.sentence,
    phrase: entry.phrase ?? null,
    verdict: cell.verdict,
    witness: cell.witness,
    ...(cell.exhibits ? { exhibits: cell.exhibits } : {}),
    because: cell.because.map(reason => ({ sentence: reasonForStudent(reason), place: reason.place })),
  }
}
