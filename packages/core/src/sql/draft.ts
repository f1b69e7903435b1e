import type { Finding, Span } from '../findings'
import { foldName, type Check, type Column, type DataType, type Key, type Reference, type Schema, type Table } from '../schema'

/** A table while a script is being read: statements change it in place. */
export interface TableDraft {
  name: string
  namespace: string | null
  columns: Column[]
  primaryKey: Key | null
  uniques: Key[]
  references: ReferenceDraft[]
  checks: Check[]
  unmodelled: { what: string, span: Span }[]
  span: Span
  nameSpan: Span
  given: boolean
}

/** A reference before its target is known: `targetColumns` is null when none are written. `statement` orders it among the statements. */
export type ReferenceDraft = Omit<Reference, 'targetColumns'> & { targetColumns: readonly string[] | null, statement: number }

/** A type made by CREATE TYPE ... AS ENUM or CREATE DOMAIN. */
export interface NamedType {
  readonly type: DataType
  readonly notNull: boolean
  readonly checks: readonly string[]
}

/** Everything read so far. */
export interface Draft {
  readonly tables: Map<string, TableDraft>
  readonly types: Map<string, NamedType>
  readonly findings: Finding[]
  /** At which statement a table was created, by folded name. */
  readonly createdAt: Map<string, number>
}

export function newDraft(given: Schema | undefined): Draft {
  const tables = new Map<string, TableDraft>()
  for (const table of given?.tables ?? []) tables.set(foldName(table.name), copyTable(table))
  return { tables, types: new Map(), findings: [], createdAt: new Map() }
}

function copyTable(table: Table): TableDraft {
  return {
    ...table, columns: [...table.columns], uniques: [...table.uniques], checks: [...table.checks], unmodelled: [...table.unmodelled],
    references: table.references.map(reference => ({ ...reference, statement: -1 })), given: true,
  }
}

/** The finished schema: references without columns get the primary key of their target. */
export function finishSchema(draft: Draft): Schema {
  const tables = [...draft.tables.values()]
  return {
    tables: tables.map(table => ({
      ...table,
      references: table.references.map(({ statement: _, ...reference }): Reference => ({
        ...reference,
        targetColumns: reference.targetColumns
          ?? draft.tables.get(foldName(reference.table))?.primaryKey?.columns ?? [],
      })),
    })),
  }
}
