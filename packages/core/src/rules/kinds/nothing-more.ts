import { z } from 'zod'
import type { RuleModule } from './module'
import { Name } from './shapes'

const NothingMore = z.object({ kind: z.literal('nothingMore'), entity: Name })
type NothingMore = z.infer<typeof NothingMore>

/**
 * Asked of scripts: that nothing is refused which the sheet does not forbid. The sheet judges it. `entity` is only its
 * place on the sheet.
 */
export const nothingMore: RuleModule<NothingMore> = {
  shape: NothingMore,
  sheets: ['script'],
  weight: 'other',
  names: 'none',
  words: () => 'nothing is refused that no rule forbids',
  elements: () => [],
}
