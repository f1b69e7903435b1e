import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import { sameName } from '../../schema'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { leadingPart } from '../parts'
import { absent, says, type Result } from '../result'
import type { RuleModule } from './module'
import { Name, about } from './shapes'
import { placesOf, type Placed } from './values'

const Atomic = z.object({ kind: z.literal('atomic'), entity: Name, attribute: Name })
type Atomic = z.infer<typeof Atomic>

/** One value to a row: no list in a column, no numbered columns, wherever the fact stands. */
export const atomic: RuleModule<Atomic> = {
  shape: Atomic,
  sheets: TABLE_SHEETS,
  weight: 'other',
  names: 'elements',
  words: rule => `one value to a row: ${about(rule, rule.attribute)}`,
  elements: ({ attribute }) => [attribute],
  evaluate,
  unplaced: true,
}

function evaluate(reading: Reading, { entity, attribute }: Atomic): Result {
  const repeated = reading.repetition(entity)
  if (repeated) {
    const code = repeated.as === 'a list' ? 'list-column' : 'numbered-columns'
    return says(
      'broken',
      [
        becauseOf(
          code,
          { table: repeated.table, column: repeated.columns[0]!, columns: repeated.columns },
          reading.table(repeated.table),
        ),
      ],
      [repeated.table],
    )
  }
  if (!reading.placement(entity)) return absent('entity-absent', { entity })
  const results = placesOf(reading, entity, attribute).map(isAtomic)
  if (results.length > 0) return leadingPart(results)
  return reading.role(entity, attribute)
    ? roleWithoutColumns(reading, entity, attribute)
    : absent('attribute-absent', { attribute })
}

/** A link that stands in the target's rows has one value in each of them. */
function roleWithoutColumns(reading: Reading, entity: string, role: string): Result {
  const layout = reading.rolePlacement(entity, role)?.layout
  if (layout?.kind !== 'backward') return absent('role-absent', { entity, role })
  const { fromTable } = layout.step
  return says('upheld', [becauseOf('by-layout', { table: fromTable }, reading.table(fromTable))], [fromTable])
}

function isAtomic({ table, column }: Placed): Result {
  const stem = (name: string): string => name.toLowerCase().replace(/\d+$/, '').replace(/_$/, '')
  const numbered = table.columns.filter(({ name }) => /\d$/.test(name) && stem(name) === stem(column.name))
  const isList = /\[\]|\barray\b/i.test(column.type.text) || column.type.family === 'json'
  const all = numbered.some(other => sameName(other.name, column.name)) ? numbered : [column, ...numbered]
  if (isList)
    return says(
      'broken',
      [becauseOf('list-column', { table: table.name, column: column.name }, column)],
      [table],
    )
  if (all.length > 1)
    return says(
      'broken',
      [becauseOf('numbered-columns', { table: table.name, columns: all.map(({ name }) => name) }, all[1])],
      [table],
    )
  return says('upheld', [becauseOf('atomic', { table: table.name, column: column.name }, column)], [table])
}
