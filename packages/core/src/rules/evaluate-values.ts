import {
  findColumn,
  findTable,
  fit,
  storedAs,
  sameName,
  type Column,
  type Reference,
  type Table,
} from '../schema'
import { becauseOf } from './because'
import { listInWords } from '../findings'
import { checksOn } from './check-values'
import type { Reading } from './reading'
import { absent, outside, says, type Of, type Result } from './result'
import type { Because } from './verdict'
import { valueWitness } from './witness'

interface Placed {
  readonly table: Table
  readonly column: Column
}

function place(reading: Reading, entity: string, attribute: string): Placed | undefined {
  const placed = reading.attribute(entity, attribute)
  const table = placed && reading.table(placed.table)
  return placed && table ? { table, column: findColumn(table, placed.column)! } : undefined
}

/** Sample values are accepted and read back as they were written. */
export function stores(reading: Reading, { entity, attribute, values }: Of<'stores'>): Result {
  const placed = place(reading, entity, attribute)
  if (!placed) return absent('attribute-absent', { entity, attribute })
  const { table, column } = placed
  const fits = values.map(value => ({
    value,
    fit: fit(value, column.type),
    check: checksOn(table, column.name, value),
  }))
  const because = (code: Because['code'], value: string, check = ''): Because =>
    becauseOf(code, { table: table.name, column: column.name, type: column.type.text, value, check }, column)
  const changed = fits.find(other => other.fit === 'changed')
  if (changed)
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
            becomes: storedAs(changed.value, column.type) ?? 'something else',
          },
          column,
        ),
      ],
      [table],
      valueWitness(table, column, changed.value, 'accepted'),
    )
  const refused = fits.find(other => other.fit === 'refused')
  if (refused)
    return says(
      'too strict',
      [because('value-refused', refused.value)],
      [table],
      valueWitness(table, column, refused.value, 'refused'),
    )
  const checked = fits.find(({ check }) => check.outcome === 'refuses')
  if (checked)
    return says(
      'too strict',
      [because('check-refuses', checked.value, checked.check.by!)],
      [table],
      valueWitness(table, column, checked.value, 'refused', checked.check.by!),
    )
  const unknown = fits.find(other => other.fit === 'unknown')
  if (unknown) return outside([because('value-unknown', unknown.value)], [table])
  const unread = fits.find(({ check }) => check.outcome === 'unknown')
  if (unread) return outside([because('check-unknown', unread.value, unread.check.by!)], [table])
  return says('upheld', [because('value-kept', values[0]!)], [table])
}

type Said = 'accepted' | 'refused' | 'unknown'

/** Refuses value, admits value: by the type, the checks, or a table that lists what is allowed. */
export function valueRule(
  reading: Reading,
  { kind, entity, attribute, values }: Of<'refusesValue' | 'admitsValue'>,
): Result {
  const placed = place(reading, entity, attribute)
  if (!placed) return absent('attribute-absent', { entity, attribute })
  const { table, column } = placed
  const list = listOf(reading, placed)
  const refuses = kind === 'refusesValue'
  if (list) {
    const code = refuses ? 'list-refuses' : 'list-table'
    return says(
      'upheld',
      [
        becauseOf(
          code,
          { table: table.name, column: column.name, target: list.table, value: values[0]! },
          list,
        ),
      ],
      [table, list.table],
    )
  }
  const judged = values.map(value => ({ value, ...judge(placed, value) }))
  const wrong = judged.find(({ said }) => said === (refuses ? 'accepted' : 'refused'))
  const reason = ({ value, by }: { value: string; by: string | null }, code: Because['code']): Because =>
    becauseOf(
      code,
      { table: table.name, column: column.name, type: column.type.text, value, check: by ?? '' },
      column,
    )
  if (wrong) {
    const because = refuses
      ? reason(wrong, 'value-accepted')
      : reason(wrong, wrong.by === null ? 'value-refused' : 'check-refuses')
    return says(
      refuses ? 'broken' : 'too strict',
      [because],
      [table],
      valueWitness(table, column, wrong.value, refuses ? 'accepted' : 'refused', wrong.by ?? undefined),
    )
  }
  const unknown = judged.find(({ said }) => said === 'unknown')
  if (unknown)
    return outside([reason(unknown, unknown.by === null ? 'value-unknown' : 'check-unknown')], [table])
  const [first] = judged
  return says(
    'upheld',
    [reason(first!, refuses ? (first!.by === null ? 'value-refused' : 'check-refuses') : 'value-admitted')],
    [table],
  )
}

function judge({ table, column }: Placed, value: string): { said: Said; by: string | null } {
  const fits = fit(value, column.type)
  if (fits === 'refused') return { said: 'refused', by: null }
  const { outcome, by } = checksOn(table, column.name, value)
  if (outcome === 'refuses') return { said: 'refused', by }
  return outcome === 'unknown' || fits === 'unknown'
    ? { said: 'unknown', by }
    : { said: 'accepted', by: null }
}

/** The reference from the column to a table that stands for nothing else: a list of values. */
function listOf(reading: Reading, { table, column }: Placed): Reference | undefined {
  return table.references.find(
    reference =>
      reference.columns.length === 1 &&
      sameName(reference.columns[0]!, column.name) &&
      findTable(reading.schema, reference.table) !== undefined &&
      !reading.alignment.entities.some(other => sameName(other.table, reference.table)),
  )
}

/** One value to a row: no list, no numbered columns, wherever the fact stands. */
export function atomic(reading: Reading, { entity, attribute }: Of<'atomic'>): Result {
  const repeated = reading.repetition(entity)
  if (repeated) {
    const code = repeated.as === 'a list' ? 'list-column' : 'numbered-columns'
    return says(
      'broken',
      [
        becauseOf(
          code,
          { table: repeated.table, column: repeated.columns[0]!, columns: listInWords(repeated.columns) },
          reading.table(repeated.table),
        ),
      ],
      [repeated.table],
    )
  }
  if (!reading.placement(entity)) return absent('entity-absent', { entity })
  const placed = place(reading, entity, attribute)
  if (!placed) return absent('attribute-absent', { entity, attribute })
  const { table, column } = placed
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
      [
        becauseOf(
          'numbered-columns',
          { table: table.name, columns: listInWords(all.map(({ name }) => name)) },
          all[1],
        ),
      ],
      [table],
    )
  return says('upheld', [becauseOf('atomic', { table: table.name, column: column.name }, column)], [table])
}
