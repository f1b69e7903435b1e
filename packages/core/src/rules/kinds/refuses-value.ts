import { z } from 'zod'
import { listInWords } from '../../language'
import type { RuleModule } from './module'
import { Name, ValuesOrDays, about } from './shapes'
import { valueRule } from './values'

const RefusesValue = z.object({
  kind: z.literal('refusesValue'),
  entity: Name,
  attribute: Name,
  values: ValuesOrDays,
})
type RefusesValue = z.infer<typeof RefusesValue>

/** Each of the values is refused. */
export const refusesValue: RuleModule<RefusesValue> = {
  shape: RefusesValue,
  sheets: ['dictionary', 'script'],
  weight: 'other',
  names: 'elements',
  words: rule => `refuses ${listInWords(rule.values.slice(0, 4))}: ${about(rule, rule.attribute)}`,
  elements: ({ attribute }) => [attribute],
  evaluate: (reading, rule) => valueRule(reading, rule, true),
}
