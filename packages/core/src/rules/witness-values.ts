import { findEntity } from '../alignment'
import { findColumn, findTable, fit, foldName, sameName, type Column, type Table } from '../schema'
import { checksOn, checksOnRow, literalsFor } from '../sql'
import type { Reading } from './reading'
import type { Cell } from './verdict'

/** How far references are followed for a value. */
const MOST_HOPS = 4
/** Rows that are tried until the checks of a table let one pass. */
const MOST_TRIED = 256

/** The value of row `which` (0, 1 …) of a witness in a column: different in different rows, where it can be. */
export function sampleValue(reading: Reading, table: Table, column: Column, which: number): string {
  const values = valuesFor(reading, table, column)
  return values[which] ?? values.at(-1) ?? (which === 0 ? 'a' : 'b')
}

/**
 * Values that a column can hold, each once: of its type and past the checks that look at it alone. Those that
 * the exercise gives for what stands there come first, then what the checks name, then plain ones. A column
 * that refers has the values of what it refers to.
 */
export function valuesFor(reading: Reading, table: Table, column: Column, hops = 0): string[] {
  const target = hops < MOST_HOPS ? referredColumn(reading, table, column.name) : undefined
  const plain = target
    ? valuesFor(reading, target.table, target.column, hops + 1)
    : [...literalsFor(table, column.name), ...plainValues(column)]
  const possible = [...new Set([...givenFor(reading, table, column), ...plain])]
    .filter(value => fit(value, column.type) !== 'refused')
    .map(value => ({ value, outcome: checksOn(table, column.name, value).outcome }))
  // What passes whatever the day stands before what nobody can say of.
  const found = ['passes', 'unknown'].flatMap(wanted =>
    possible.filter(({ outcome }) => outcome === wanted).map(({ value }) => value),
  )
  return found.length > 0 ? found : plain
}

/** The samples of the exercise for what stands in a column. */
function givenFor(reading: Reading, table: Table, column: Column): readonly string[] {
  const placed = reading.alignment.attributes.find(
    other => sameName(other.table, table.name) && sameName(other.column, column.name),
  )
  const entity = placed && findEntity(reading.world, placed.entity)
  return entity?.attributes.find(({ name }) => name === placed!.attribute)?.samples ?? []
}

/** For checks against the current date. */
const LONG_AGO = ['1961-05-01', '1962-05-01', '1963-05-01', '1921-05-01', '1922-05-01']
const FAR_AHEAD = ['2090-05-01', '2091-05-01', '2092-05-01']

function plainValues({ type }: Column): readonly string[] {
  switch (type.family) {
    case 'integer':
    case 'decimal':
    case 'float':
      return ['1', '2', '3', '10', '0', '100']
    case 'date':
      return ['2025-09-01', '2025-09-02', '2025-09-03', ...LONG_AGO, ...FAR_AHEAD]
    case 'timestamp':
      return ['2025-09-01 09:00', '2025-09-02 09:00', '2025-09-03 09:00']
    case 'time':
      return ['09:00', '10:00', '11:00']
    case 'boolean':
      return ['true', 'false']
    case 'enum':
      return type.members
    default:
      return ['a', 'b', 'c']
  }
}

/**
 * The cells with others in place of those that the question does not hold fast, until the checks over several
 * columns let the row pass; as they are where none do. Time at most `MOST_TRIED` looks at the checks.
 */
export function suited(
  reading: Reading,
  table: Table,
  columns: readonly string[],
  cells: readonly Cell[],
  fast: readonly string[],
): readonly Cell[] {
  const refuses = (row: readonly Cell[]): boolean =>
    checksOnRow(table, new Map(columns.map((name, i) => [foldName(name), row[i]!]))).outcome === 'refuses'
  if (table.checks.length === 0 || !refuses(cells)) return cells
  let rows: (readonly Cell[])[] = [[]]
  for (const [i, name] of columns.entries()) {
    const isFast = cells[i] === null || fast.some(other => sameName(other, name))
    const choices = isFast ? [] : valuesFor(reading, table, findColumn(table, name)!).slice(0, 3)
    const values = [...new Set([cells[i]!, ...choices])]
    rows = rows.flatMap(row => values.map(value => [...row, value])).slice(0, MOST_TRIED)
  }
  return rows.find(row => !refuses(row)) ?? cells
}

/**
 * The column of another table that a column refers to, by a declared reference or by what stands for a role.
 */
function referredColumn(
  reading: Reading,
  table: Table,
  column: string,
): { table: Table; column: Column } | undefined {
  const declared = table.references.map(reference => ({
    toTable: reference.table,
    columns: reference.columns.map((own, i) => [own, reference.targetColumns[i] ?? ''] as const),
  }))
  const implied = reading.alignment.roles.flatMap(({ layout }) =>
    layout.kind === 'forward' && sameName(layout.step.fromTable, table.name) ? [layout.step] : [],
  )
  for (const { toTable, columns } of [...declared, ...implied]) {
    const pair = columns.find(([own]) => sameName(own, column))
    const target = pair && findTable(reading.schema, toTable)
    const found = target && findColumn(target, pair[1])
    if (found) return { table: target, column: found }
  }
  return undefined
}
