import { z } from 'zod'
import { SHEETS } from '../../findings'
import { becauseOf } from '../because'
import type { Occurrence } from '../occurrences'
import type { Reading } from '../reading'
import { absent, newTree, reaches, says, tablesOf, whyNotReached, type Result } from '../result'
import { twoRowWitness } from '../witness'
import { mustReach } from './implication'
import type { RuleModule } from './module'
import { Name, Names, about } from './shapes'

const Determines = z.object({ kind: z.literal('determines'), entity: Name, from: Names, to: Names })
type Determines = z.infer<typeof Determines>

/** Equal `from` means equal `to`; paths such as "taxon.genus" start at the entity. */
export const determines: RuleModule<Determines> = {
  shape: Determines,
  sheets: SHEETS,
  weight: 'demand',
  names: 'elements',
  words: rule => `determines: ${about(rule, `${rule.from.join(', ')} → ${rule.to.join(', ')}`)}`,
  elements: ({ from, to }) => [...from, ...to].map(path => path.split('.')[0]!),
  evaluate,
}

/** In every place where what is determined stands: at the entity, and wherever a copy of it is written. */
function evaluate(reading: Reading, rule: Determines): Result {
  const own = determinesAtOwn(reading, rule)
  // What has no place at its entity may be written elsewhere only.
  const isElsewhere = rule.to.some(to => !reading.attribute(rule.entity, to))
  if (own.verdict !== 'upheld' && !(own.verdict === 'not shown' && isElsewhere)) return own
  for (const to of rule.to) {
    for (const copy of reading.copies(rule.entity, to)) {
      const tree = newTree(reading)
      const host = tree.root(copy.table)
      const at = copy.path.reduce<{ row: Occurrence | undefined; entity: string }>(
        ({ row, entity }, role) => ({
          row: row && reading.follow(tree, row, entity, role),
          entity: reading.role(entity, role)?.target ?? '',
        }),
        { row: host, entity: copy.host },
      ).row
      const left = at && reading.columns(tree, at, rule.entity, rule.from)
      if (!left) continue
      const goal = { columns: [{ at: host, column: copy.column }] }
      const implication = tree.ask(left)
      if (reaches(implication, goal)) continue
      const because = [
        becauseOf(
          'copy-differs',
          { table: host.table.name, column: copy.column, to: originalOf(reading, rule.entity, to) },
          host.table,
        ),
      ]
      return says(
        'broken',
        [...because, ...whyNotReached(tree, implication, left, goal)],
        tablesOf(tree),
        twoRowWitness(reading, tree, left, implication, null, { goal: goal.columns }),
      )
    }
  }
  return own
}

/** Where the fact stands at its entity, or would. */
function originalOf(reading: Reading, entity: string, attribute: string): string {
  const placed = reading.attribute(entity, attribute)
  return placed ? `${placed.table}.${placed.column}` : `${entity}.${attribute}`
}

function determinesAtOwn(reading: Reading, { entity, from, to }: Determines): Result {
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const paths = [...from, ...to].map(path => reading.path(tree, at, entity, path))
  const missing = paths.findIndex(path => !path)
  if (missing >= 0) return absent('attribute-absent', { attribute: [...from, ...to][missing]! })
  return mustReach(
    reading,
    tree,
    paths.slice(0, from.length).flatMap(path => path!),
    { columns: paths.slice(from.length).flatMap(path => path!) },
  )
}
