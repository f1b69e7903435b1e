import { z } from 'zod'
import type { RuleModule } from './module'
import { Name } from './shapes'

const Drawn = z.object({
  kind: z.literal('drawn'),
  entity: Name,
  about: z.enum(['answers', 'verbs', 'identifiers', 'between', 'types', 'sizes']),
})
type Drawn = z.infer<typeof Drawn>

const LEVEL = {
  answers: 'conceptual',
  verbs: 'conceptual',
  identifiers: 'conceptual',
  between: 'logical',
  types: 'logical',
  sizes: 'physical',
} as const

/**
 * Asked of diagrams alone: that what the level asks for is there. `entity` is only its place on the sheet.
 */
export const drawn: RuleModule<Drawn> = {
  shape: Drawn,
  sheets: ['diagram'],
  weight: 'other',
  names: 'none',
  words: rule => `in the diagram: ${rule.about}`,
  elements: () => [],
  level: rule => LEVEL[rule.about],
}
