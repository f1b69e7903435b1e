import { findColumn, findTable, fit, sameName, type Column, type Reference, type Table } from '../../schema'
import { becauseOf } from '../because'
import { findAttribute, type WorldAttribute } from '../../alignment'
import { checksOn, dayText, type Moment } from '../../sql'
import { phrase } from '../../words'
import { onDays } from '../by-today'
import { isOtherNotation } from './other-notation'
import type { Reading } from '../reading'
import { absent, outside, says, type Result } from '../result'
import type { Because } from '../verdict'
import { valueWitness } from '../witness'

export interface Placed {
  readonly table: Table
  readonly column: Column
}

/** Where a fact stands: the column and its table; where it is written elsewhere only, there. */
export function placeOfFact(reading: Reading, entity: string, attribute: string): Placed | undefined {
  const placed = reading.attribute(entity, attribute) ?? reading.copies(entity, attribute)[0]
  const table = placed && reading.table(placed.table)
  return placed && table ? { table, column: findColumn(table, placed.column)! } : undefined
}

/**
 * Where a member of an entity stands: the column of an attribute, or those by which a role leads to its
 * target. Empty where it has no place of its own.
 */
export function placesOf(reading: Reading, entity: string, member: string): Placed[] {
  if (!reading.role(entity, member)) {
    const placed = placeOfFact(reading, entity, member)
    return placed ? [placed] : []
  }
  const layout = reading.rolePlacement(entity, member)?.layout
  const at = (table: string, columns: readonly string[]): Placed[] =>
    columns.flatMap(name => {
      const host = reading.table(table)
      const column = findColumn(host, name)
      return column ? [{ table: host, column }] : []
    })
  switch (layout?.kind) {
    case 'forward':
      return at(
        layout.step.fromTable,
        layout.step.columns.map(([column]) => column),
      )
    case 'via':
      return at(
        layout.table,
        layout.toTarget.columns.map(([column]) => column),
      )
    case 'columns':
      return at(layout.table, layout.columns)
    case 'inside': {
      const { target } = reading.role(entity, member)!
      return (reading.entity(target)?.identifier ?? []).flatMap(key => placesOf(reading, target, key))
    }
    case 'backward':
    case undefined:
      return []
  }
}

interface ValueRule {
  readonly entity: string
  readonly attribute: string
  readonly values: readonly string[]
}

type Fault = 'value-refused' | 'value-unknown' | 'check-refuses' | 'check-unknown'
type Said = 'accepted' | 'refused' | 'unknown'

/** Refuses value, admits value: by the type, the checks, or a table that lists what is allowed. */
export function valueRule(
  reading: Reading,
  { entity, attribute, values }: ValueRule,
  refuses: boolean,
): Result {
  const placed = placeOfFact(reading, entity, attribute)
  if (!placed) return absent('attribute-absent', { attribute })
  const { table, column } = placed
  const list = listOf(reading, placed)
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
  const fact = factNamed(reading, entity, attribute)
  const judged = values.flatMap(value => judgedOn(placed, value, fact?.byToday ?? false))
  const wrong = judged.find(({ said }) => said === (refuses ? 'accepted' : 'refused'))
  const reason = (
    { value, by, today }: Judged,
    code: Fault | 'value-accepted' | 'value-admitted' | 'other-notation',
  ): Because =>
    becauseOf(
      code,
      {
        table: table.name,
        column: column.name,
        type: column.type.text,
        value: today === null ? value : phrase('on-day', { value, day: dayText(today) }),
        check: by ?? '',
      },
      column,
    )
  if (wrong && fact && isOtherNotation(fact, table, column, wrong.value))
    return outside([reason(wrong, 'other-notation')], [table])
  if (wrong) {
    const because = refuses
      ? reason(wrong, 'value-accepted')
      : reason(wrong, wrong.by === null ? 'value-refused' : 'check-refuses')
    return says(
      refuses ? 'broken' : 'too strict',
      [because],
      [table],
      valueWitness(
        reading,
        table,
        column,
        wrong.value,
        refuses ? 'accepted' : 'refused',
        wrong.by ?? undefined,
      ),
    )
  }
  const unknown = judged.find(({ said }) => said === 'unknown')
  if (unknown)
    return outside([reason(unknown, unknown.by === null ? 'value-unknown' : 'check-unknown')], [table])
  const [first] = judged
  const refusal = first!.by === null ? 'value-refused' : 'check-refuses'
  return says('upheld', [reason(first!, refuses ? refusal : 'value-admitted')], [table])
}

/** What a column does to a value; with the day, where that is one that means another each day. */
interface Judged {
  readonly value: string
  readonly said: Said
  readonly by: string | null
  readonly today: Moment | null
}

function judgedOn(placed: Placed, value: string, byToday: boolean): Judged[] {
  const days = onDays(value, byToday)
  if (days.length === 0) return [{ value, today: null, ...judge(placed, value) }]
  return days.map(({ value: day, today }) => ({ value: day, today, ...judge(placed, day, [today]) }))
}

/** The attribute of the world. */
export function factNamed(reading: Reading, entity: string, attribute: string): WorldAttribute | undefined {
  const found = reading.entity(entity)
  return found && findAttribute(found, attribute)
}

function judge(
  { table, column }: Placed,
  value: string,
  days?: readonly Moment[],
): { said: Said; by: string | null } {
  const fits = fit(value, column.type)
  if (fits === 'refused') return { said: 'refused', by: null }
  const { outcome, by } = checksOn(table, column.name, value, days)
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
