import { z } from 'zod'
import { scriptFinding } from '../../findings'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { says, type Result } from '../result'
import { surplusConstraints } from '../surplus'
import type { RuleModule } from './module'
import { Name } from './shapes'

const NothingMore = z.object({ kind: z.literal('nothingMore'), entity: Name })
type NothingMore = z.infer<typeof NothingMore>

/** Of many constraints too many these are told. */
const MOST_TOLD = 6

/**
 * Asked of scripts: that nothing is refused which the sheet does not forbid. `entity` is only its place on the sheet.
 */
export const nothingMore: RuleModule<NothingMore> = {
  shape: NothingMore,
  sheets: ['script'],
  weight: 'other',
  names: 'none',
  words: () => 'nothing is refused that no rule forbids',
  elements: () => [],
  evaluate,
  unplaced: true,
}

function evaluate(reading: Reading): Result {
  if (reading.alignment.entities.length === 0) return says('not shown', [becauseOf('no-table', {})], [])
  const surplus = surplusConstraints(reading)
  if (surplus.length === 0) return says('upheld', [becauseOf('nothing-more', {})], [])
  return says(
    'too strict',
    surplus.slice(0, MOST_TOLD).map(({ code, table, columns, check, span }) => {
      const { params } = scriptFinding(code, span, { table, columns: columns.join(', '), check })
      return becauseOf('fault', { code, params }, { span })
    }),
    surplus.map(({ table }) => table),
  )
}
