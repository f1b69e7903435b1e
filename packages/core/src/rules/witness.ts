import type { Step } from '../alignment'
import { declaredKeys, findColumn, foldName, isRequired, sameName, type Column, type Table } from '../schema'
import { phrase, type Phrase } from '../words'
import { keyPhrase } from './because'
import type { ColumnAt, Implication, Occurrence, OccurrenceTree, Origin } from './occurrences'
import type { Reading } from './reading'
import type { Cell, Deed, Witness, WitnessTable } from './verdict'
import { sampleValue, suited } from './witness-values'

/**
 * A column's value follows the reference: what it equals in the target decides, so that joined rows agree.
 */
function valueOf(reading: Reading, tree: OccurrenceTree, asked: ColumnAt, which: number): string {
  let current = asked
  for (let hops = 0; hops < 8; hops++) {
    const next = tree
      .equalities()
      .find(({ from }) => from.at === current.at && sameName(from.column, current.column))
    if (!next) break
    current = next.to
  }
  const column = findColumn(current.at.table, current.column)!
  return sampleValue(reading, current.at.table, column, which + 2 * twinsBefore(tree, current.at))
}

/** Rows of a table that is reached by several paths are different rows. */
function twinsBefore(tree: OccurrenceTree, at: Occurrence): number {
  return tree.occurrences.filter(({ id, table }) => table === at.table && id < at.id).length
}

type KeyOrigin = Extract<Origin, { kind: 'key' }>

/**
 * Two rows that agree on all that `left` determines and differ in everything else: the classical
 * counterexample, one row where the whole row is determined. With `refusedBy` it is the pair that this key
 * refuses: then the rows of `row` differ though the key says they may not. The columns of the goal are shown.
 */
export function twoRowWitness(
  reading: Reading,
  tree: OccurrenceTree,
  left: readonly ColumnAt[],
  implication: Implication,
  refusedBy: KeyOrigin | null | undefined,
  { row, goal = [] }: { readonly row?: Occurrence; readonly goal?: readonly ColumnAt[] } = {},
): Witness {
  const shown = tree.occurrences.map((at): WitnessTable => {
    const isDoubled = refusedBy
      ? at === (row ?? refusedBy.at) || at === refusedBy.at
      : !implication.reachesRow(at)
    const columns = witnessColumns(tree, at, [...left, ...goal])
    const fixed = (column: string): boolean =>
      refusedBy
        ? left.some(other => other.at === at && sameName(other.column, column)) ||
          refusedBy.key.columns.some(name => at === refusedBy.at && sameName(name, column))
        : implication.reachesColumn({ at, column })
    const fast = columns.filter(
      column => fixed(column) || goal.some(other => other.at === at && sameName(other.column, column)),
    )
    const cells = (which: number): readonly Cell[] => {
      const row = columns.map(column => valueOf(reading, tree, { at, column }, fixed(column) ? 0 : which))
      return suited(reading, at.table, columns, row, fast)
    }
    return {
      table: at.table.name,
      columns,
      rows: isDoubled
        ? [
            { cells: cells(0), bad: false },
            { cells: cells(1), bad: true },
          ]
        : [{ cells: cells(0), bad: false }],
    }
  })
  const tables = merged(shown.filter(table => table.rows.length > 1 || !isImpliedByOthers(table, shown)))
  return {
    outcome: refusedBy ? 'refused' : 'accepted',
    by: refusedBy
      ? phrase('key-of', {
          key: keyPhrase(refusedBy.at.table, refusedBy.key),
          table: refusedBy.at.table.name,
        })
      : null,
    tables,
  }
}

