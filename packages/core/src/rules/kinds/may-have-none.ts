import { z } from 'zod'
import { assertUnreachable, TABLE_SHEETS } from '../../findings'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { absent, says, type Result } from '../result'
import { emptyCellWitness } from '../witness'
import type { RuleModule } from './module'
import { requiredBy } from './participation'
import { Name, about } from './shapes'

const MayHaveNone = z.object({ kind: z.literal('mayHaveNone'), entity: Name, role: Name })
type MayHaveNone = z.infer<typeof MayHaveNone>

/** The target of the role may have nothing that leads to it. */
export const mayHaveNone: RuleModule<MayHaveNone> = {
  shape: MayHaveNone,
  sheets: TABLE_SHEETS,
  weight: 'permission',
  names: 'elements',
  words: rule => `far side may have none: ${about(rule, rule.role)}`,
  elements: ({ role }) => [role],
  evaluate,
  end: ({ role }) => ({ role, ask: 'least', of: 'toEntity', wanted: 0, otherwise: 'too strict' }),
}

/** Broken never, too strict where its row cannot stand alone. */
function evaluate(reading: Reading, { entity, role }: MayHaveNone): Result {
  const layout = reading.rolePlacement(entity, role)?.layout
  const target = reading.role(entity, role)?.target
  if (!layout || target === undefined) return absent('role-absent', { entity, role })
  const table = reading.table(reading.placement(entity)!.table)
  switch (layout.kind) {
    case 'columns':
      return absent('entity-absent', { entity: target })
    case 'inside':
      if (reading.isGuest(entity) && mayStandAlone(reading, entity, role))
        return says(
          'upheld',
          [becauseOf('far-side-free', { table: table.name, near: table.name }, table)],
          [table],
        )
      return says('too strict', [becauseOf('far-side-inside', { table: table.name, target }, table)], [table])
    case 'backward': {
      const far = reading.table(layout.step.fromTable)
      const columns = layout.step.columns.map(([column]) => column)
      if (!reading.isStepRequired(layout.step))
        return says(
          'upheld',
          [becauseOf('far-side-free', { table: far.name, near: table.name }, far)],
          [far, table],
        )
      return says(
        'too strict',
        [becauseOf('far-side-required', { table: far.name, columns }, far)],
        [far, table],
        emptyCellWitness(reading, far, columns, 'refused', requiredBy(far, columns[0]!)),
      )
    }
    case 'forward':
    case 'via': {
      const far = reading.table(layout.kind === 'via' ? layout.toTarget.toTable : layout.step.toTable)
      return says(
        'upheld',
        [becauseOf('far-side-free', { table: far.name, near: table.name }, far)],
        [far, table],
      )
    }
    default:
      return assertUnreachable(layout)
  }
}

/** Whether a row of an end into which a relationship is folded may be without the others. */
function mayStandAlone(reading: Reading, entity: string, own: string): boolean {
  return reading
    .entity(entity)!
    .roles.filter(({ name }) => name !== own)
    .every(({ name }) => {
      const layout = reading.rolePlacement(entity, name)?.layout
      return layout?.kind === 'forward' && !reading.isStepRequired(layout.step)
    })
}
