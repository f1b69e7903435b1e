import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import { fit, storedAs } from '../../schema'
import { phrase } from '../../words'
import { becauseOf } from '../because'
import { checksOn } from '../../sql'
import type { Reading } from '../reading'
import { leadingPart } from '../parts'
import { absent, outside, says, type Result } from '../result'
import type { Because } from '../verdict'
import { valueWitness } from '../witness'
import type { RuleModule } from './module'
import { Name, Values, about } from './shapes'
import { isOtherNotation } from './other-notation'
import { factNamed, placesOf, type Placed } from './values'

const Stores = z.object({ kind: z.literal('stores'), entity: Name, attribute: Name, values: Values })
type Stores = z.infer<typeof Stores>

type Said = 'value-kept' | 'value-refused' | 'value-unknown' | 'check-refuses' | 'check-unknown'

/** Sample values are accepted and read back as they were written. */
export const stores: RuleModule<Stores> = {
  shape: Stores,
  sheets: TABLE_SHEETS,
  weight: 'other',
  names: 'elements',
  words: rule => `kept as written: ${about(rule, rule.attribute)}`,
  elements: ({ attribute }) => [attribute],
  evaluate,
  level: () => 'logical',
}

function evaluate(reading: Reading, { entity, attribute, values }: Stores): Result {
  const places = placesOf(reading, entity, attribute)
  if (places.length === 0) return absent('attribute-absent', { attribute })
  // Of a role that leads by several columns a value has as many parts, joined by "|".
  const partsOf = (at: number): string[] => values.map(value => value.split('|')[at] ?? value)
  const fact = factNamed(reading, entity, attribute)
  return leadingPart(
    places.map((placed, i) => {
      const found = storesIn(reading, placed, places.length === 1 ? values : partsOf(i))
      const other =
        found.witness && fact
          ? values.find(value => isOtherNotation(fact, placed.table, placed.column, value))
          : undefined
      return other === undefined ? found : inOtherNotation(placed, other)
    }),
  )
}

function inOtherNotation({ table, column }: Placed, value: string): Result {
  const names = { table: table.name, column: column.name, type: column.type.text, value }
  return outside([becauseOf('other-notation', names, column)], [table])
}

function storesIn(reading: Reading, { table, column }: Placed, values: readonly string[]): Result {
  const fits = values.map(value => ({
    value,
    fit: fit(value, column.type),
    check: checksOn(table, column.name, value),
  }))
  const because = (code: Said, value: string, check = ''): Because =>
    becauseOf(code, { table: table.name, column: column.name, type: column.type.text, value, check }, column)
  const changed = fits.find(other => other.fit === 'changed')
  if (changed) {
    const becomes = storedAs(changed.value, column.type) ?? phrase('something-else', {})
    return says(
      'broken',
      [
        becauseOf(
          'value-changed',
          {
            table: table.name,
            column: column.name,
            type: column.type.text,
            value: changed.value,
            becomes,
          },
          column,
        ),
      ],
      [table],
      {
        ...valueWitness(reading, table, column, changed.value, 'accepted'),
        readBack: { value: changed.value, as: becomes },
      },
    )
  }
  const refused = fits.find(other => other.fit === 'refused')
  if (refused)
    return says(
      'too strict',
      [because('value-refused', refused.value)],
      [table],
      valueWitness(reading, table, column, refused.value, 'refused'),
    )
  const checked = fits.find(({ check }) => check.outcome === 'refuses')
  if (checked)
    return says(
      'too strict',
      [because('check-refuses', checked.value, checked.check.by!)],
      [table],
      valueWitness(reading, table, column, checked.value, 'refused', checked.check.by!),
    )
  const unknown = fits.find(other => other.fit === 'unknown')
  if (unknown) return outside([because('value-unknown', unknown.value)], [table])
  const unread = fits.find(({ check }) => check.outcome === 'unknown')
  if (unread) return outside([because('check-unknown', unread.value, unread.check.by!)], [table])
  return says('upheld', [because('value-kept', values[0]!)], [table])
}
