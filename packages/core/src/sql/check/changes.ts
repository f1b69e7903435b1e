import type { FindingCode, Params, Span } from '../../findings'
import {
  declaredKeys,
  findColumn,
  fit,
  foldName,
  isRequired,
  sameName,
  type Reference,
  type Table,
} from '../../schema'
import type { Assigned, Change } from '../read/read-change'
import { checksOnRow } from '../values/check-values'

/** The values of a row by folded names: null for nothing, absent where it is not known. */
export type Values = ReadonlyMap<string, string | null>

/** A row as it stands after the statements so far. */
export interface StoredRow {
  readonly table: Table
  values: Values
}

/** Where the findings go. */
interface Says {
  add(code: FindingCode, place: Span, params: Params): void
}

/**
 * The rows of a script while UPDATE and DELETE change them. What is not plain makes its table unsure: of what it
 * holds nothing is said any more. Time linear in the rows for each statement.
 */
export class StoredRows {
  private readonly rows = new Map<string, StoredRow[]>()
  /** Tables, folded, of whose rows nobody knows what became. */
  readonly unsure = new Set<string>()

  constructor(
    private readonly report: Says,
    private readonly fold: (text: string) => string,
  ) {}

  keep(table: Table, values: Values): void {
    const rows = this.of(table.name)
    rows.push({ table, values })
    this.rows.set(foldName(table.name), rows)
  }

  of(table: string): StoredRow[] {
    return this.rows.get(foldName(table)) ?? []
  }

  /** The table is dropped. */
  forget(table: string): void {
    this.rows.delete(foldName(table))
    this.unsure.delete(foldName(table))
  }

  /** Whether a row has these values; undefined where that is not known. */
  has(table: string, columns: readonly string[], key: string): boolean | undefined {
    if (this.unsure.has(foldName(table))) return undefined
    let isKnown = true
    for (const { values } of this.of(table)) {
      const found = this.keyOf(values, columns)
      if (found === key) return true
      if (found === undefined) isKnown = false
    }
    return isKnown ? false : undefined
  }

  /** What the statement does to the rows; says what the server refuses, and what is lost. */
  apply(change: Change): void {
    switch (change.kind) {
      case 'update':
        return this.update(change)
      case 'delete':
        return this.delete(change)
      case 'truncate':
        this.sayLost(change, `every row of "${change.name}"`)
        this.rows.delete(foldName(change.name))
        return
      case 'drop column':
        if (this.of(change.name).length > 0)
          this.sayLost(change, `"${change.column}" of the rows that were entered into "${change.name}"`)
        return
      case 'drop database':
        return this.sayLost(change, `all tables of "${change.name}" with their rows`)
    }
  }

  private sayLost(change: Change, lost: string): void {
    this.report.add('rows.lost', change.span, { table: change.name, lost })
  }

  private delete(change: Change): void {
    if (change.where?.length === 0) this.sayLost(change, `every row of "${change.name}"`)
    for (const row of this.matching(change)) this.deleteRow(row, change.span)
  }

  /** Rows that meet the condition; where that cannot be said of one, the table is unsure. */
  private matching({ name, where }: Change): StoredRow[] {
    const isPlain = where?.every(({ cell }) => cell.kind === 'string' || cell.kind === 'number') ?? false
    const rows = this.of(name)
    const isKnown = rows.every(({ values }) => where?.every(({ column }) => values.has(foldName(column))))
    if (!isPlain || !isKnown) {
      this.unsure.add(foldName(name))
      return []
    }
    const meets = ({ values }: StoredRow): boolean =>
      where!.every(({ column, cell }) => {
        const value = values.get(foldName(column))
        return typeof value === 'string' && this.fold(value) === this.fold(cell.text)
      })
    return rows.filter(meets)
  }

  private deleteRow(row: StoredRow, place: Span, depth = 0): void {
    for (const { child, reference } of this.referringTo(row)) {
      if (reference.onDelete === 'cascade' && depth < 20) this.deleteRow(child, place, depth + 1)
      else if (reference.onDelete === 'set null') child.values = withNothing(child.values, reference.columns)
      else return this.sayReferred(child, row, reference, place)
    }
    const rows = this.of(row.table.name)
    const at = rows.indexOf(row)
    if (at >= 0) rows.splice(at, 1)
  }

  private sayReferred(child: StoredRow, row: StoredRow, reference: Reference, place: Span): void {
    this.report.add('rows.still-referred', place, {
      table: child.table.name,
      target: row.table.name,
      value: reference.targetColumns.map(name => row.values.get(foldName(name)) ?? '').join(', '),
    })
  }

