import { phrase } from '../words'
import type { Side } from './kinds/module'
import type { Reading } from './reading'
import type { Verdict, Witness } from './verdict'
import { farSideWitness } from './witness'

/** Rows for a least that a diagram answers otherwise: one on that side which stands without the other. */
export function emptyFarSide(
  reading: Reading,
  entity: string,
  role: string,
  of: Side,
  verdict: Verdict,
): Witness | null {
  const outcome = verdict === 'too strict' ? 'refused' : 'accepted'
  const by = outcome === 'refused' ? phrase('at-least-one', {}) : null
  const target = reading.role(entity, role)?.target ?? ''
  const [near, far] = of === 'toEntity' ? [entity, target] : [target, entity]
  return farSideWitness(reading, near, far, outcome, by)
}
