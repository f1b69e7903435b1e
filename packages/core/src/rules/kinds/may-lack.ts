import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import type { RuleModule } from './module'
import { participation } from './participation'
import { Name, about } from './shapes'

const MayLack = z.object({ kind: z.literal('mayLack'), entity: Name, path: Name })
type MayLack = z.infer<typeof MayLack>

/** The fact, or the other end of the role, may be missing. */
export const mayLack: RuleModule<MayLack> = {
  shape: MayLack,
  sheets: TABLE_SHEETS,
  weight: 'permission',
  names: 'elements',
  words: rule => `may lack: ${about(rule, rule.path)}`,
  elements: ({ path }) => [path],
  evaluate: (reading, rule) => participation(reading, rule, false),
  level: ({ path }, isRole) => (isRole(path) ? 'conceptual' : 'physical'),
  end: ({ path }) => ({ role: path, ask: 'least', of: 'toTarget', wanted: 0, otherwise: 'too strict' }),
}
