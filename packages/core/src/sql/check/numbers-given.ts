import { findColumn, foldName, sameName, type Column, type Table } from '../../schema'
import type { Insert, InsertRow } from '../read/read-insert'

/** The numbers that a server gives to the rows of a script whose own are left out. */
export interface NumbersGiven {
  /** By row: each numbered column that is left out, folded, with its number. */
  readonly of: ReadonlyMap<InsertRow, ReadonlyMap<string, string>>
  /**
   * Tables, folded, whose numbers are not known: some of their rows bring their own, and servers differ in
   * how they count on.
   */
  readonly unsure: ReadonlySet<string>
}

/**
 * The columns that the values of an INSERT stand for. Where none are named, some servers count computed and
 * numbered columns among those of a row, others do not: the count of the values tells.
 */
export function columnsWritten({ columns, rows }: Insert, table: Table): readonly (Column | undefined)[] {
  if (columns) return columns.map(name => findColumn(table, name))
  const isAsWide = (some: readonly Column[]): boolean =>
    rows?.every(({ cells }) => cells.length === some.length) ?? false
  const written = table.columns.filter(({ generated }) => !generated)
  const unnumbered = written.filter(({ numbering }) => !numbering)
  if (isAsWide(table.columns)) return table.columns
  return !isAsWide(written) && isAsWide(unnumbered) ? unnumbered : written
}

/**
 * Counts as servers do: each row that leaves a numbered column out gets the next number. Time linear in the
 * rows, for each numbered column.
 */
export function numbersGiven(inserts: readonly Insert[], tableOf: TableThen): NumbersGiven {
  const of = new Map<InsertRow, Map<string, string>>()
  const unsure = new Set<string>()
  for (const own of insertsByTable(inserts, tableOf)) {
    const table = tableOf(own[0]!)!
    for (const column of table.columns) {
      const numbers = column.numbering && countingFrom(column.numbering)
      const rows = numbers
        ? own.flatMap(insert => rowsOf(insert, positionOf(insert, tableOf(insert)!, column)))
        : []
      const counted = rows.filter(({ isLeftOut }) => isLeftOut)
      if (counted.length > 0 && counted.length < rows.length) unsure.add(foldName(table.name))
      else
        for (const { row } of counted)
          of.set(row, (of.get(row) ?? new Map<string, string>()).set(foldName(column.name), numbers!()))
    }
  }
  return { of, unsure }
}

/** The table that an INSERT enters its rows into, as it stood then. */
export type TableThen = (insert: Insert) => Table | undefined

/** A table that was dropped and made again is another one, which counts anew. */
export const madeAt = ({ name, nameSpan }: Table): string => `${foldName(name)}@${nameSpan.start}`

function positionOf(insert: Insert, table: Table, { name }: Column): number {
  return columnsWritten(insert, table).findIndex(
    column => column !== undefined && sameName(column.name, name),
  )
}

function insertsByTable(inserts: readonly Insert[], tableOf: TableThen): Insert[][] {
  const groups = new Map<string, Insert[]>()
  for (const insert of inserts) {
    const table = tableOf(insert)
    if (!table) continue
    const key = madeAt(table)
    const group = groups.get(key)
    if (group) group.push(insert)
    else groups.set(key, [insert])
  }
  return [...groups.values()]
}

/** The numbers from a start by a step, one at each call; undefined where they are not whole. */
function countingFrom({ start, step }: NonNullable<Column['numbering']>): (() => string) | undefined {
  if (![start, step].every(text => /^-?\d{1,18}$/.test(text))) return undefined
  let next = BigInt(start)
  return () => {
    const number = next
    next += BigInt(step)
    return String(number)
  }
}

function rowsOf({ rows }: Insert, at: number): { row: InsertRow; isLeftOut: boolean }[] {
  return (rows ?? []).map(row => {
    const cell = at < 0 ? undefined : row.cells[at]
    return { row, isLeftOut: cell === undefined || cell.kind === 'default' || cell.kind === 'null' }
  })
}
