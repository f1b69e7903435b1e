import type { Sheet } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'
import type { HandInAnswer } from '#shared/answers'

const isCell =
  (rule: string, sheet: string) =>
  (other: { readonly rule: string; readonly sheet: string }): boolean =>
    other.rule === rule && other.sheet === sheet

/** The verdict that counts: decided by hand, or the engine's. */
export function shownVerdict({ overrides, marking }: HandInAnswer, rule: string, sheet: string): Verdict {
  return (
    overrides.find(isCell(rule, sheet))?.verdict ??
    marking?.cells.find(isCell(rule, sheet))?.verdict ??
    'cannot tell'
  )
}

export function isDecidedByHand({ overrides }: HandInAnswer, rule: string, sheet: string): boolean {
  return overrides.some(isCell(rule, sheet))
}

/** Whether the rule is asked of the sheet. */
export function isAskedOf({ marking }: HandInAnswer, rule: string, sheet: string): boolean {
  return marking?.cells.some(isCell(rule, sheet)) ?? false
}

/** The sheets that a rule is asked of, the one in which it fares worst first. */
export function sheetsOfRule(answer: HandInAnswer, rule: string): Sheet[] {
  return (answer.marking?.cells ?? [])
    .filter(cell => cell.rule === rule)
    .map(cell => cell.sheet as Sheet)
    .sort((a, b) =>
      byUrgency({ verdict: shownVerdict(answer, rule, a) }, { verdict: shownVerdict(answer, rule, b) }),
    )
}

/** Verdicts that the student asks about and nobody has answered, in the order of the rules. */
export function openQuestions({ questions }: HandInAnswer): HandInAnswer['questions'] {
  const last = new Map(questions.map(line => [`${line.rule} ${line.sheet}`, line]))
  return [...last.values()].filter(({ isAnswer }) => !isAnswer)
}

/** The rule that wants to be seen first. */
export function firstRuleToSee(answer: HandInAnswer): string | undefined {
  const [asked] = openQuestions(answer)
  if (asked) return asked.rule
  const verdict = ({ rule, sheet }: { rule: string; sheet: string }) => ({
    verdict: shownVerdict(answer, rule, sheet),
  })
  return [...(answer.marking?.cells ?? [])].sort((a, b) => byUrgency(verdict(a), verdict(b)))[0]?.rule
}
