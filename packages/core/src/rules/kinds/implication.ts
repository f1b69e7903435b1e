import { becauseOf } from '../because'
import type { ColumnAt, Occurrence, OccurrenceTree } from '../occurrences'
import type { Reading } from '../reading'
import {
  absent,
  columnNames,
  describe,
  heldBack,
  lastKey,
  newTree,
  outside,
  reaches,
  rowGoal,
  says,
  tablesOf,
  unmodelled,
  whyNotReached,
  type Goal,
  type Result,
} from '../result'
import { twoRowWitness } from '../witness'
import { factsOf } from './facts-of-row'

/** Broken, with two rows that show it; nothing is said where something unmodelled may refuse them. */
export function notReached(
  reading: Reading,
  tree: OccurrenceTree,
  left: readonly ColumnAt[],
  goal: Goal,
  rows: readonly Occurrence[] = [],
): Result {
  const implication = tree.ask(left, rows)
  const why = whyNotReached(tree, implication, left, goal, rows)
  const unknown = unmodelled(tree, implication)
  // A question about one row is shown at its table; one that leads to others at all of them.
  const tables = 'row' in goal ? [goal.row.table] : tablesOf(tree)
  return unknown
    ? outside([unknown, ...why], tables)
    : says(
        'broken',
        why,
        tables,
        twoRowWitness(reading, tree, left, implication, null, 'row' in goal ? {} : { goal: goal.columns }),
      )
}

export function mustReach(
  reading: Reading,
  tree: OccurrenceTree,
  left: readonly ColumnAt[],
  goal: { columns: ColumnAt[] },
  rows: readonly Occurrence[] = [],
): Result {
  const implication = tree.ask(left, rows)
  return reaches(implication, goal)
    ? says('upheld', describe(implication.derivation(goal), left, goal, rows), tablesOf(tree))
    : notReached(reading, tree, left, goal, rows)
}

/**
 * What is allowed is allowed of the same things, whether or not their names tell them apart here: of their rows;
 * where the link stands in the other's row, that is written again, with the same facts.
 */
function sameThings(
  reading: Reading,
  tree: OccurrenceTree,
  at: Occurrence,
  { entity, by }: { readonly entity: string; readonly by: readonly string[] },
): { readonly rows: readonly Occurrence[]; readonly facts: readonly ColumnAt[] } {
  const led = by.flatMap(member => {
    const role = reading.role(entity, member)
    const row = role && reading.follow(tree, at, entity, member)
    return row ? [{ row, target: role.target, kind: reading.rolePlacement(entity, member)!.layout.kind }] : []
  })
  return {
    rows: led.filter(({ kind }) => kind === 'forward').map(({ row }) => row),
    facts: led
      .filter(({ kind }) => kind === 'backward')
      .flatMap(({ row, target }) => factsOf(reading, row, target)),
  }
}

/** Whether `by` fixes the row of the relationship: it must, or it must not. */
export function pairQuestion(
  reading: Reading,
  { entity, by }: { readonly entity: string; readonly by: readonly string[] },
  must: boolean,
): Result {
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, by)
  if (!left) return absent('identifier-absent', { entity, members: by })
  const goal = rowGoal(reading, at, entity, by)
  const same = must ? { rows: [], facts: [] } : sameThings(reading, tree, at, { entity, by })
  const implication = tree.ask([...left, ...same.facts], same.rows)
  if (!reaches(implication, goal)) {
    if (must) return notReached(reading, tree, left, goal)
    const unknown = unmodelled(tree, implication)
    const because = becauseOf('not-held-back', { table: at.table.name, columns: columnNames(left) }, at.table)
    return unknown ? outside([unknown], [at.table]) : says('upheld', [because], [at.table])
  }
  const derivation = implication.derivation(goal)
  if (must) return says('upheld', describe(derivation, left, goal), [at.table])
  const key = lastKey(derivation)
  return says(
    'too strict',
    [heldBack(at.table, key)],
    [at.table],
    twoRowWitness(reading, tree, left, implication, key),
  )
}
