import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import type { RuleModule } from './module'
import { participation } from './participation'
import { Name, about } from './shapes'

const MustHave = z.object({ kind: z.literal('mustHave'), entity: Name, path: Name })
type MustHave = z.infer<typeof MustHave>

/** The fact, or the other end of the role, is always there. */
export const mustHave: RuleModule<MustHave> = {
  shape: MustHave,
  sheets: TABLE_SHEETS,
  weight: 'demand',
  names: 'elements',
  words: rule => `must have: ${about(rule, rule.path)}`,
  elements: ({ path }) => [path],
  evaluate: (reading, rule) => participation(reading, rule, true),
  level: ({ path }, isRole) => (isRole(path) ? 'conceptual' : 'physical'),
  end: ({ path }) => ({ role: path, ask: 'least', of: 'toTarget', wanted: 1, otherwise: 'broken' }),
}