/** The rows of a table that stands there several times, under each other: what more the one shows is empty in the other. */
function merged(tables: readonly WitnessTable[]): WitnessTable[] {
  const found = new Map<string, WitnessTable>()
  for (const table of tables) {
    const before = found.get(table.table)
    const columns = [...new Set([...(before?.columns ?? []), ...table.columns])]
    const rows = [before, table].flatMap(
      part =>
        part?.rows.map(({ cells, bad }) => ({
          cells: columns.map(name => cells[part.columns.indexOf(name)] ?? null),
          bad,
        })) ?? [],
    )
    found.set(table.table, { table: table.table, columns, rows })
  }
  return [...found.values()]
}

/** A single row of the exercise's given tables says nothing new beside the rows that refer to it. */
function isImpliedByOthers(table: WitnessTable, all: readonly WitnessTable[]): boolean {
  return all.some(other => other !== table && other.rows.length > 1) && table.rows.length === 1
}

/** Key columns, join columns, the columns asked about and what must be filled, in the order of the table. */
function witnessColumns(tree: OccurrenceTree, at: Occurrence, asked: readonly ColumnAt[]): string[] {
  const wanted = new Set<string>()
  for (const key of declaredKeys(at.table)) for (const column of key.columns) wanted.add(foldName(column))
  for (const { from, to } of tree.equalities()) {
    if (from.at === at) wanted.add(foldName(from.column))
    if (to.at === at) wanted.add(foldName(to.column))
  }
  for (const column of asked) if (column.at === at) wanted.add(foldName(column.column))
  for (const name of filledColumns(at.table)) wanted.add(foldName(name))
  const other = at.table.columns.find(({ name, generated }) => !generated && !wanted.has(foldName(name)))
  if (other && wanted.size < 2) wanted.add(foldName(other.name))
  return at.table.columns.map(({ name }) => name).filter(name => wanted.has(foldName(name)))
}

/** One row with nothing in `empty`. */
export function emptyCellWitness(
  reading: Reading,
  table: Table,
  empty: readonly string[],
  outcome: Witness['outcome'],
  by: Phrase | null,
): Witness {
  const columns = columnsWith(table, empty)
  const cells = columns.map(name =>
    empty.some(other => sameName(other, name))
      ? null
      : sampleValue(reading, table, findColumn(table, name)!, 0),
  )
  const row = { cells: suited(reading, table, columns, cells, empty), bad: true }
  return { outcome, by, tables: [{ table: table.name, columns, rows: [row] }] }
}

/** One row of the role's target, with nothing of the entity that leads to it. */
export function farSideWitness(
  reading: Reading,
  entity: string,
  target: string,
  outcome: Witness['outcome'],
  by: Phrase | null,
): Witness | null {
  const [near, far] = [entity, target]
    .map(name => reading.placement(name)?.table)
    .map(name => (name === undefined ? undefined : reading.table(name)))
  if (!near || !far) return null
  const [row] = emptyCellWitness(reading, far, [], outcome, by).tables
  return { outcome, by, tables: [row!, { table: near.name, columns: columnsWith(near, []), rows: [] }] }
}

/** The table's key (or first columns), the columns named, and what must be filled. */
function columnsWith(table: Table, named: readonly string[]): string[] {
  const key = declaredKeys(table)[0]?.columns ?? table.columns.slice(0, 2).map(({ name }) => name)
  const wanted = [...key, ...named, ...filledColumns(table)]
  return table.columns
    .filter(({ generated }) => !generated)
    .map(({ name }) => name)
    .filter(name => wanted.some(other => sameName(other, name)))
}

/** Columns without which a row is refused: they must have a value and take none of themselves. */
function filledColumns(table: Table): string[] {
  return table.columns
    .filter(
      ({ name, default: own, numbering, generated }) =>
        own === null && !numbering && !generated && isRequired(table, name),
    )
    .map(({ name }) => name)
}

