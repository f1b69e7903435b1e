import {
  declaredKeys,
  findColumn,
  findTable,
  fit,
  foldName,
  sameName,
  type Schema,
  type Table,
} from '../schema'
import { phrase, type Phrase } from '../words'
import { checksOnRow } from '../sql'
import type { Reading } from './reading'

export type Row = ReadonlyMap<string, string | null>

/**
 * Rows of an answer's tables, with what its declared constraints refuse: NOT NULL, types, checks of one
 * column, keys, references.
 */
export class RowStore {
  private readonly rows = new Map<string, Row[]>()

  constructor(private readonly reading: Reading) {}

  private get schema(): Schema {
    return this.reading.schema
  }

  of(table: Table): readonly Row[] {
    return this.rows.get(foldName(table.name)) ?? []
  }

  keep(table: Table, row: Row): void {
    this.rows.set(foldName(table.name), [...this.of(table), row])
  }

  /** What refuses the row; undefined when nothing does, "?" when that is not to be said. */
  refusal(table: Table, row: Row): Phrase | '?' | undefined {
    return (
      this.valueRefusal(table, row) ??
      this.keyRefusal(table, row) ??
      this.referenceRefusal(table, row) ??
      (table.unmodelled.length > 0 ? '?' : undefined)
    )
  }

  private valueRefusal(table: Table, row: Row): Phrase | '?' | undefined {
    let unknown: '?' | undefined
    for (const [name, value] of row) {
      const column = findColumn(table, name)!
      if (value === null && this.reading.isRequired(table, name))
        return phrase('must-have-value', { column: name })
      const fits = value === null ? 'kept' : fit(value, column.type)
      if (fits === 'refused') return phrase('of-type', { column: name, type: column.type.text })
      if (fits === 'unknown') unknown = '?'
    }
    const check = checksOnRow(table, wholeRow(table, row))
    if (check.outcome === 'refuses') return phrase('check', { check: check.by! })
    return check.outcome === 'unknown' ? '?' : unknown
  }

  private keyRefusal(table: Table, row: Row): Phrase | undefined {
    const key = declaredKeys(table).find(({ columns, nullsNotDistinct }) => {
      const values = columns.map(name => row.get(foldName(name)) ?? null)
      if (values.includes(null) && !nullsNotDistinct) return false
      return this.of(table).some(other =>
        columns.every((name, i) => (other.get(foldName(name)) ?? null) === values[i]),
      )
    })
    return key && phrase(table.primaryKey === key ? 'primary-key' : 'unique', { columns: key.columns })
  }

  private referenceRefusal(table: Table, row: Row): Phrase | undefined {
    for (const { columns, targetColumns, table: name } of table.references) {
      const target = findTable(this.schema, name)
      const values = columns.map(column => row.get(foldName(column)) ?? null)
      if (!target || values.includes(null)) continue
      const isSelf =
        sameName(name, table.name) && targetColumns.every((key, i) => row.get(foldName(key)) === values[i])
      if (
        !isSelf &&
        !this.of(target).some(other =>
          targetColumns.every((key, i) => other.get(foldName(key)) === values[i]),
        )
      )
        return phrase('reference-to', { target: name })
    }
    return undefined
  }
}

/** A row with what is not written in it: nothing, unless the column has a value of its own for that. */
function wholeRow(table: Table, row: Row): Row {
  const left = table.columns.filter(
    ({ name, default: own, numbering, generation }) =>
      !row.has(foldName(name)) && own === null && !numbering && !generation,
  )
  return new Map([...row, ...left.map(({ name }) => [foldName(name), null] as const)])
}
