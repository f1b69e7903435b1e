import { assertUnreachable } from '../../findings'
import { findColumn, sameName, type Table } from '../../schema'
import type { Part } from '../../alignment'
import { phrase, type Phrase } from '../../words'
import { becauseOf } from '../because'
import { checksOn } from '../../sql'
import type { Reading } from '../reading'
import { absent, outside, says, type Result } from '../result'
import { emptyCellWitness } from '../witness'

/** Must have, may lack: whether the path to the fact or the other entity is total. */
export function participation(
  reading: Reading,
  { entity, path }: { readonly entity: string; readonly path: string },
  must: boolean,
): Result {
  if (reading.role(entity, path)) return roleParticipation(reading, entity, path, must)
  const placed = reading.attribute(entity, path) ?? reading.copies(entity, path)[0]
  if (!placed) return absent('attribute-absent', { attribute: path })
  const own = reading.table(reading.placement(entity)!.table)
  // A fact that stands in the rows of another entity only: without such a row there is none.
  if ('host' in placed) return mayBeMissing(reading, own, placed.table, [placed.column], must)
  const part = reading.part(entity, placed.table)
  return part
    ? columnsOfPart(reading, own, part, [placed.column], must)
    : columnsParticipation(reading, reading.table(placed.table), [placed.column], must)
}

/** In a further table: whose row may be missing, unless the first table must lead to one. */
function columnsOfPart(
  reading: Reading,
  own: Table,
  { table, step }: Part,
  columns: readonly string[],
  must: boolean,
): Result {
  if (sameName(step.fromTable, own.name) && reading.isStepRequired(step))
    return columnsParticipation(reading, reading.table(table), columns, must)
  return mayBeMissing(reading, own, table, columns, must)
}

function mayBeMissing(
  reading: Reading,
  own: Table,
  part: string,
  columns: readonly string[],
  must: boolean,
): Result {
  const because = [becauseOf('not-total-part', { columns, part, table: own.name }, reading.table(part))]
  return must
    ? says('broken', because, [own, part], emptyCellWitness(reading, own, [], 'accepted', null))
    : says('upheld', because, [own, part])
}

/** An end of a relationship folded into a table: a row without it is no such relationship. */
function namedByItself(table: Table, columns: readonly string[], must: boolean): Result {
  const because = [becauseOf('by-layout', { table: table.name }, findColumn(table, columns[0]!) ?? table)]
  return must ? says('upheld', because, [table]) : says('too strict', because, [table])
}

function roleParticipation(reading: Reading, entity: string, role: string, must: boolean): Result {
  const layout = reading.rolePlacement(entity, role)?.layout
  if (!layout) return absent('role-absent', { entity, role })
  const table = reading.table(reading.placement(entity)!.table)
  switch (layout.kind) {
    case 'forward': {
      const columns = layout.step.columns.map(([column]) => column)
      const part = reading.part(entity, layout.step.fromTable)
      if (part) return columnsOfPart(reading, table, part, columns, must)
      return reading.isGuest(entity) && reading.entity(entity)!.identifier.includes(role)
        ? namedByItself(table, columns, must)
        : columnsParticipation(reading, table, columns, must)
    }
    case 'columns':
      return columnsParticipation(reading, table, layout.columns, must)
    case 'inside': {
      const target = reading.role(entity, role)!.target
      const identifier = reading
        .entity(target)!
        .identifier.flatMap(member => reading.attribute(target, member)?.column ?? [])
      return columnsParticipation(reading, table, identifier, must)
    }
    case 'backward':
    case 'via': {
      const between = layout.kind === 'via' ? layout.table : layout.step.fromTable
      const because = [becauseOf('detour-optional', { table: table.name, between }, reading.table(between))]
      return must
        ? says('broken', because, [table, between], emptyCellWitness(reading, table, [], 'accepted', null))
        : says('upheld', because, [table, between])
    }
    default:
      return assertUnreachable(layout)
  }
}

function columnsParticipation(
  reading: Reading,
  table: Table,
  columns: readonly string[],
  must: boolean,
): Result {
  const optional = columns.filter(column => !reading.isRequired(table, column))
  const place = findColumn(table, columns[0]!) ?? table
  if (optional.length === 0) {
    const check = columns
      .map(column => checksOn(table, column, null))
      .find(({ outcome }) => outcome === 'refuses')
    const because = check
      ? [becauseOf('check-demands', { table: table.name, columns, check: check.by! }, place)]
      : [becauseOf('required', { table: table.name, columns }, place)]
    return must
      ? says('upheld', because, [table])
      : says(
          'too strict',
          because,
          [table],
          emptyCellWitness(reading, table, columns, 'refused', requiredBy(table, columns[0]!)),
        )
  }
  const unknown = optional
    .map(column => checksOn(table, column, null))
    .find(({ outcome }) => outcome === 'unknown')
  if (unknown)
    return outside([becauseOf('check-unknown', { table: table.name, check: unknown.by! }, place)], [table])
  const because = [
    becauseOf('optional', { table: table.name, columns: optional }, findColumn(table, optional[0]!) ?? table),
  ]
  return must
    ? says('broken', because, [table], emptyCellWitness(reading, table, optional, 'accepted', null))
    : says('upheld', because, [table])
}

export function requiredBy(table: Table, column: string): Phrase {
  if (table.primaryKey?.columns.some(name => sameName(name, column)))
    return phrase('primary-key-of', { table: table.name })
  return findColumn(table, column)?.notNull
    ? phrase('not-null', { column })
    : phrase('some-check', { table: table.name })
}
