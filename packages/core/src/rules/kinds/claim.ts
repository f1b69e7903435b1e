import { z } from 'zod'
import type { RuleModule } from './module'
import { Name } from './shapes'

/** No attribute at all is a set as well: the key of a relation of one row. */
const Attributes = z.array(Name).max(60)

/**
 * What a Dependencies sheet is asked about its relation. What is right follows from the relation's own
 * dependencies.
 */
export const ClaimQuestion = z.discriminatedUnion('ask', [
  /** What is claimed implies this dependency. */
  z.object({
    ask: z.literal('dependency'),
    from: Attributes,
    to: Attributes.min(1),
    multi: z.boolean().optional(),
  }),
  /** What is claimed says nothing that the relation's dependencies do not imply. */
  z.object({ ask: z.literal('nothing more') }),
  z.object({ ask: z.literal('key'), of: Attributes }),
  z.object({ ask: z.literal('no other key') }),
  z.object({ ask: z.literal('prime') }),
  z.object({ ask: z.literal('form') }),
  /** The dependency named as the reason breaks the next higher form. */
  z.object({ ask: z.literal('reason') }),
  z.object({ ask: z.literal('closure'), of: Attributes.min(1) }),
  /**
   * About the split: it loses nothing, keeps every dependency, reaches the form, has no part too many, names
   * a key of each part.
   */
  z.object({ ask: z.literal('lossless') }),
  z.object({ ask: z.literal('preserving') }),
  z.object({ ask: z.literal('parts in form'), form: z.enum(['2NF', '3NF', 'BCNF', '4NF']) }),
  z.object({ ask: z.literal('no part too many'), form: z.enum(['2NF', '3NF', 'BCNF', '4NF']) }),
  z.object({ ask: z.literal('keys of parts') }),
])
export type ClaimQuestion = z.infer<typeof ClaimQuestion>

const Claim = z.object({ kind: z.literal('claim'), entity: Name, about: ClaimQuestion })
type Claim = z.infer<typeof Claim>

/** Asked of the Dependencies sheet alone; `entity` is the name of its relation. */
export const claim: RuleModule<Claim> = {
  shape: Claim,
  sheets: ['dependencies'],
  weight: 'other',
  names: 'none',
  words: rule => `claimed: ${rule.about.ask}`,
  elements: () => [],
}
