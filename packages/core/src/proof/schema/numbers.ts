import { findColumn, isRequired, sameName, type Column, type Table } from '../../schema'
import {
  INTEGER,
  columnOf,
  freeName,
  isInReference,
  keyOf,
  mentions,
  naturalKey,
  referenceTo,
  referencesTo,
  withColumnNamed,
  withFilledKey,
  withTable,
  type Design,
  type Placed,
} from './places'

/**
 * The design with a number as the primary key of one table, and whatever refers to it led there; the natural key is
 * kept unique where asked. Undefined where the table has a number already, refers to itself, or what refers to it is
 * given, or does so by columns that are a part of another reference or are referred to.
 */
export function throughNumber(
  design: Design,
  table: Table,
  { isUnique }: { readonly isUnique: boolean },
): Design | undefined {
  const { primaryKey } = table
  const natural = naturalKey(table)
  const isNumbered = primaryKey?.columns.some(name => findColumn(table, name)?.numbering)
  if (!primaryKey || isNumbered || natural !== primaryKey.columns) return undefined
  const incoming = referencesTo(design, table.name)
  if (!incoming.every(placed => isLedAlone(design, placed, table))) return undefined
  const id = freeName(table, `${table.name}_id`)
  const numbered = withTable(design, table.name, of => ({
    ...withFilledKey(of),
    columns: [
      columnOf(id, INTEGER, { notNull: true, numbering: { start: '1', step: '1' } }),
      ...withFilledKey(of).columns,
    ],
    primaryKey: keyOf([id]),
    uniques: isUnique ? [...of.uniques, keyOf(primaryKey.columns)] : of.uniques,
  }))
  return incoming.reduce((next, placed) => ledTo(next, placed, id), numbered)
}

/** Whether the columns of the reference can be replaced: they are its own, and nothing leads to them. */
function isLedAlone(design: Design, { table, reference }: Placed, target: Table): boolean {
  const others = table.references.filter(other => other !== reference)
  const led = referencesTo(design, table.name).flatMap(placed => placed.reference.targetColumns)
  const isAskedOtherwise = table.checks.some(
    ({ expression }) =>
      reference.columns.some(name => mentions(expression, name)) &&
      !comparesReferences(table, expression, target),
  )
  return (
    !isAskedOtherwise &&
    !table.given &&
    !sameName(table.name, target.name) &&
    reference.columns.every(
      name =>
        !isInReference({ ...table, references: others }, name) && !led.some(other => sameName(other, name)),
    )
  )
}

/** Whether a condition only compares references to the target by one column each: numbers can be compared as well. */
function comparesReferences(table: Table, expression: string, target: Table): boolean {
  return (
    !/['\d]/.test(expression) &&
    table.columns.every(
      ({ name }) =>
        !mentions(expression, name) ||
        table.references.some(
          ({ table: to, columns }) =>
            sameName(to, target.name) && columns.length === 1 && sameName(columns[0]!, name),
        ),
    )
  )
}

/** The reference by the number, in place of its columns wherever those stand. */
function ledTo(design: Design, { table, reference }: Placed, id: string): Design {
  const current = design.schema.tables.find(({ name }) => sameName(name, table.name))!
  const [first, ...rest] = reference.columns
  // Of several references each keeps what it is called.
  const isOne = table.references.filter(other => sameName(other.table, reference.table)).length === 1
  const own = freeName(current, isOne ? id : `${first}_id`)
  const replaced = (columns: readonly string[]): string[] =>
    columns.flatMap(name => {
      if (sameName(name, first!)) return [own]
      return rest.some(other => sameName(other, name)) ? [] : [name]
    })
  const column = columnOf(own, INTEGER, {
    notNull: reference.columns.every(name => isRequired(current, name)),
  })
  return withTable(design, table.name, of => ({
    ...of,
    columns: of.columns.flatMap((other): Column[] => {
      if (sameName(other.name, first!)) return [column]
      return rest.some(name => sameName(name, other.name)) ? [] : [other]
    }),
    primaryKey: of.primaryKey && { ...of.primaryKey, columns: replaced(of.primaryKey.columns) },
    uniques: of.uniques.map(key => ({ ...key, columns: replaced(key.columns) })),
    checks: of.checks.map(check => ({
      ...check,
      expression: withColumnNamed(check.expression, first!, own),
    })),
    references: of.references.map(other =>
      other === reference || (sameName(other.table, reference.table) && sameName(other.columns[0]!, first!))
        ? { ...referenceTo([own], other.table, [id]), onDelete: other.onDelete, onUpdate: other.onUpdate }
        : other,
    ),
  }))
}
