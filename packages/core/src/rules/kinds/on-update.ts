import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import type { Step } from '../../alignment'
import { sameName, type Reference } from '../../schema'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { absent, says, type Result } from '../result'
import type { Updated } from '../verdict'
import { deedWitness } from '../witness'
import { emptiesRequired, nullRefused, stepToTarget } from './deeds'
import type { RuleModule } from './module'
import { Name, about } from './shapes'

const OnUpdate = z.object({
  kind: z.literal('onUpdate'),
  entity: Name,
  role: Name,
  outcome: z.enum(['refused', 'follows', 'unlinked', 'dangling']),
})
type OnUpdate = z.infer<typeof OnUpdate>

/** What becomes of the entity's link when what identifies the target of its role is changed. */
export const onUpdate: RuleModule<OnUpdate> = {
  shape: OnUpdate,
  sheets: TABLE_SHEETS,
  weight: 'demand',
  names: 'elements',
  words: rule => `on update ${rule.outcome}: ${about(rule, rule.role)}`,
  elements: ({ role }) => [role],
  level: () => 'physical',
  evaluate,
}

/** A reference by a surrogate has nothing to follow. */
function evaluate(reading: Reading, { entity, role, outcome: wanted }: OnUpdate): Result {
  const placed = reading.rolePlacement(entity, role)
  const target = reading.role(entity, role)?.target
  if (!placed || target === undefined || placed.layout.kind === 'columns')
    return absent('role-absent', { entity, role })
  const { layout } = placed
  const table = reading.table(reading.placement(entity)!.table)
  const step = stepToTarget(layout)
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
