import { z } from 'zod'
import { SHEETS } from '../../findings'
import type { Reading } from '../reading'
import { absent, newTree, type Result } from '../result'
import { withKey } from './grants'
import { mustReach } from './implication'
import type { RuleModule } from './module'
import { Name, about } from './shapes'

const AtMostOne = z.object({ kind: z.literal('atMostOne'), entity: Name, role: Name })
type AtMostOne = z.infer<typeof AtMostOne>

export const atMostOne: RuleModule<AtMostOne> = {
  shape: AtMostOne,
  sheets: SHEETS,
  weight: 'demand',
  names: 'elements',
  words: rule => `at most one: ${about(rule, rule.role)}`,
  elements: ({ role }) => [role],
  evaluate,
  end: ({ role }) => ({ role, ask: 'most', of: 'toTarget', wanted: 'one' }),
  grant: { rank: 2, to: grant },
}

/**
 * One e with two f. Where the link stands in e's own table that is two rows of it; elsewhere it is one row,
 * which then stands on the left too.
 */
function evaluate(reading: Reading, { entity, role }: AtMostOne): Result {
  const layout = reading.rolePlacement(entity, role)?.layout
  if (!layout) return absent('role-absent', { entity, role })
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const identifier = reading.entity(entity)?.identifier ?? []
  const left = reading.columns(tree, at, entity, identifier) ?? []
  // Where the link does not stand in the entity's own row, it is the row that is asked, whatever identifies it.
  const rows = reading.linksElsewhere(entity, role) ? [at] : []
  if (left.length === 0 && rows.length === 0)
    return absent('identifier-absent', { entity, members: identifier })
  const goal = reading.columns(tree, at, entity, [role])
  return goal
    ? mustReach(reading, tree, left, { columns: goal }, rows)
    : absent('role-absent', { entity, role })
}

/** Where the link stands in a table between, a key over what leads to the entity there. */
function grant(reading: Reading, { entity, role }: AtMostOne): Reading | undefined {
  const layout = reading.rolePlacement(entity, role)?.layout
  if (layout?.kind !== 'via') return undefined
  const columns = layout.toEntity.columns.map(([column]) => column)
  return withKey(reading, layout.table, columns, false)
}
