import { z } from 'zod'
import { assertUnreachable, TABLE_SHEETS } from '../../findings'
import { findColumn } from '../../schema'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { absent, says, type Result } from '../result'
import { orphanWitness } from '../witness'
import { grantReference } from './grants'
import type { RuleModule } from './module'
import { Name, about } from './shapes'

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
