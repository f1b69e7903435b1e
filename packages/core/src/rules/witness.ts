import { findEntity } from '../alignment'
import type { Step } from '../alignment'
import { declaredKeys, findColumn, findTable, foldName, sameName, type Column, type Table } from '../schema'
import { phrase, type Phrase } from '../words'
import { keyPhrase } from './because'
import type { ColumnAt, Implication, Occurrence, OccurrenceTree, Origin } from './occurrences'
import type { Reading } from './reading'
import type { Cell, Deed, Witness, WitnessTable } from './verdict'

/**
 * Values for the rows of a witness: the exercise's samples where the column stands for an attribute, what the
 * target shows where it refers to one, else plain values of the type.
 */
function sampleValue(reading: Reading, table: string, column: Column, which: number, hops = 0): string {
  const attribute = reading.alignment.attributes.find(
    other => sameName(other.table, table) && sameName(other.column, column.name),
  )
  const samples =
    attribute &&
    findEntity(reading.world, attribute.entity)?.attributes.find(({ name }) => name === attribute.attribute)
      ?.samples
  if (samples && samples.length > which) return samples[which]!
  const target = hops < 4 ? referredColumn(reading, table, column.name) : undefined
  if (target) return sampleValue(reading, target.table.name, target.column, which, hops + 1)
  switch (column.type.family) {
    case 'integer':
    case 'decimal':
    case 'float':
      return String(which + 1)
    case 'date':
      return `2025-09-0${which + 1}`
    case 'timestamp':
      return `2025-09-0${which + 1} 09:00`
    case 'boolean':
      return which === 0 ? 'true' : 'false'
    default:
      return which === 0 ? 'a' : 'b'
  }
}

/**
 * The column of another table that a column refers to, by a declared reference or by what stands for a role.
 */
function referredColumn(
  reading: Reading,
  table: string,
  column: string,
): { table: Table; column: Column } | undefined {
  const declared = reading.table(table).references.map(reference => ({
    toTable: reference.table,
    columns: reference.columns.map((own, i) => [own, reference.targetColumns[i] ?? ''] as const),
  }))
  const implied = reading.alignment.roles.flatMap(({ layout }) =>
    layout.kind === 'forward' && sameName(layout.step.fromTable, table) ? [layout.step] : [],
  )
  for (const { toTable, columns } of [...declared, ...implied]) {
    const pair = columns.find(([own]) => sameName(own, column))
    const target = pair && findTable(reading.schema, toTable)
    const found = target && findColumn(target, pair[1])
    if (found) return { table: target, column: found }
  }
  return undefined
}

/**
 * A column's value follows the reference: what it equals in the target decides, so that joined rows agree.
 */
function valueOf(reading: Reading, tree: OccurrenceTree, { at, column }: ColumnAt, which: number): string {
  let current: ColumnAt = { at, column }
  for (let hops = 0; hops < 8; hops++) {
    const next = tree
      .equalities()
      .find(({ from }) => from.at === current.at && sameName(from.column, current.column))
    if (!next) break
    current = next.to
  }
  return sampleValue(reading, current.at.table.name, findColumn(current.at.table, current.column)!, which)
}

type KeyOrigin = Extract<Origin, { kind: 'key' }>

/**
 * Two rows that agree on all that `left` determines and differ in everything else: the classical
 * counterexample, one row where the whole row is determined. With `refusedBy` it is the pair that this key
 * refuses: then the rows of `row` differ though the key says they may not.
 */
