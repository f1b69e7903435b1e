import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import { grantKey } from './grants'
import { pairQuestion } from './implication'
import type { RuleModule } from './module'
import { Name, Names, about } from './shapes'

const PairOnce = z.object({ kind: z.literal('pairOnce'), entity: Name, by: Names })
type PairOnce = z.infer<typeof PairOnce>

/** A relationship's pair stands at most once; of one role alone: its target has at most one that leads to it. */
export const pairOnce: RuleModule<PairOnce> = {
  shape: PairOnce,
  sheets: TABLE_SHEETS,
  weight: 'demand',
  names: 'elements',
  words: rule => `stands once: ${about(rule, ...rule.by)}`,
  elements: ({ by }) => by,
  evaluate: (reading, rule) => pairQuestion(reading, rule, true),
  level: ({ by }) => (by.length === 1 ? 'conceptual' : 'logical'),
  end: ({ by: [role, ...others] }) =>
    others.length === 0 ? { role: role!, ask: 'most', of: 'toEntity', wanted: 'one' } : undefined,
  grant: { rank: 1, to: (reading, { entity, by }) => grantKey(reading, entity, by, false) },
}
