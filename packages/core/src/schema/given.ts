import type { Span } from '../findings'
import type { Key, Schema, Table } from './schema'

/** The place of what stands nowhere on the student's own sheet: no offset, and no slot. */
export const NOWHERE: Span = { start: -1, end: -1 }

export const isNowhere = ({ start }: Span): boolean => start < 0

/**
 * What the exercise gives, as a part of a student's schema: marked so, and without places, since those of the
 * given text mean nothing on a sheet of the student's.
 */
export function asGiven({ tables }: Schema): Schema {
  return { tables: tables.map(givenTable) }
}

function givenTable(table: Table): Table {
  const place = { span: NOWHERE }
  const placed = (key: Key): Key => ({ ...key, ...place })
  return {
    ...table,
    ...place,
    nameSpan: NOWHERE,
    given: true,
    columns: table.columns.map(column => ({ ...column, ...place, nameSpan: NOWHERE })),
    primaryKey: table.primaryKey && placed(table.primaryKey),
    uniques: table.uniques.map(placed),
    references: table.references.map(reference => ({ ...reference, ...place })),
    checks: table.checks.map(check => ({ ...check, ...place })),
    unmodelled: table.unmodelled.map(construct => ({ ...construct, ...place })),
    ...(table.indexes ? { indexes: table.indexes.map(index => ({ ...index, ...place })) } : {}),
  }
}