  /** Rows of any table whose reference leads to the row. */
  private referringTo(row: StoredRow): { child: StoredRow; reference: Reference }[] {
    return [...this.rows.values()]
      .flat()
      .flatMap(child =>
        child === row || this.unsure.has(foldName(child.table.name))
          ? []
          : child.table.references
              .filter(
                reference => sameName(reference.table, row.table.name) && this.leadsTo(child, reference, row),
              )
              .map(reference => ({ child, reference })),
      )
  }

  private leadsTo(child: StoredRow, { columns, targetColumns }: Reference, row: StoredRow): boolean {
    const key = this.keyOf(row.values, targetColumns)
    return key !== undefined && key !== null && this.keyOf(child.values, columns) === key
  }

  /** The values as one text; null where one is nothing, undefined where one is not known. */
  private keyOf(values: Values, columns: readonly string[]): string | null | undefined {
    const found = columns.map(name => values.get(foldName(name)))
    if (found.includes(undefined)) return undefined
    return found.includes(null) ? null : this.fold(found.join('\u0000'))
  }

  private update(change: Change): void {
    for (const row of this.matching(change)) this.updateRow(row, change)
  }

  private updateRow(row: StoredRow, { set, span }: Change): void {
    const { table } = row
    const next = new Map(row.values)
    for (const assigned of set) {
      const value = this.assigned(table, assigned)
      if (value === undefined) next.delete(foldName(assigned.column))
      else next.set(foldName(assigned.column), value)
    }
    const { outcome, by } = checksOnRow(table, next)
    if (outcome === 'refuses') this.report.add('rows.check-refuses', span, { table: table.name, check: by! })
    const changed = (columns: readonly string[]): boolean =>
      columns.some(name => set.some(({ column }) => sameName(column, name)))
    for (const { columns } of declaredKeys(table))
      if (changed(columns)) this.checkKey(row, next, columns, span)
    for (const reference of table.references)
      if (changed(reference.columns)) this.checkParent(table, next, reference, span)
    this.changeReferring(row, next, span)
    row.values = next
  }

  /** The value that is written, checked against its column; undefined where it is an expression. */
  private assigned(table: Table, { column: name, cell }: Assigned): string | null | undefined {
    const column = findColumn(table, name)
    if (!column || cell.kind === 'expression' || cell.kind === 'default') return undefined
    const value = cell.kind === 'null' ? null : cell.text
    const params = { table: table.name, column: column.name, value: cell.text, type: column.type.text }
    if (value === null && isRequired(table, column.name))
      this.report.add('rows.null-in-required', cell, params)
    else if (value !== null && column.type.family !== 'date' && fit(value, column.type) === 'refused')
      this.report.add('rows.value-does-not-fit', cell, params)
    return value
  }

  private checkKey(row: StoredRow, next: Values, columns: readonly string[], place: Span): void {
    const key = this.keyOf(next, columns)
    if (key === undefined || key === null) return
    const isTaken = this.of(row.table.name).some(
      other => other !== row && this.keyOf(other.values, columns) === key,
    )
    if (isTaken)
      this.report.add('rows.same-key', place, {
        table: row.table.name,
        columns: columns.join(', '),
        value: key.replaceAll('\u0000', ', '),
      })
  }

  private checkParent(table: Table, next: Values, reference: Reference, place: Span): void {
    const key = this.keyOf(next, reference.columns)
    if (key === undefined || key === null || this.of(reference.table).length === 0) return
    if (this.has(reference.table, reference.targetColumns, key) === false)
      this.report.add('rows.no-parent', place, {
        table: table.name,
        target: reference.table,
        value: key.replaceAll('\u0000', ', '),
      })
  }

  /** Rows that refer to the key that is changed follow, are emptied, or hold it. */
  private changeReferring(row: StoredRow, next: Values, place: Span): void {
    for (const { child, reference } of this.referringTo(row)) {
      if (this.keyOf(row.values, reference.targetColumns) === this.keyOf(next, reference.targetColumns))
        continue
      if (reference.onUpdate === 'cascade')
        child.values = new Map([
          ...child.values,
          ...reference.columns.map(
            (name, i) =>
              [foldName(name), next.get(foldName(reference.targetColumns[i] ?? '')) ?? null] as const,
          ),
        ])
      else if (reference.onUpdate === 'set null') child.values = withNothing(child.values, reference.columns)
      else this.sayReferred(child, row, reference, place)
    }
  }
}

function withNothing(values: Values, columns: readonly string[]): Values {
  return new Map([...values, ...columns.map(name => [foldName(name), null] as const)])
}
