import { z } from 'zod'
import { listInWords } from '../../language'
import type { RuleModule } from './module'
import { Name, ValuesOrDays, about } from './shapes'
import { valueRule } from './values'

const AdmitsValue = z.object({
  kind: z.literal('admitsValue'),
  entity: Name,
  attribute: Name,
  values: ValuesOrDays,
})
type AdmitsValue = z.infer<typeof AdmitsValue>

/** Each of the values is accepted. */
export const admitsValue: RuleModule<AdmitsValue> = {
  shape: AdmitsValue,
  sheets: ['dictionary', 'script'],
  weight: 'permission',
  names: 'elements',
  words: rule => `accepts ${listInWords(rule.values.slice(0, 4))}: ${about(rule, rule.attribute)}`,
  elements: ({ attribute }) => [attribute],
  evaluate: (reading, rule) => valueRule(reading, rule, false),
}
