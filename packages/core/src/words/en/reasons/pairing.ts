import type { Names, Phrase } from '../../param'
import { guarded } from '../../reason'
import { say } from '../say'

/** What was found, or was not, for the elements of the model answer. */
export const PAIRING = {
  'pairing-open': guarded<{
    element: string | Phrase
    first: string | Phrase
    other: string | Phrase
    otherVerdict: string
    verdict: string
  }>(
    p =>
      `It depends on what ${say(p.element)} is: with ${say(p.first)} it is ${p.verdict}, with ${say(p.other)} ${p.otherVerdict}.`,
    () => 'It is not clear which of your tables or columns is meant here.',
  ),
  'pairing-in-parts': guarded<{ columns: Names; element: string | Phrase }>(
    p => `${say(p.columns)} may be ${say(p.element)} in parts: that is not to be told from names.`,
    p => `${say(p.columns)} may stand for one thing in parts: your instructor looks at it.`,
  ),
  'entity-absent': guarded<{ entity: string }>(
    p => `Nothing was found that stands for "${p.entity}".`,
    () => 'Nothing of yours was found that stands for this.',
  ),
  'attribute-absent': guarded<{ attribute: string | Names }>(
    p => `No column was found for "${say(p.attribute)}".`,
    () => 'No column was found for this.',
  ),
  'role-absent': guarded<{ entity: string; role: string }>(
    p => `Nothing was found that links "${p.entity}" to its ${p.role}.`,
    () => 'Nothing was found that links the two.',
  ),
  'identifier-absent': guarded<{ entity: string; members: Names }>(
    p => `No column was found for ${say(p.members)}, by which "${p.entity}" is identified.`,
    () => 'No column was found by which they are identified.',
  ),
}
