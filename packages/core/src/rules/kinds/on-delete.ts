import { z } from 'zod'
import type { Reference } from '../../schema'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { absent, says, type Result } from '../result'
import type { Deleted } from '../verdict'
import { deedWitness } from '../witness'
import { emptiesRequired, nullRefused } from './deeds'
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
  sheets: ['script'],
  weight: 'demand',
  names: 'elements',
  words: rule => `on delete ${rule.outcome}: ${about(rule, rule.role)}`,
  elements: ({ role }) => [role],
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
