import { evaluate } from './evaluate'
import type { Reading } from './reading'
import { moduleOf, type Rule } from './rule'
import type { Evaluation } from './verdict'

/** Rules are granted in this order: an earlier one can explain a later one, never the reverse. */
const rank = (rule: Rule): number => moduleOf(rule).grant?.rank ?? Infinity

/**
 * For each broken cell the broken cell it follows from, by position: granting the constraint of the earlier
 * one to the answer would make the later one upheld (semantics, section 8). The first such cell in order
 * counts. -1 where there is none.
 */
export function consequences(
  reading: Reading,
  rules: readonly Rule[],
  evaluations: readonly Evaluation[],
): number[] {
  const broken = evaluations
    .flatMap(({ verdict }, i) => (verdict === 'broken' ? [i] : []))
    .sort((a, b) => rank(rules[a]!) - rank(rules[b]!) || a - b)
  const follows = evaluations.map(() => -1)
  for (const q of broken) {
    const later = broken.filter(r => follows[r] === -1 && rank(rules[r]!) > rank(rules[q]!))
    if (follows[q] !== -1 || later.length === 0) continue
    const granted = moduleOf(rules[q]!).grant?.to(reading, rules[q]!)
    if (!granted) continue
    for (const r of later) if (evaluate(granted, rules[r]!).verdict === 'upheld') follows[r] = q
  }
  return follows
}
