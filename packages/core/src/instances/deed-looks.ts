import { findColumn, foldName, sameName } from '../schema'
import { stepToTarget, type Reading } from '../rules'
import type { Step } from '../alignment'
import type { FilledCell, Row } from './fill'
import { plainValues } from './fresh-values'
import type { ProbeDeed } from './probe'
import { literal, type StatementWriter } from './statements'

export interface DeedPlan {
  readonly statement: string
  /** The row to which it is done. */
  readonly row: Row
  /** How many rows of the other are left; how many of those lead nowhere; how many lead to the thing. */
  readonly looks: readonly string[]
}

/** The statement that does it, and what is asked afterwards; undefined where the answer has no row for it. */
export function deedLooks(
  reading: Reading,
  deed: ProbeDeed,
  rows: readonly Row[],
  writer: StatementWriter,
): DeedPlan | undefined {
  const other = rows.find(({ thing }) => thing === deed.other)
  const layout = reading.rolePlacement(deed.entity, deed.role)?.layout
  if (!other || !layout) return undefined
  const step = stepToTarget(layout)
  if (!step) return undefined
  const row = rows.find(({ thing, table }) => thing === deed.thing && sameName(table.name, step.toTable))
  const leading = rows.find(
    ({ thing, table }) => thing === deed.other && sameName(table.name, step.fromTable),
  )
  if (!row || !leading) return undefined
  const changed = deed.what === 'update' ? newKey(row, step) : undefined
  if (deed.what === 'update' && !changed) return undefined
  const where = writer.conditions(row.table, [...row.cells])
  const statement = changed
    ? `UPDATE ${writer.table(row.table)} SET ${writer.column(findColumn(row.table, changed.column)!)} = ${changed.text} WHERE ${where}`
    : `DELETE FROM ${writer.table(row.table)} WHERE ${where}`
  return { statement, row, looks: looksAt(step, other, leading, row, writer, changed) }
}

interface NewKey {
  readonly column: string
  readonly text: string
  readonly value: string
}

/** Another value for what tells the thing apart: of what is referred to, where it is a fact; else of any fact of its key. */
function newKey({ table, cells }: Row, step: Step): NewKey | undefined {
  const refers = (name: string): boolean =>
    table.references.some(({ columns }) => columns.some(column => foldName(column) === name))
  const keyed = step.columns.map(([, key]) => foldName(key)).find(key => cells.get(key)?.of && !refers(key))
  const named =
    keyed ?? [...cells].find(([name, { of, value }]) => of !== '' && value !== null && !refers(name))?.[0]
  const column = named === undefined ? undefined : findColumn(table, named)
  if (!column) return undefined
  const old = cells.get(named!)!.value
  const value = plainValues(column.type)
    .toReversed()
    .find(other => other !== old)
  return value === undefined ? undefined : { column: named!, value, text: literal(value, column) }
}

function looksAt(
  step: Step,
  other: Row,
  leading: Row,
  row: Row,
  writer: StatementWriter,
  changed: NewKey | undefined,
): string[] {
  const link = step.columns.map(([own]) => foldName(own))
  const isBetween = other !== leading
  const identified = (cells: Row['cells']): [string, FilledCell][] =>
    [...cells].filter(([name]) => !link.includes(name))
  const isLeft = isBetween
    ? writer.counting(other)
    : `SELECT count(*)::text FROM ${writer.table(leading.table)} WHERE ${writer.conditions(leading.table, identified(leading.cells))}`
  const here = writer.conditions(leading.table, identified(leading.cells))
  const empty = link.map(name => `${writer.column(findColumn(leading.table, name)!)} IS NULL`).join(' OR ')
  const cells = new Map(row.cells)
  if (changed) cells.set(changed.column, { value: changed.value, of: '' })
  const meets = step.columns
    .map(
      ([own, key]) =>
        `f.${writer.column(findColumn(leading.table, own)!)} = t.${writer.column(findColumn(row.table, key)!)}`,
    )
    .join(' AND ')
  return [
    isLeft,
    `SELECT count(*)::text FROM ${writer.table(leading.table)} WHERE ${here}`,
    `SELECT count(*)::text FROM ${writer.table(leading.table)} WHERE ${here} AND (${empty})`,
    `SELECT count(*)::text FROM (SELECT * FROM ${writer.table(leading.table)} WHERE ${here}) f JOIN (SELECT * FROM ${writer.table(row.table)} WHERE ${writer.conditions(row.table, [...cells])}) t ON ${meets}`,
  ]
}
