import { z } from 'zod'
import { SHEETS } from '../../findings'
import { becauseOf } from '../because'
import type { ColumnAt, Occurrence, OccurrenceTree } from '../occurrences'
import { factsOf } from './facts-of-row'
import type { Reading } from '../reading'
import {
  absent,
  heldBack,
  lastKey,
  leftSide,
  newTree,
  outside,
  says,
  tablesOf,
  unmodelled,
  type Result,
} from '../result'
import { twoRowWitness } from '../witness'
import type { RuleModule } from './module'
import { Name, about } from './shapes'

const ManyAllowed = z.object({ kind: z.literal('manyAllowed'), entity: Name, role: Name })
type ManyAllowed = z.infer<typeof ManyAllowed>

export const manyAllowed: RuleModule<ManyAllowed> = {
  shape: ManyAllowed,
  sheets: SHEETS,
  weight: 'permission',
  names: 'elements',
  words: rule => `many allowed: ${about(rule, rule.role)}`,
  elements: ({ role }) => [role],
  evaluate,
  end: ({ role }) => ({ role, ask: 'most', of: 'toEntity', wanted: 'many' }),
}

/** One f with two e: f is one row of its table, unless the link stands there. */
function evaluate(reading: Reading, { entity, role }: ManyAllowed): Result {
  const placed = reading.rolePlacement(entity, role)
  const target = reading.role(entity, role)?.target
  if (!placed || target === undefined) return absent('role-absent', { entity, role })
  const tree = newTree(reading)
  const { layout } = placed
  if (layout.kind === 'columns') {
    const at = tree.root(layout.table)
    return mustNotReachRow(
      reading,
      tree,
      layout.columns.map(column => ({ at, column })),
      at,
    )
  }
  const host = reading.placement(target)
  if (!host) return absent('entity-absent', { entity: target })
  const from = tree.root(host.table)
  const row = reading.followBack(tree, from, entity, role)
  const identifier = reading.entity(target)?.identifier ?? []
  const named = reading.columns(tree, from, target, identifier) ?? []
  // Where the link stands in f's own row, there is one for each e, with the same facts of f in all of them.
  const left = layout.kind === 'backward' ? [...named, ...factsOf(reading, from, target)] : named
  const rows = layout.kind === 'via' || layout.kind === 'forward' ? [from] : []
  if (!row || (left.length === 0 && rows.length === 0))
    return absent('identifier-absent', { entity: target, members: identifier })
  // Where the link does not stand in e's own table, two e are refused as soon as f fixes which e it is,
  // whether or not e has a key.
  const names =
    layout.kind === 'via' || layout.kind === 'backward'
      ? reading.columns(tree, row, entity, reading.entity(entity)?.identifier ?? [])
      : undefined
  return mustNotReachRow(reading, tree, left, row, rows, names)
}

function mustNotReachRow(
  reading: Reading,
  tree: OccurrenceTree,
  left: readonly ColumnAt[],
  row: Occurrence,
  rows: readonly Occurrence[] = [],
  names: readonly ColumnAt[] = [],
): Result {
  const implication = tree.ask(left, rows)
  const isNamed = names.length > 0 && names.every(column => implication.reachesColumn(column))
  if (implication.reachesRow(row) || isNamed) {
    const key = lastKey(implication.derivation(implication.reachesRow(row) ? { row } : { columns: names }))
    return says(
      'too strict',
      [heldBack(row.table, key)],
      tablesOf(tree),
      twoRowWitness(reading, tree, left, implication, key, { row }),
    )
  }
  const unknown = unmodelled(tree, implication)
  return unknown
    ? outside([unknown], tablesOf(tree))
    : says(
        'upheld',
        [becauseOf('not-held-back', { table: row.table.name, columns: leftSide(left, rows) }, row.table)],
        tablesOf(tree),
      )
}
