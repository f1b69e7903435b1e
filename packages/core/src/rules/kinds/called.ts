import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import { foldName } from '../../schema'
import { phrase } from '../../words'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { absent, says, type Result } from '../result'
import type { RuleModule } from './module'
import { Name } from './shapes'

const Called = z.object({ kind: z.literal('called'), entity: Name, name: z.string().trim().min(1).max(128) })
type Called = z.infer<typeof Called>

/** What stands for an entity bears this name: the table where everything happens is asked for by it. */
export const called: RuleModule<Called> = {
  shape: Called,
  sheets: TABLE_SHEETS,
  weight: 'other',
  names: 'elements',
  words: ({ entity, name }) => `called ${name}: ${entity}`,
  elements: () => [],
  evaluate,
  ofNames: true,
}

function evaluate(reading: Reading, { entity, name }: Called): Result {
  const placement = reading.placement(entity)
  if (!placement || placement.inside) return absent('entity-absent', { entity })
  const table = reading.table(placement.table)
  if (isSame(table.name, name))
    return says('upheld', [becauseOf('called-so', { table: table.name, entity }, table)], [table])
  const what = phrase('named-table', {})
  return says('broken', [becauseOf('name-differs', { what, name: table.name, wanted: name }, table)], [table])
}

/** Capitals do not matter, nor whether words are joined by spaces, hyphens or underlines. */
const isSame = (a: string, b: string): boolean => plain(a) === plain(b)
const plain = (name: string): string => foldName(name).replaceAll(/[\s_-]+/gu, '_')
