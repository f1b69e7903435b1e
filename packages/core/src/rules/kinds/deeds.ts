import { findColumn, type Reference, type ReferentialAction, type Table } from '../../schema'
import type { RoleLayout, Step } from '../../alignment'
import { phrase } from '../../words'
import { becauseOf } from '../because'
import type { Reading } from '../reading'

/** Why a deed is refused as a whole: it would empty what must have a value. */
export function nullRefused(
  step: Step,
  reference: Reference,
  action: ReferentialAction,
  on: 'DELETE' | 'UPDATE',
) {
  return becauseOf(
    'null-refused',
    {
      table: step.fromTable,
      columns: step.columns.map(([column]) => column),
      action: phrase('deed', { on, action }),
    },
    reference,
  )
}

/**
 * SET NULL, or SET DEFAULT without a default, on a column that must have a value: the whole statement is
 * refused.
 */
export function emptiesRequired(
  reading: Reading,
  table: Table,
  step: Step,
  action: ReferentialAction,
): boolean {
  if (action !== 'set null' && action !== 'set default') return false
  return step.columns.some(
    ([column]) =>
      reading.isRequired(table, column) &&
      (action === 'set null' || findColumn(table, column)?.default === null),
  )
}

/** The reference by which a role leads to its target, from the entity's table or from one between. */
export function stepToTarget(layout: RoleLayout): Step | undefined {
  if (layout.kind === 'via') return layout.toTarget
  return layout.kind === 'forward' ? layout.step : undefined
}
