import type { Reading } from './reading'
import type { Rule } from './rule'
import type { Verdict, Witness } from './verdict'
import { farSideWitness } from './witness'

/**
 * Rows for a rule about a role that a diagram answers otherwise: one of the far side that nothing leads to,
 * or one of the near side that leads nowhere.
 */
export function emptyFarSide(reading: Reading, rule: Rule, verdict: Verdict): Witness | null {
  const outcome = verdict === 'too strict' ? 'refused' : 'accepted'
  const by = outcome === 'refused' ? '"at least one"' : null
  if (rule.kind === 'hasSome' || rule.kind === 'mayHaveNone')
    return farSideWitness(
      reading,
      rule.entity,
      reading.role(rule.entity, rule.role)?.target ?? '',
      outcome,
      by,
    )
  if (rule.kind === 'mustHave' || rule.kind === 'mayLack')
    return farSideWitness(
      reading,
      reading.role(rule.entity, rule.path)?.target ?? '',
      rule.entity,
      outcome,
      by,
    )
  return null
}
