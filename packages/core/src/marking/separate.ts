import { partsOf, ruleInWords, type RuleEntry } from '../rules'
import { divide } from './points'

/** The number of the next new rule: one more than the highest. */
export function nextRuleNumber(rules: readonly RuleEntry[]): number {
  return Math.max(0, ...rules.map(({ id }) => Number(id.slice(1)))) + 1
}

/**
 * The rules with each part of an entry's sentence as an entry of its own, in its place: the points are
 * divided so that their sum stays.
 */
export function askSeparately(rules: readonly RuleEntry[], id: string): RuleEntry[] {
  const next = nextRuleNumber(rules)
  return rules.flatMap(entry => {
    if (entry.id !== id) return [entry]
    const parts = partsOf(entry)
    const shares = divide(
      Math.round(entry.points * 1000),
      parts.map(() => 1),
    )
    const { and: _, ...rest } = entry
    return parts.map((rule, i): RuleEntry => ({
      ...rest,
      rule,
      id: i === 0 ? entry.id : `r${next + i - 1}`,
      points: shares[i]! / 1000,
      sentence: `${entry.sentence} (${ruleInWords(rule).split(':')[0]})`,
      readMe: true,
    }))
  })
}
