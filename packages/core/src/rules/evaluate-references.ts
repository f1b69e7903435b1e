import { assertUnreachable, listInWords } from '../findings'
import { findColumn, sameName, type Reference, type ReferentialAction, type Table } from '../schema'
import type { Step } from '../alignment'
import { becauseOf } from './because'
import type { Reading } from './reading'
import { absent, says, type Of, type Result } from './result'
import type { Deleted, Updated } from './verdict'
import { deedWitness, orphanWitness } from './witness'

/** The reference is declared, or the layout leaves no orphan to be written. */
export function refersTo(reading: Reading, { entity, role }: Of<'refersTo'>): Result {
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
          { table: table.name, columns: listInWords(layout.columns) },
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
      if (reference)
        return says(
          'upheld',
          [
            becauseOf(
              'reference-declared',
              { table: from.name, columns: listInWords(columns), target: step.toTable },
              reference,
            ),
          ],
          [from, step.toTable],
        )
      const because = [
        becauseOf(
          'reference-missing',
          { table: from.name, columns: listInWords(columns), target: step.toTable },
          findColumn(from, columns[0]!) ?? from,
        ),
      ]
      return says('broken', because, [from, step.toTable], orphanWitness(reading, from, columns, step))
    }
    default:
      return assertUnreachable(layout)
  }
}

const DELETE_CODES = {
  refused: 'delete-refused',
  gone: 'delete-gone',
  unlinked: 'delete-unlinked',
  dangling: 'delete-dangling',
} as const

/** What becomes of the rows of the entity when the target of its role is deleted. */
export function onDelete(reading: Reading, { entity, role, outcome: wanted }: Of<'onDelete'>): Result {
  const placed = reading.rolePlacement(entity, role)
  if (!placed || placed.layout.kind === 'columns') return absent('role-absent', { entity, role })
  const { layout } = placed
  const table = reading.table(reading.placement(entity)!.table)
  const step = layout.kind === 'via' ? layout.toTarget : layout.kind === 'forward' ? layout.step : undefined
  const reference = step && reading.declared(step)
  const empties =
    step && reference && emptiesRequired(reading, reading.table(step.fromTable), step, reference.onDelete)
  const actual: Deleted = empties
    ? 'refused'
    : layout.kind === 'inside'
      ? 'gone'
      : layout.kind === 'backward'
        ? 'unlinked'
        : deletedBy(reference, layout.kind === 'via')
  const target = step?.toTable ?? (layout.kind === 'backward' ? layout.step.fromTable : table.name)
  const because = empties
    ? [nullRefused(step, reference, reference.onDelete, 'DELETE')]
    : [
        becauseOf(
          DELETE_CODES[actual],
          {
            table: step?.fromTable ?? table.name,
            target,
            action: reference ? reference.onDelete.toUpperCase() : '',
          },
          reference ?? table,
        ),
      ]
  const tables = [table, target]
  if (actual === wanted) return says('upheld', because, tables)
  return says(
    actual === 'refused' ? 'too strict' : 'broken',
    because,
    tables,
    step ? deedWitness(reading, step, { what: 'delete', becomes: actual, should: wanted }) : null,
  )
}

function nullRefused(step: Step, reference: Reference, action: ReferentialAction, on: 'DELETE' | 'UPDATE') {
  return becauseOf(
    'null-refused',
    {
      table: step.fromTable,
      columns: listInWords(step.columns.map(([column]) => column)),
      action: `ON ${on} ${action.toUpperCase()}`,
    },
    reference,
  )
}

/**
 * SET NULL, or SET DEFAULT without a default, on a column that must have a value: the whole statement is
 * refused.
 */
function emptiesRequired(reading: Reading, table: Table, step: Step, action: ReferentialAction): boolean {
  if (action !== 'set null' && action !== 'set default') return false
  return step.columns.some(
    ([column]) =>
      reading.isRequired(table, column) &&
      (action === 'set null' || findColumn(table, column)?.default === null),
  )
}

function deletedBy(reference: Reference | undefined, isBetween: boolean): Deleted {
  if (!reference) return 'dangling'
  switch (reference.onDelete) {
    case 'cascade':
      return isBetween ? 'unlinked' : 'gone'
    case 'set null':
    case 'set default':
      return 'unlinked'
    case 'restrict':
    case 'no action':
      return 'refused'
  }
}

/**
 * What becomes of the link when what identifies the target is changed. A reference by a surrogate has nothing
 * to follow.
 */
export function onUpdate(reading: Reading, { entity, role, outcome: wanted }: Of<'onUpdate'>): Result {
  const placed = reading.rolePlacement(entity, role)
  const target = reading.role(entity, role)?.target
  if (!placed || target === undefined || placed.layout.kind === 'columns')
    return absent('role-absent', { entity, role })
  const { layout } = placed
  const table = reading.table(reading.placement(entity)!.table)
  const step = layout.kind === 'via' ? layout.toTarget : layout.kind === 'forward' ? layout.step : undefined
  if (!step || !namesIdentifier(reading, target, step)) {
    const because = [
      becauseOf(
        'update-surrogate',
        { table: step?.fromTable ?? table.name, target: step?.toTable ?? target },
        table,
      ),
    ]
    return says(wanted === 'follows' ? 'upheld' : 'broken', because, [table])
  }
  const reference = reading.declared(step)
  const from = reading.table(step.fromTable)
  const empties = reference && emptiesRequired(reading, from, step, reference.onUpdate)
  const actual: Updated = empties ? 'refused' : updatedBy(reference)
  const because = empties
    ? [nullRefused(step, reference, reference.onUpdate, 'UPDATE')]
    : [
        becauseOf(
          `update-${actual}`,
          { table: from.name, target: step.toTable, action: reference?.onUpdate.toUpperCase() ?? '' },
          reference ?? from,
        ),
      ]
  if (actual === wanted) return says('upheld', because, [from, step.toTable])
  return says(
    actual === 'refused' ? 'too strict' : 'broken',
    because,
    [from, step.toTable],
    deedWitness(reading, step, { what: 'update', becomes: actual, should: wanted }),
  )
}

function updatedBy(reference: Reference | undefined): Updated {
  if (!reference) return 'dangling'
  switch (reference.onUpdate) {
    case 'cascade':
      return 'follows'
    case 'set null':
    case 'set default':
      return 'unlinked'
    case 'restrict':
    case 'no action':
      return 'refused'
  }
}

/** Whether the columns referred to are those by which people know the target. */
function namesIdentifier(reading: Reading, target: string, step: Step): boolean {
  const columns =
    reading.entity(target)?.identifier.flatMap(member => {
      const layout = reading.rolePlacement(target, member)?.layout
      return (
        reading.attribute(target, member)?.column ??
        (layout?.kind === 'forward' ? layout.step.columns.map(([column]) => column) : [])
      )
    }) ?? []
  return step.columns.some(([, key]) => columns.some(column => sameName(column, key)))
}
