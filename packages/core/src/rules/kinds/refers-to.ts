import { z } from 'zod'
import { assertUnreachable, TABLE_SHEETS } from '../../findings'
import { findEntity, type Step } from '../../alignment'
import { findColumn, findTable, fit, sameName, type Column, type Table } from '../../schema'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { absent, says, type Result } from '../result'
import { orphanWitness, otherPartWitness, valueWitness } from '../witness'
import { grantReference } from './grants'
import type { RuleModule } from './module'
import { Name, about } from './shapes'
import { placesOf } from './values'

const RefersTo = z.object({ kind: z.literal('refersTo'), entity: Name, role: Name })
type RefersTo = z.infer<typeof RefersTo>

/** What the role names exists. */
export const refersTo: RuleModule<RefersTo> = {
  shape: RefersTo,
  sheets: TABLE_SHEETS,
  weight: 'demand',
  names: 'elements',
  words: rule => `exists: ${about(rule, rule.role)}`,
  elements: ({ role }) => [role],
  evaluate,
  end: ({ role }) => ({ role, ask: 'line' }),
  grant: { rank: 3, to: (reading, { entity, role }) => grantReference(reading, entity, role) },
}

/** The reference is declared, or the layout leaves no orphan to be written. */
function evaluate(reading: Reading, { entity, role }: RefersTo): Result {
  const layout = reading.rolePlacement(entity, role)?.layout
  if (!layout) return absent('role-absent', { entity, role })
  const table = reading.table(reading.placement(entity)!.table)
  switch (layout.kind) {
    case 'inside':
      return says('upheld', [becauseOf('by-layout', { table: table.name }, table)], [table])
    case 'backward':
      return says(
        'upheld',
        [becauseOf('by-layout', { table: layout.step.fromTable }, reading.table(layout.step.fromTable))],
        [layout.step.fromTable, table],
      )
    case 'columns': {
      const because = [
        becauseOf(
          'reference-nowhere',
          { table: table.name, columns: layout.columns },
          findColumn(table, layout.columns[0]!) ?? table,
        ),
      ]
      return says('broken', because, [table], orphanWitness(reading, table, layout.columns, null))
    }
    case 'forward':
    case 'via': {
      const step = layout.kind === 'via' ? layout.toTarget : layout.step
      const columns = step.columns.map(([column]) => column)
      const reference = reading.declared(step)
      const from = reading.table(step.fromTable)
      const unfit = reference && valueThatCannotRefer(reading, step)
      if (unfit) return cannotRefer(reading, from, step, unfit)
      const missed = reference ? partNotReferred(reading, entity, role, step) : []
      if (missed.length > 0) return refersToPart(reading, step, missed)
      if (reference)
        return says(
          'upheld',
          [becauseOf('reference-declared', { table: from.name, columns, target: step.toTable }, reference)],
          [from, step.toTable],
        )
      const because = [
        becauseOf(
          'reference-missing',
          { table: from.name, columns, target: step.toTable },
          findColumn(from, columns[0]!) ?? from,
        ),
      ]
      return says('broken', because, [from, step.toTable], orphanWitness(reading, from, columns, step))
    }
    default:
      return assertUnreachable(layout)
  }
}

/**
 * Columns that say which one is meant, here and in the target's table, and are not in the reference, which
 * holds the rest of them: a row may lead to one and name another.
 */
function partNotReferred(reading: Reading, entity: string, role: string, step: Step): string[] {
  const target = reading.role(entity, role)!.target
  if (!sameName(reading.placement(target)?.table ?? '', step.toTable)) return []
  const named = (reading.entity(target)?.identifier ?? []).flatMap(member =>
    ownColumns(reading, target, member),
  )
  const referred = step.columns.map(([, key]) => key)
  const from = reading.table(step.fromTable)
  const isWithin = referred.every(key => named.some(name => sameName(name, key)))
  return isWithin
    ? named.filter(name => findColumn(from, name) && !referred.some(key => sameName(key, name)))
    : []
}

/** The columns in an entity's own table by which one of its members stands there. */
function ownColumns(reading: Reading, entity: string, member: string): string[] {
  const table = reading.placement(entity)!.table
  return placesOf(reading, entity, member).flatMap(placed =>
    sameName(placed.table.name, table) ? [placed.column.name] : [],
  )
}

function refersToPart(reading: Reading, step: Step, missed: readonly string[]): Result {
  const from = reading.table(step.fromTable)
  const columns = step.columns.map(([column]) => column)
  const because = becauseOf(
    'reference-misses-part',
    { table: from.name, columns, target: step.toTable, missed },
    findColumn(from, columns[0]!) ?? from,
  )
  return says('broken', [because], [from, step.toTable], otherPartWitness(reading, step, missed))
}

interface Unfit {
  readonly column: Column
  readonly value: string
}

/**
 * A value of the target's key, of those that the exercise gives, which the key holds and the reference cannot:
 * what is known by it can never be referred to.
 */
function valueThatCannotRefer(reading: Reading, { fromTable, toTable, columns }: Step): Unfit | undefined {
  const [from, to] = [reading.table(fromTable), findTable(reading.schema, toTable)]
  for (const [own, key] of to ? columns : []) {
    const [column, target] = [findColumn(from, own), findColumn(to!, key)]
    if (!column || !target) continue
    const value = samplesIn(reading, toTable, key).find(
      sample =>
        fit(sample, target.type) === 'kept' && ['changed', 'refused'].includes(fit(sample, column.type)),
    )
    if (value !== undefined) return { column, value }
  }
  return undefined
}

/** The sample values of what stands in a column, and those that a rule says are kept there. */
function samplesIn({ alignment, world, rules }: Reading, table: string, column: string): string[] {
  return alignment.attributes
    .filter(other => sameName(other.table, table) && sameName(other.column, column))
    .flatMap(({ entity, attribute }) => [
      ...(findEntity(world, entity)?.attributes.find(({ name }) => name === attribute)?.samples ?? []),
      ...rules.flatMap(rule =>
        rule.kind === 'stores' && sameName(rule.entity, entity) && sameName(rule.attribute, attribute)
          ? rule.values
          : [],
      ),
    ])
}

function cannotRefer(reading: Reading, from: Table, { toTable }: Step, { column, value }: Unfit): Result {
  return says(
    'too strict',
    [
      becauseOf(
        'reference-cannot-hold',
        { table: from.name, column: column.name, type: column.type.text, target: toTable, value },
        column,
      ),
    ],
    [from, toTable],
    valueWitness(
      reading,
      from,
      column,
      value,
      fit(value, column.type) === 'refused' ? 'refused' : 'accepted',
    ),
  )
}
