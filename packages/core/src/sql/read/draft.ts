import type { Finding, Span } from '../../findings'
import {
  asGiven,
  foldName,
  type Check,
  type Column,
  type DataType,
  type Index,
  type Key,
  type Reference,
  type Schema,
  type Table,
  type Unmodelled,
} from '../../schema'
import type { TriggerDraft } from './read-body'
import type { Change } from './read-change'
import type { Insert } from './read-insert'

export type ColumnDraft = { -readonly [K in keyof Column]: Column[K] }

/** A table while a script is being read: statements change it in place. */
export interface TableDraft {
  name: string
  namespace: string | null
  columns: Column[]
  primaryKey: Key | null
  uniques: Key[]
  references: ReferenceDraft[]
  checks: Check[]
  indexes: Index[]
  unmodelled: Unmodelled[]
  comment?: string
  /** Where the bracket stands that closes its columns. */
  closedAt?: number
  span: Span
  nameSpan: Span
  given: boolean
}

/**
 * A reference before its target is known: `targetColumns` is null when none are written. `statement` orders
 * it among the statements.
 */
export type ReferenceDraft = Omit<Reference, 'targetColumns'> & {
  targetColumns: readonly string[] | null
  statement: number
  namespace: string | null
}

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
  readonly sequences: Map<string, { start: string; step: string }>
  readonly inserts: Insert[]
  readonly findings: Finding[]
  /** At which statement a table was created, by folded name. */
  readonly createdAt: Map<string, number>
  /** Tables taken away, by folded name, with the statement that did it. */
  readonly drops: { readonly table: string; readonly statement: number }[]
  readonly changes: Change[]
  readonly triggers: TriggerDraft[]
  /** Words of functions and procedures, by folded name. */
  readonly bodies: Map<string, ReadonlySet<string>>
  /** Tables as they stand, made for the rows that come; none is left once a statement changes a table. */
  readonly now: Map<string, Table>
}

export function newDraft(given: Schema | undefined): Draft {
  const tables = new Map<string, TableDraft>()
  for (const table of given ? asGiven(given).tables : []) tables.set(foldName(table.name), copyTable(table))
  return {
    tables,
    types: new Map(),
    sequences: new Map(),
    inserts: [],
    findings: [],
    createdAt: new Map(),
    drops: [],
    changes: [],
    triggers: [],
    bodies: new Map(),
    now: new Map(),
  }
}

export function newTable(name: string, namespace: string | null, nameSpan: Span): TableDraft {
  return {
    name,
    namespace,
    columns: [],
    primaryKey: null,
    uniques: [],
    references: [],
    checks: [],
    indexes: [],
    unmodelled: [],
    span: nameSpan,
    nameSpan,
    given: false,
  }
}

function copyTable(table: Table): TableDraft {
  return {
    ...table,
    columns: [...table.columns],
    uniques: [...table.uniques],
    checks: [...table.checks],
    unmodelled: [...table.unmodelled],
    indexes: [...(table.indexes ?? [])],
    references: table.references.map(reference => ({ ...reference, statement: -1, namespace: null })),
  }
}

/**
 * The finished schema: references without columns get the primary key of their target; `trip.trip_no` means a
 * column where it names one.
 */
export function finishSchema(draft: Draft): Schema {
  return { tables: [...draft.tables.values()].map(table => finishTable(draft, table)) }
}

/** A table as it stands now; remembered until a statement changes one. */
export function tableNow(draft: Draft, name: string): Table | null {
  const key = foldName(name)
  const known = draft.now.get(key)
  const table = draft.tables.get(key)
  if (known || !table) return known ?? null
  const now = finishTable(draft, table)
  draft.now.set(key, now)
  return now
}

function finishTable(draft: Draft, { closedAt: _, ...table }: TableDraft): Table {
  return {
    ...table,
    columns: [...table.columns],
    uniques: [...table.uniques],
    checks: [...table.checks],
    references: table.references.map(reference => finishReference(draft, reference)),
  }
}

function finishReference(
  { tables }: Draft,
  { statement: _, namespace, ...reference }: ReferenceDraft,
): Reference {
  const dotted =
    tables.has(foldName(reference.table)) || namespace === null ? undefined : tables.get(foldName(namespace))
  if (
    dotted?.columns.some(({ name }) => foldName(name) === foldName(reference.table)) &&
    reference.targetColumns === null
  )
    return { ...reference, table: dotted.name, targetColumns: [reference.table] }
  return {
    ...reference,
    targetColumns:
      reference.targetColumns ?? tables.get(foldName(reference.table))?.primaryKey?.columns ?? [],
  }
}