/** A row that names something which is not there. */
export function orphanWitness(
  reading: Reading,
  table: Table,
  columns: readonly string[],
  step: Step | null,
): Witness {
  const shown = columnsWith(table, columns)
  const target = step && reading.table(step.toTable)
  const value = (name: string): string => {
    const pair = step?.columns.find(([own]) => sameName(own, name))
    const column = pair && target ? findColumn(target, pair[1]) : undefined
    if (column && target) return sampleValue(reading, target, column, 1)
    return sampleValue(reading, table, findColumn(table, name)!, 0)
  }
  const rows: WitnessTable[] = [
    { table: table.name, columns: shown, rows: [{ cells: shown.map(value), bad: true }] },
  ]
  if (target) rows.unshift({ table: target.name, columns: step.columns.map(([, key]) => key), rows: [] })
  return { outcome: 'accepted', by: null, tables: rows }
}

/**
 * A row that leads to one row of the target and names another in what is not part of the reference; null
 * where it has no column for that.
 */
export function otherPartWitness(reading: Reading, step: Step, missed: readonly string[]): Witness | null {
  const [from, target] = [reading.table(step.fromTable), reading.table(step.toTable)]
  if (!missed.every(name => findColumn(from, name) && findColumn(target, name))) return null
  const keys = step.columns.map(([, key]) => key)
  const value = (name: string, which: number): string =>
    sampleValue(reading, target, findColumn(target, name)!, which)
  const shown = columnsWith(from, [...step.columns.map(([own]) => own), ...missed])
  const cells = shown.map(name => {
    const pair = step.columns.find(([own]) => sameName(own, name))
    if (pair) return value(pair[1], 0)
    return missed.some(other => sameName(other, name))
      ? value(name, 1)
      : sampleValue(reading, from, findColumn(from, name)!, 0)
  })
  const there = columnsWith(target, [...keys, ...missed])
  return {
    outcome: 'accepted',
    by: null,
    tables: [
      {
        table: target.name,
        columns: there,
        rows: [{ cells: there.map(name => value(name, 0)), bad: false }],
      },
      { table: from.name, columns: shown, rows: [{ cells, bad: true }] },
    ],
  }
}

/** One row with the value in the column, and whatever else it must have. */
export function valueWitness(
  reading: Reading,
  table: Table,
  column: Column,
  value: string,
  outcome: Witness['outcome'],
  check?: string,
): Witness {
  const refusal =
    check === undefined ? phrase('type', { type: column.type.text }) : phrase('check', { check })
  const columns = columnsWith(table, [column.name])
  const cells = columns.map(name =>
    sameName(name, column.name) ? value : sampleValue(reading, table, findColumn(table, name)!, 0),
  )
  return {
    outcome,
    by: outcome === 'refused' ? refusal : null,
    tables: [
      {
        table: table.name,
        columns,
        rows: [{ cells: suited(reading, table, columns, cells, [column.name]), bad: true }],
      },
    ],
  }
}

/** The row that is deleted or whose key is changed, and the row that refers to it. */
export function deedWitness(reading: Reading, step: Step, deed: Deed): Witness {
  const outcome = deed.becomes === 'refused' ? 'refused' : 'accepted'
  const target = reading.table(step.toTable)
  const from = reading.table(step.fromTable)
  const there = columnsWith(
    target,
    step.columns.map(([, key]) => key),
  )
  const value = (key: string): string => sampleValue(reading, target, findColumn(target, key)!, 0)
  const shown = columnsWith(
    from,
    step.columns.map(([own]) => own),
  )
  const cells = shown.map(name => {
    const pair = step.columns.find(([own]) => sameName(own, name))
    return pair ? value(pair[1]) : sampleValue(reading, from, findColumn(from, name)!, 0)
  })
  return {
    outcome,
    deed,
    by:
      outcome === 'refused'
        ? phrase('reference', { table: from.name, columns: step.columns.map(([own]) => own) })
        : null,
    tables: [
      { table: target.name, columns: there, rows: [{ cells: there.map(value), bad: true }] },
      { table: from.name, columns: shown, rows: [{ cells, bad: false }] },
    ],
  }
}
