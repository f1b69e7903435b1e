import type { Refusal } from '../instances'
import { listInWords } from '../language'
import { findTable, sameName, type Check, type Schema, type Table } from '../schema'
import { columnsOf, readExpression } from '../sql'

/**
 * Why the engine refused, in our words: by the SQLSTATE of its error (PostgreSQL documentation, appendix A) and
 * what the script says. For what has no words of ours, the engine's.
 */
export function refusalInWords(refusal: Refusal, schema: Schema): string {
  const table = refusal.table === null ? undefined : findTable(schema, refusal.table)
  const [named, values] = keyOf(refusal)
  switch (refusal.state) {
    case '23505':
      return `${doubledInWords(refusal, named, values)}${byKey(refusal, table)}.`
    case '23503':
      return danglingInWords(refusal, named, values)
    case '23502':
      return `${refusal.column ?? 'A column'} must have a value.`
    case '23514':
      return checkInWords(refusal, table)
    case '22001':
      return 'A text is longer than its column takes.'
    case '22003':
      return 'A number is larger than its column takes.'
    case '22P02':
    case '22007':
    case '22008':
      return 'A value is not of the type of its column.'
    case '428C9':
      return `${refusal.column ?? 'A column'} is filled by the engine alone.`
    case '42P01':
      return 'There is no such table.'
    case '42703':
      return 'There is no such column.'
    case '42601':
      return 'This is not written as SQL wants it.'
    default:
      return refusal.message
  }
}

/** What the engine says of the values: Key (a, b)=(1, 2) … */
function keyOf({ detail = '' }: Refusal): [columns: string, values: string] {
  const [, columns = '', values = ''] = /\(([^()]*)\)=\((.*?)\)(?: |\.|$)/.exec(detail) ?? []
  const list = columns.split(', ').map(name => name.replaceAll('"', ''))
  return [listInWords(list), values]
}

/** Where a key is over an expression, the engine names no columns that we could. */
function doubledInWords({ table, constraint }: Refusal, named: string, values: string): string {
  const other = `Another row of ${table ?? 'the table'}`
  return named === ''
    ? `${other} is the same by ${constraint ?? 'a key'}`
    : `${other} has ${named} ${values} already`
}

function byKey({ constraint }: Refusal, table: Table | undefined): string {
  if (!table || constraint === null) return ''
  const { primaryKey } = table
  const isPrimary = sameName(primaryKey?.name ?? `${table.name}_pkey`, constraint)
  return isPrimary ? ': the primary key tells rows apart' : ': it is UNIQUE'
}

/** A row that leads nowhere, or one that others lead to. */
function danglingInWords({ detail = '', table }: Refusal, named: string, values: string): string {
  const [, target] = /not present in table "(.*)"/.exec(detail) ?? []
  if (target !== undefined) return `No row of ${target} is there that ${named} ${values} could refer to.`
  const [, from] = /still referenced from table "(.*)"/.exec(detail) ?? []
  if (from !== undefined) return `Rows of ${from} still refer to ${named} ${values}.`
  return `A row of ${table ?? 'a table'} would refer to nothing.`
}

function checkInWords({ constraint, table: name }: Refusal, table: Table | undefined): string {
  const check = table && constraint !== null ? checkNamed(table, constraint) : undefined
  return check
    ? `CHECK (${check.expression}) is not met.`
    : `${constraint ?? 'A CHECK'} of ${name ?? 'the table'} is not met.`
}

/** The check of that name; one without is named by the engine after its table and its column, if it is of one. */
function checkNamed(table: Table, constraint: string): Check | undefined {
  const named = table.checks.find(({ name }) => name !== null && sameName(name, constraint))
  if (named) return named
  const unnamed = table.checks.filter(({ name }) => name === null)
  const of = (check: Check): string => {
    const columns = [...columnsOf(readExpression(check.expression))]
    return columns.length === 1 ? `${table.name}_${columns[0]}_check` : `${table.name}_check`
  }
  const found = unnamed.filter(check => sameName(of(check), constraint))
  return found.length === 1 ? found[0] : undefined
}
