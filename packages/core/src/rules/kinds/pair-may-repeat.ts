import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import { pairQuestion } from './implication'
import type { RuleModule } from './module'
import { Name, Names, about } from './shapes'

const PairMayRepeat = z.object({ kind: z.literal('pairMayRepeat'), entity: Name, by: Names })
type PairMayRepeat = z.infer<typeof PairMayRepeat>

/** The same pair may stand again. */
export const pairMayRepeat: RuleModule<PairMayRepeat> = {
  shape: PairMayRepeat,
  sheets: TABLE_SHEETS,
  weight: 'permission',
  names: 'elements',
  words: rule => `may repeat: ${about(rule, ...rule.by)}`,
  elements: ({ by }) => by,
  evaluate: (reading, rule) => pairQuestion(reading, rule, false),
  level: ({ by }) => (by.length === 1 ? 'conceptual' : 'logical'),
}
