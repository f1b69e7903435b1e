import { z } from 'zod'
import { CHECK_GROUPS } from '../../sql'
import type { RuleModule } from './module'
import { Name } from './shapes'

const WellMade = z.object({ kind: z.literal('wellMade'), entity: Name, about: z.enum(CHECK_GROUPS) })
type WellMade = z.infer<typeof WellMade>

/**
 * Asked of scripts alone: that its own checks find nothing of a group. `entity` is only its place on the
 * sheet.
 */
export const wellMade: RuleModule<WellMade> = {
  shape: WellMade,
  sheets: ['script'],
  weight: 'other',
  names: 'none',
  words: rule => `the script's own checks: ${rule.about}`,
  elements: () => [],
}
