import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import type { Reference } from '../../schema'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { absent, says, type Result } from '../result'
import type { Deleted } from '../verdict'
import { deedWitness } from '../witness'
import type { RoleLayout } from '../../alignment'
import { emptiesRequired, nullRefused, stepToTarget } from './deeds'
import type { RuleModule } from './module'
import { Name, about } from './shapes'

const OnDelete = z.object({
  kind: z.literal('onDelete'),
  entity: Name,
  role: Name,
  outcome: z.enum(['refused', 'gone', 'unlinked', 'dangling']),
})
type OnDelete = z.infer<typeof OnDelete>

/** What becomes of the entity when the target of its role is deleted. */
export const onDelete: RuleModule<OnDelete> = {
  shape: OnDelete,
  sheets: TABLE_SHEETS,
  weight: 'demand',
  names: 'elements',
  words: rule => `on delete ${rule.outcome}: ${about(rule, rule.role)}`,
  elements: ({ role }) => [role],
  level: () => 'physical',
  evaluate,
}

const DELETE_CODES = {
  refused: 'delete-refused',
  gone: 'delete-gone',
  unlinked: 'delete-unlinked',
  dangling: 'delete-dangling',
} as const

function evaluate(reading: Reading, { entity, role, outcome: wanted }: OnDelete): Result {
  const placed = reading.rolePlacement(entity, role)
  if (!placed || placed.layout.kind === 'columns') return absent('role-absent', { entity, role })
  const { layout } = placed
  const table = reading.table(reading.placement(entity)!.table)
  const step = stepToTarget(layout)
  const reference = step && reading.declared(step)
  const empties =
    step && reference && emptiesRequired(reading, reading.table(step.fromTable), step, reference.onDelete)
  const actual = empties ? 'refused' : deletedIn(layout, reference)
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

/** What becomes of the entity by the way its link is laid out. */
function deletedIn({ kind }: RoleLayout, reference: Reference | undefined): Deleted {
  if (kind === 'inside') return 'gone'
  return kind === 'backward' ? 'unlinked' : deletedBy(reference, kind === 'via')
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
