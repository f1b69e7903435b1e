import { becauseOf, keyInWords } from './because'
import { listInWords } from '../findings'
import type { ColumnAt, Occurrence, OccurrenceTree } from './occurrences'
import type { Reading } from './reading'
import {
  absent,
  columnsInWords,
  describe,
  heldBack,
  lastKey,
  leftInWords,
  newTree,
  outside,
  reaches,
  rowGoal,
  says,
  tablesOf,
  unmodelled,
  whyNotReached,
  type Goal,
  type Of,
  type Result,
} from './result'
import { emptyCellWitness, twoRowWitness } from './witness'

/**
 * Two objects with equal identifiers are refused, and neither a missing part nor a shorter key is at work.
 */
export function identifies(reading: Reading, { entity, by }: Of<'identifies'>): Result {
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, by)
  if (!left) return absent('identifier-absent', { entity, members: listInWords(by) })
  const goal = rowGoal(reading, at, entity, by)
  const implication = tree.ask(left)
  const { table } = at
  if (!reaches(implication, goal)) return notReached(reading, tree, left, goal)
  const optional = optionalColumn(reading, at, entity, by)
  if (optional && isFirstIdentifier(reading, entity, by)) {
    return says(
      'broken',
      [becauseOf('nullable-key', { table: table.name, column: optional }, table)],
      [table],
      emptyCellWitness(reading, table, [optional], 'accepted', null),
    )
  }
  const suffices =
    by.length > 1
      ? by.map(part => by.filter(other => other !== part)).find(part => isImpliedBy(reading, entity, part))
      : undefined
  if (suffices) return tooStrictPart(reading, entity, suffices)
  return says('upheld', describe(implication.derivation(goal), left, goal), tablesOf(tree))
}

/** Broken, with two rows that show it; nothing is said where something unmodelled may refuse them. */
function notReached(
  reading: Reading,
  tree: OccurrenceTree,
  left: readonly ColumnAt[],
  goal: Goal,
  rows: readonly Occurrence[] = [],
): Result {
  const implication = tree.ask(left, rows)
  const why = whyNotReached(tree, implication, left, goal, rows)
  const unknown = unmodelled(tree)
  // A question about one row is shown at its table; one that leads to others at all of them.
  const tables = 'row' in goal ? [goal.row.table] : tablesOf(tree)
  return unknown
    ? outside([unknown, ...why], tables)
    : says('broken', why, tables, twoRowWitness(reading, tree, left, implication, null))
}

function isImpliedBy(reading: Reading, entity: string, part: readonly string[]): boolean {
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, part)
  return left !== undefined && reaches(tree.ask(left), rowGoal(reading, at, entity, part))
}

function tooStrictPart(reading: Reading, entity: string, part: readonly string[]): Result {
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, part)!
  const implication = tree.ask(left)
  const key = lastKey(implication.derivation(rowGoal(reading, at, entity, part)))
  const because = [
    becauseOf(
      'part-suffices',
      {
        table: at.table.name,
        columns: columnsInWords(left),
        key: key ? keyInWords(key.at.table, key.key) : '',
      },
      key?.key,
    ),
  ]
  return says('too strict', because, [at.table], twoRowWitness(reading, tree, left, implication, key))
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
      return layout?.kind === 'forward'
        ? layout.step.columns.map(([column]) => column)
        : layout?.kind === 'columns'
          ? layout.columns
          : []
    })
    .find(column => !reading.isRequired(at.table, column))
}

/** Whether `by` fixes the row of the relationship: it must, or it must not. */
export function pairQuestion(
  reading: Reading,
  { entity, by }: Of<'pairOnce' | 'pairMayRepeat'>,
  must: boolean,
): Result {
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, by)
  if (!left) return absent('identifier-absent', { entity, members: listInWords(by) })
  const goal = rowGoal(reading, at, entity, by)
  const implication = tree.ask(left)
  if (!reaches(implication, goal)) {
    if (must) return notReached(reading, tree, left, goal)
    const unknown = unmodelled(tree)
    const because = becauseOf(
      'not-held-back',
      { table: at.table.name, columns: columnsInWords(left) },
      at.table,
    )
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

/** In every place where what is determined stands: at the entity, and wherever a copy of it is written. */
export function determines(reading: Reading, rule: Of<'determines'>): Result {
  const own = determinesAtOwn(reading, rule)
  if (own.verdict !== 'upheld') return own
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
          {
            table: host.table.name,
            column: copy.column,
            to: `${reading.placement(rule.entity)!.table}.${reading.attribute(rule.entity, to)!.column}`,
          },
          host.table,
        ),
      ]
      return says(
        'broken',
        [...because, ...whyNotReached(tree, implication, left, goal)],
        tablesOf(tree),
        twoRowWitness(reading, tree, left, implication, null),
      )
    }
  }
  return own
}

function determinesAtOwn(reading: Reading, { entity, from, to }: Of<'determines'>): Result {
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const paths = [...from, ...to].map(path => reading.path(tree, at, entity, path))
  const missing = paths.findIndex(path => !path)
  if (missing >= 0) return absent('attribute-absent', { entity, attribute: [...from, ...to][missing]! })
  return mustReach(
    reading,
    tree,
    paths.slice(0, from.length).flatMap(path => path!),
    { columns: paths.slice(from.length).flatMap(path => path!) },
  )
}

function mustReach(
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
 * One e with two f. Where the link stands in e's own table that is two rows of it; elsewhere it is one row,
 * which then stands on the left too.
 */
export function atMostOne(reading: Reading, { entity, role }: Of<'atMostOne'>): Result {
  const layout = reading.rolePlacement(entity, role)?.layout
  if (!layout) return absent('role-absent', { entity, role })
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const identifier = reading.entity(entity)?.identifier ?? []
  const left = reading.columns(tree, at, entity, identifier) ?? []
  const rows = layout.kind === 'via' || layout.kind === 'backward' ? [at] : []
  if (left.length === 0 && rows.length === 0)
    return absent('identifier-absent', { entity, members: listInWords(identifier) })
  const goal = reading.columns(tree, at, entity, [role])
  return goal
    ? mustReach(reading, tree, left, { columns: goal }, rows)
    : absent('role-absent', { entity, role })
}

/** One f with two e: f is one row of its table, unless the link stands there. */
export function manyAllowed(reading: Reading, { entity, role }: Of<'manyAllowed'>): Result {
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
  const left = reading.columns(tree, from, target, identifier) ?? []
  const rows = layout.kind === 'via' || layout.kind === 'forward' ? [from] : []
  if (!row || (left.length === 0 && rows.length === 0))
    return absent('identifier-absent', { entity: target, members: listInWords(identifier) })
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
      twoRowWitness(reading, tree, left, implication, key, row),
    )
  }
  const unknown = unmodelled(tree)
  return unknown
    ? outside([unknown], tablesOf(tree))
    : says(
        'upheld',
        [becauseOf('not-held-back', { table: row.table.name, columns: leftInWords(left, rows) }, row.table)],
        tablesOf(tree),
      )
}
