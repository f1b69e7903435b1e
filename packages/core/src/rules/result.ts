import { declaredKeys, sameName, type Table } from '../schema'
import { phrase, type Param, type ReasonCode, type ReasonNames } from '../words'
import { becauseOf, keyPhrase } from './because'
import { OccurrenceTree, type ColumnAt, type Implication, type Occurrence, type Origin } from './occurrences'
import type { Reading } from './reading'
import type { Because, Evaluation, Verdict, Witness } from './verdict'

/** An evaluation before it is known how sure the pairs are that it rests on. */
export type Result = Omit<Evaluation, 'confidence'>
export type Goal = { readonly row: Occurrence } | { readonly columns: readonly ColumnAt[] }

export function absent<C extends ReasonCode>(code: C, params: ReasonNames<C>): Result {
  return { verdict: 'not shown', because: [becauseOf(code, params)], witness: null, tables: [] }
}

export function says(
  verdict: Verdict,
  because: readonly Because[],
  tables: readonly (Table | string)[],
  witness: Witness | null = null,
): Result {
  return {
    verdict,
    because,
    witness,
    tables: [...new Set(tables.map(table => (typeof table === 'string' ? table : table.name)))],
  }
}

export function outside(because: readonly Because[], tables: readonly (Table | string)[]): Result {
  return { ...says('cannot tell', because, tables), doubt: 'outside' }
}

/** A tree of occurrences over the answer in which a CHECK may say that a column always has a value. */
export function newTree(reading: Reading): OccurrenceTree {
  return new OccurrenceTree(
    reading.schema,
    (table, column) => reading.isRequired(table, column),
    reading.watch.onAsk,
  )
}

export function tablesOf(tree: OccurrenceTree): Table[] {
  return tree.occurrences.map(({ table }) => table)
}

/**
 * What may hold rows back in the tables of the tree in ways that we do not reason about; undefined where
 * nothing does. What holds back rows that agree in some columns holds back neither a single row nor two that
 * may differ in one of them.
 */
export function unmodelled(tree: OccurrenceTree, implication: Implication): Because | undefined {
  for (const at of tree.occurrences) {
    const { table } = at
    const first = table.unmodelled.find(
      ({ columns = [] }) =>
        columns.length === 0 ||
        (!implication.reachesRow(at) && columns.every(column => implication.reachesColumn({ at, column }))),
    )
    if (first)
      return becauseOf(
        'unmodelled',
        { what: phrase('on-table', { what: first.what, table: table.name }) },
        first,
      )
  }
  return undefined
}

/** The row of the entity, or where it has no table of its own the other facts that are written about it. */
export function rowGoal(reading: Reading, at: Occurrence, entity: string, members: readonly string[]): Goal {
  if (!reading.placement(entity)?.inside) return { row: at }
  const columns = reading.alignment.attributes
    .filter(other => sameName(other.entity, entity) && !members.includes(other.attribute))
    .map(({ column }) => ({ at, column }))
  return { columns }
}

export function reaches(implication: Implication, goal: Goal): boolean {
  return 'row' in goal
    ? implication.reachesRow(goal.row)
    : goal.columns.every(column => implication.reachesColumn(column))
}

export type KeyOrigin = Extract<Origin, { kind: 'key' }>

export function lastKey(origins: readonly Origin[]): KeyOrigin | undefined {
  return origins.filter(origin => origin.kind === 'key').at(-1)
}

export function columnNames(columns: readonly ColumnAt[]): string[] {
  return [...new Set(columns.map(({ at, column }) => `${at.table.name}.${column}`))]
}

/** What stands on the left side: columns, or where none identify it the row itself. */
export function leftSide(left: readonly ColumnAt[], rows: readonly Occurrence[]): readonly Param[] {
  return left.length > 0 ? columnNames(left) : rows.map(({ table }) => phrase('row', { table: table.name }))
}

/** The derivation as sentences. */
export function describe(
  origins: readonly Origin[],
  left: readonly ColumnAt[],
  goal: Goal,
  rows: readonly Occurrence[] = [],
): Because[] {
  const steps = origins
    .filter(({ kind }) => kind === 'key' || kind === 'row')
    .map(origin => {
      if (origin.kind === 'key')
        return becauseOf(
          'key-leads-to-row',
          { table: origin.at.table.name, key: keyPhrase(origin.at.table, origin.key) },
          origin.key,
        )
      const { from, to } = origin as Extract<Origin, { kind: 'row' }>
      return becauseOf(
        'reference-leads-to-row',
        { table: from.table.name, target: to.table.name },
        from.table,
      )
    })
  const to =
    'row' in goal
      ? phrase('one-row', { table: goal.row.table.name })
      : phrase('one-value', { columns: columnNames(goal.columns) })
  return [...steps, becauseOf('all-reached', { from: leftSide(left, rows), to })]
}

/** What is not reached, and the keys of the first table on the way whose row is not. */
export function whyNotReached(
  tree: OccurrenceTree,
  implication: Implication,
  left: readonly ColumnAt[],
  goal: Goal,
  rows: readonly Occurrence[] = [],
): Because[] {
  const missed =
    'row' in goal
      ? phrase('one-row', { table: goal.row.table.name })
      : phrase('one-value', {
          columns: columnNames(goal.columns.filter(column => !implication.reachesColumn(column))),
        })
  const stuck = (tree.occurrences.find(at => !implication.reachesRow(at)) ?? tree.occurrences[0]!).table
  const keys = declaredKeys(stuck)
  const first = becauseOf('not-reached', { from: leftSide(left, rows), to: missed }, stuck)
  const second =
    keys.length === 0
      ? becauseOf('no-key-of', { table: stuck.name }, stuck)
      : becauseOf(
          'key-part-missing',
          { table: stuck.name, keys: keys.map(key => keyPhrase(stuck, key)) },
          keys[0],
        )
  return [first, second]
}

export function heldBack(table: Table, key: KeyOrigin | undefined): Because {
  const at = key?.at.table ?? table
  return becauseOf(
    'held-back-by-key',
    { table: at.name, key: key ? keyPhrase(at, key.key) : phrase('layout', {}) },
    key?.key ?? table,
  )
}
