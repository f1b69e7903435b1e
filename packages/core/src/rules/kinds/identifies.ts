import { z } from 'zod'
import { SHEETS } from '../../findings'
import { findColumn } from '../../schema'
import { phrase } from '../../words'
import { becauseOf, keyPhrase } from '../because'
import type { ColumnAt, Occurrence, OccurrenceTree } from '../occurrences'
import type { Reading } from '../reading'
import {
  absent,
  columnNames,
  describe,
  lastKey,
  newTree,
  reaches,
  rowGoal,
  says,
  tablesOf,
  type Goal,
  type Result,
} from '../result'
import { emptyCellWitness, twoRowWitness } from '../witness'
import { grantKey } from './grants'
import { notReached } from './implication'
import type { RuleModule } from './module'
import { Name, Names, about } from './shapes'

const Identifies = z.object({ kind: z.literal('identifies'), entity: Name, by: Names })
type Identifies = z.infer<typeof Identifies>

/** An entity is identified by these attributes and roles. */
export const identifies: RuleModule<Identifies> = {
  shape: Identifies,
  sheets: SHEETS,
  weight: 'demand',
  names: 'elements',
  words: rule => `identified by: ${about(rule, ...rule.by)}`,
  elements: ({ by }) => by,
  evaluate,
  level: ({ by }, isRole) => (by.filter(isRole).length < 2 ? 'conceptual' : 'logical'),
  grant: { rank: 0, to: (reading, { entity, by }) => grantKey(reading, entity, by, true) },
}

/**
 * Two objects with equal identifiers are refused, and neither a missing part nor a shorter key is at work.
 */
function evaluate(reading: Reading, { entity, by }: Identifies): Result {
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, by)
  if (!left) return absent('identifier-absent', { entity, members: by })
  const goal = rowGoal(reading, at, entity, by)
  const implication = tree.ask(left)
  const { table } = at
  if (!reaches(implication, goal)) return notReached(reading, tree, left, goal)
  // Where a relationship is folded into one of its ends that end is asked by itself (many allowed).
  const suffices = reading.isGuest(entity) ? undefined : sufficientPart(tree, left, goal)
  if (suffices) return tooStrictPart(reading, tree, suffices, goal)
  const optional = optionalColumn(reading, at, entity, by)
  if (optional && isFirstIdentifier(reading, entity, by)) {
    return says(
      'broken',
      [becauseOf('nullable-key', { table: table.name, column: optional }, table)],
      [table],
      emptyCellWitness(reading, table, [optional], 'accepted', null),
    )
  }
  return says('upheld', describe(implication.derivation(goal), left, goal), tablesOf(tree))
}

/**
 * The columns without one of them that is not needed: what is left fixes the row as well. One that the others
 * fix without the keys of the table itself, by a reference that is shared or by a key of what is led to, is
 * not left out by leaving it out.
 */
function sufficientPart(
  tree: OccurrenceTree,
  left: readonly ColumnAt[],
  goal: Goal,
): readonly ColumnAt[] | undefined {
  const [at] = tree.occurrences
  return left
    .map((_, i) => left.filter((__, j) => j !== i))
    .find(
      (rest, i) =>
        rest.length > 0 && reaches(tree.ask(rest), goal) && !tree.ask(rest, [], at).reachesColumn(left[i]!),
    )
}

function tooStrictPart(
  reading: Reading,
  tree: OccurrenceTree,
  left: readonly ColumnAt[],
  goal: Goal,
): Result {
  const implication = tree.ask(left)
  const key = lastKey(implication.derivation(goal))
  const table = tree.occurrences[0]!.table
  const because = [
    becauseOf(
      'part-suffices',
      {
        columns: columnNames(left),
        key: key ? keyPhrase(key.at.table, key.key) : phrase('layout', {}),
      },
      key?.key,
    ),
  ]
  return says('too strict', because, [table], twoRowWitness(reading, tree, left, implication, key))
}

function isFirstIdentifier(reading: Reading, entity: string, by: readonly string[]): boolean {
  const first = reading.entity(entity)?.identifier ?? []
  return first.length === by.length && first.every(member => by.includes(member))
}

/** A column of the identifier that may be empty. */
function optionalColumn(
  reading: Reading,
  at: Occurrence,
  entity: string,
  by: readonly string[],
): string | undefined {
  return by
    .flatMap(member => {
      const placed = reading.attribute(entity, member)
      if (placed) return [placed.column]
      const layout = reading.rolePlacement(entity, member)?.layout
      if (reading.isGuest(entity)) return []
      if (layout?.kind === 'forward') return layout.step.columns.map(([column]) => column)
      if (layout?.kind === 'columns') return layout.columns
      return []
    })
    .find(column => findColumn(at.table, column) && !reading.isRequired(at.table, column))
}