export function twoRowWitness(
  reading: Reading,
  tree: OccurrenceTree,
  left: readonly ColumnAt[],
  implication: Implication,
  refusedBy: KeyOrigin | null | undefined,
  row?: Occurrence,
): Witness {
  const shown = tree.occurrences.map((at): WitnessTable => {
    const isDoubled = refusedBy
      ? at === (row ?? refusedBy.at) || at === refusedBy.at
      : !implication.reachesRow(at)
    const columns = witnessColumns(tree, at, left)
    const fixed = (column: string): boolean =>
      refusedBy
        ? left.some(other => other.at === at && sameName(other.column, column)) ||
          refusedBy.key.columns.some(name => at === refusedBy.at && sameName(name, column))
        : implication.reachesColumn({ at, column })
    const cells = (which: number): Cell[] =>
      columns.map(column => valueOf(reading, tree, { at, column }, fixed(column) ? 0 : which))
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
  const tables = shown.filter(table => table.rows.length > 1 || !isImpliedByOthers(table, shown))
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

/** A single row of the exercise's given tables says nothing new beside the rows that refer to it. */
function isImpliedByOthers(table: WitnessTable, all: readonly WitnessTable[]): boolean {
  return all.some(other => other !== table && other.rows.length > 1) && table.rows.length === 1
}

/** Key columns, join columns and the columns asked about, in the order of the table. */
function witnessColumns(tree: OccurrenceTree, at: Occurrence, left: readonly ColumnAt[]): string[] {
  const wanted = new Set<string>()
  for (const key of declaredKeys(at.table)) for (const column of key.columns) wanted.add(foldName(column))
  for (const { from, to } of tree.equalities()) {
    if (from.at === at) wanted.add(foldName(from.column))
    if (to.at === at) wanted.add(foldName(to.column))
  }
  for (const column of left) if (column.at === at) wanted.add(foldName(column.column))
  const other = at.table.columns.find(({ name }) => !wanted.has(foldName(name)))
  if (other) wanted.add(foldName(other.name))
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
      : sampleValue(reading, table.name, findColumn(table, name)!, 0),
  )
  return { outcome, by, tables: [{ table: table.name, columns, rows: [{ cells, bad: true }] }] }
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

/** The table's key (or first columns) and the columns named. */
function columnsWith(table: Table, named: readonly string[]): string[] {
  const key = declaredKeys(table)[0]?.columns ?? table.columns.slice(0, 2).map(({ name }) => name)
  return table.columns
    .map(({ name }) => name)
    .filter(name => [...key, ...named].some(other => sameName(other, name)))
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
    if (column && target) return sampleValue(reading, target.name, column, 1)
    return sampleValue(reading, table.name, findColumn(table, name)!, 0)
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
    sampleValue(reading, target.name, findColumn(target, name)!, which)
  const shown = columnsWith(from, [...step.columns.map(([own]) => own), ...missed])
  const cells = shown.map(name => {
    const pair = step.columns.find(([own]) => sameName(own, name))
    if (pair) return value(pair[1], 0)
    return missed.some(other => sameName(other, name))
      ? value(name, 1)
      : sampleValue(reading, from.name, findColumn(from, name)!, 0)
  })
  const there = [...keys, ...missed]
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

export function valueWitness(
  table: Table,
  column: Column,
  value: string,
  outcome: Witness['outcome'],
  check?: string,
): Witness {
  const refusal =
    check === undefined ? phrase('type', { type: column.type.text }) : phrase('check', { check })
  return {
    outcome,
    by: outcome === 'refused' ? refusal : null,
    tables: [{ table: table.name, columns: [column.name], rows: [{ cells: [value], bad: true }] }],
  }
}

/** The row that is deleted or whose key is changed, and the row that refers to it. */
export function deedWitness(reading: Reading, step: Step, deed: Deed): Witness {
  const outcome = deed.becomes === 'refused' ? 'refused' : 'accepted'
  const target = reading.table(step.toTable)
  const from = reading.table(step.fromTable)
  const keys = step.columns.map(([, key]) => key)
  const value = (key: string): string => sampleValue(reading, target.name, findColumn(target, key)!, 0)
  const shown = columnsWith(
    from,
    step.columns.map(([own]) => own),
  )
  const cells = shown.map(name => {
    const pair = step.columns.find(([own]) => sameName(own, name))
    return pair ? value(pair[1]) : sampleValue(reading, from.name, findColumn(from, name)!, 0)
  })
  return {
    outcome,
    deed,
    by:
      outcome === 'refused'
        ? phrase('reference', { table: from.name, columns: step.columns.map(([own]) => own) })
        : null,
    tables: [
      { table: target.name, columns: keys, rows: [{ cells: keys.map(value), bad: true }] },
      { table: from.name, columns: shown, rows: [{ cells, bad: false }] },
    ],
  }
}
