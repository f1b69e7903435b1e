import { z } from 'zod'
import { absent } from '../result'
import type { RuleModule } from './module'
import { Name, about } from './shapes'

const HasSome = z.object({ kind: z.literal('hasSome'), entity: Name, role: Name })
type HasSome = z.infer<typeof HasSome>

/**
 * The target of the role has at least one that leads to it: no key and no reference can say so, so diagrams
 * alone are asked.
 */
export const hasSome: RuleModule<HasSome> = {
  shape: HasSome,
  sheets: ['diagram'],
  weight: 'other',
  names: 'elements',
  words: rule => `far side has at least one: ${about(rule, rule.role)}`,
  elements: ({ role }) => [role],
  evaluate: (_, { entity, role }) => absent('role-absent', { entity, role }),
  end: ({ role }) => ({ role, ask: 'least', of: 'toEntity', wanted: 1, otherwise: 'broken' }),
}
