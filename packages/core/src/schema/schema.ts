import type { Span } from '../findings'
import type { DataType } from './types'

/**
 * A relational schema as a script, a dictionary or a diagram describes it. All names are as written, without
 * quotation marks.
 */
export interface Schema {
  readonly tables: readonly Table[]
}

/**
 * What of a table is unmodelled that is made like another one (LIKE, INHERITS): its columns are not all
 * known.
 */
export const TAKEN_FROM_ANOTHER = 'what is taken from another table'

export interface Table {
  readonly name: string
  readonly namespace: string | null
  readonly columns: readonly Column[]
  readonly primaryKey: Key | null
  readonly uniques: readonly Key[]
  readonly references: readonly Reference[]
  readonly checks: readonly Check[]
  /**
   * Constructs that hold rows back in ways we do not reason about: partial or expression indexes, exclusion
   * constraints ...
   */
  readonly unmodelled: readonly Unmodelled[]
  readonly span: Span
  readonly nameSpan: Span
  /** Whether the exercise gave this table: it is not the student's own. */
  readonly given: boolean
  /** What the script says about the table in words (COMMENT ON and its kin). */
  readonly comment?: string
  /** Indexes that hold no row back. */
  readonly indexes?: readonly Index[]
}

export interface Unmodelled {
  readonly what: string
  readonly span: Span
  /**
   * The columns in which two rows must agree before it can hold one of them back; where none are said it may
   * be any.
   */
  readonly columns?: readonly string[]
}

export interface Column {
  readonly name: string
  readonly type: DataType
  /** NOT NULL is written, or follows from the type's domain. Primary key columns: see `isRequired`. */
  readonly notNull: boolean
  readonly default: string | null
  /** How it numbers itself; `isAlways` where a number of its own is refused. */
  readonly numbering: { readonly start: string; readonly step: string; readonly isAlways?: boolean } | null
  readonly generated: boolean
  /** What it is computed from, where it is. */
  readonly generation?: { readonly expression: string; readonly stored: boolean }
  readonly comment?: string
  /** Where it is said that it may be empty: NULL is written, or the question is answered so. */
  readonly saysNull?: Span
  readonly span: Span
  readonly nameSpan: Span
}

/** An index over plain columns; an expression stands as it was written. */
export interface Index {
  readonly name: string | null
  readonly columns: readonly string[]
  readonly span: Span
}

export interface Key {
  /** Null when the database would make a name up. */
  readonly name: string | null
  readonly columns: readonly string[]
  /** UNIQUE NULLS NOT DISTINCT: two NULLs are the same. */
  readonly nullsNotDistinct: boolean
  readonly span: Span
}

export const REFERENTIAL_ACTIONS = ['no action', 'restrict', 'cascade', 'set null', 'set default'] as const
export type ReferentialAction = (typeof REFERENTIAL_ACTIONS)[number]

export interface Reference {
  readonly name: string | null
  readonly columns: readonly string[]
  readonly table: string
  /** Filled in from the target's primary key where none are written; empty when that is not known. */
  readonly targetColumns: readonly string[]
  readonly onDelete: ReferentialAction
  readonly onUpdate: ReferentialAction
  readonly deferrable: boolean
  readonly span: Span
  /** What the line is called that it was drawn as. */
  readonly line?: LineNames
}

/** The names of a line as seen from the table that refers: roles of both ends, verbs both ways. */
export interface LineNames {
  readonly own: string
  readonly target: string
  readonly verb: string
  readonly back: string
}

export interface Check {
  readonly name: string | null
  readonly expression: string
  readonly span: Span
}

/**
 * Names are compared as PostgreSQL folds them, and quoted ones without regard to case, so that a capital
 * never hides a match.
 */
export function foldName(name: string): string {
  return name.toLowerCase()
}

export function sameName(a: string, b: string): boolean {
  return a === b || foldName(a) === foldName(b)
}

const tablesByName = new WeakMap<Schema, ReadonlyMap<string, Table>>()

/**
 * The table of that name; of two with the same name the first. Constant time after the first look-up in a
 * schema.
 */
export function findTable(schema: Schema, name: string): Table | undefined {
  let index = tablesByName.get(schema)
  if (!index) {
    index = new Map([...schema.tables].reverse().map(table => [foldName(table.name), table]))
    tablesByName.set(schema, index)
  }
  return index.get(foldName(name))
}

const namesOfTables = new WeakMap<Schema, readonly string[]>()

/** The names of all tables, in their order; made once for a schema. */
export function tableNames(schema: Schema): readonly string[] {
  let names = namesOfTables.get(schema)
  if (!names) {
    names = schema.tables.map(({ name }) => name)
    namesOfTables.set(schema, names)
  }
  return names
}

const columnsByName = new WeakMap<readonly Column[], ReadonlyMap<string, Column>>()

/**
 * The column of that name; of two with the same name the first. Constant time after the first look-up in a
 * table of many columns.
 */
export function findColumn(table: Pick<Table, 'columns'>, name: string): Column | undefined {
  const { columns } = table
  if (columns.length < 12) return columns.find(column => sameName(column.name, name))
  let index = columnsByName.get(columns)
  if (index?.size !== columns.length) {
    index = new Map([...columns].reverse().map(column => [foldName(column.name), column]))
    columnsByName.set(columns, index)
  }
  return index.get(foldName(name))
}

/**
 * Whether a row of the table must have a value in the column: NOT NULL, part of the primary key, or CHECK (c
 * IS NOT NULL).
 */
export function isRequired(table: Table, name: string): boolean {
  const column = findColumn(table, name)
  if (!column) return false
  return (
    column.notNull ||
    (table.primaryKey?.columns.some(key => sameName(key, name)) ?? false) ||
    table.checks.some(check => demandsValue(check.expression, name))
  )
}

function demandsValue(expression: string, column: string): boolean {
  const match = /^\s*"?([^"\s]+)"?\s+is\s+not\s+null\s*$/i.exec(expression)
  return match !== null && sameName(match[1]!, column)
}

/** All keys that a table declares: the primary key first. */
export function declaredKeys(table: Table): readonly Key[] {
  return table.primaryKey ? [table.primaryKey, ...table.uniques] : table.uniques
}

export function sameColumns(a: readonly string[], b: readonly string[]): boolean {
  return a.length === b.length && a.every(name => b.some(other => sameName(name, other)))
}
