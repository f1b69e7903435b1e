import {
  findColumn,
  findTable,
  fit,
  foldName,
  isRequired,
  sameName,
  type Column,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import { checksOn, literalsFor } from '../sql'
import type { Reading } from '../rules'
import { plainValues } from './fresh-values'
import { standsFor } from './members'
import type { DraftRow, Realising, RowCell } from './realise'
import { thingIn, type State } from './things'

export interface FilledCell {
  readonly value: string | null
  /** The element of the world that it speaks of; empty for what only makes the row complete. */
  readonly of: string
  /** The value is what the engine reckons from this text. */
  readonly isExpression?: boolean
}

/** A row as it is entered; columns by folded name. */
export interface Row {
  readonly key: string
  readonly table: Table
  /** What it says something of; none for a row that others only need. */
  readonly thing: number | null
  readonly cells: ReadonlyMap<string, FilledCell>
  /** A line of a list of allowed values: it may stand there already. */
  readonly isListed?: boolean
}

/** How far rows need others that stand for nothing. */
const MOST_DEPTH = 3
const MOST_HOPS = 8

/**
 * Makes rows complete: the numbers of those that others lead to, what must have a value and stands for nothing,
 * rows that are only needed. The same row gets the same numbers in every state of one probe.
 */
export class Filling {
  private readonly numbers = new Map<string, string>()
  private readonly counts = new Map<string, number>()
  /** A fact has no place, or two stand in one. */
  isTorn = false

  constructor(
    private readonly reading: Reading,
    private readonly realising: Realising,
    /** The element whose value no list gets. */
    private readonly unlisted?: string,
  ) {}

  rows(state: State): Row[] {
    const drafts = this.realising.rows(state)
    const needed = new Set<string>()
    const rows = drafts.map(draft => this.resolved(draft, drafts, state, needed))
    const complete: Row[] = []
    const extra: Row[] = []
    for (const row of rows) complete.push(this.completed(row, rows, extra, needed))
    return [...extra, ...complete]
  }

  private resolved(draft: DraftRow, drafts: readonly DraftRow[], state: State, needed: Set<string>): Row {
    const cells = new Map<string, FilledCell>()
    for (const [column, cell] of draft.cells) {
      const value = this.valueOf(cell, drafts, state, needed)
      if (cell.also && this.valueOf(cell.also, drafts, state, needed) !== value) this.isTorn = true
      cells.set(column, { value, of: cell.of })
    }
    return { key: draft.key, table: draft.table, thing: draft.thing, cells }
  }

  private valueOf(
    cell: RowCell,
    drafts: readonly DraftRow[],
    state: State,
    needed: Set<string>,
    hops = 0,
  ): string | null {
    if (cell.is === 'value') return cell.value
    const target = findTable(this.reading.schema, cell.table)
    const thing = thingIn(state, cell.thing)
    const row =
      drafts.find(({ thing: id, table }) => id === cell.thing && sameName(table.name, cell.table)) ??
      (target && thing && state.missing.has(cell.thing)
        ? this.realising.rowOfMissing(thing, target, state)
        : undefined)
    if (!row || !target || hops > MOST_HOPS) {
      this.isTorn = true
      return null
    }
    const key = foldName(cell.column)
    const stands = row.cells.get(key)
    if (stands) return this.valueOf(stands, drafts, state, needed, hops + 1)
    needed.add(`${row.key} ${key}`)
    return this.numberOf(row.key, target, key)
  }

  /** A value of a column that stands for nothing, another one for each row. */
  private numberOf(rowKey: string, table: Table, column: string): string {
    const key = `${rowKey} ${column}`
    const known = this.numbers.get(key)
    if (known !== undefined) return known
    const counter = `${foldName(table.name)} ${column}`
    const count = this.counts.get(counter) ?? 0
    this.counts.set(counter, count + 1)
    const values = fillers(table, findColumn(table, column)!)
    const value = values[count] ?? values.at(-1) ?? String(count + 1)
    this.numbers.set(key, value)
    return value
  }

  /** The row with what it must have besides. */
  private completed(
    row: Row,
    rows: readonly Row[],
    extra: Row[],
    needed: ReadonlySet<string>,
    depth = 0,
  ): Row {
    const cells = new Map(row.cells)
    for (const reference of row.table.references)
      this.leadSomewhere(row, reference, cells, rows, extra, depth)
    for (const column of row.table.columns) {
      const name = foldName(column.name)
      if (cells.has(name)) continue
      if (needed.has(`${row.key} ${name}`) || this.isLedTo(row.table, name) || mustBeSaid(row.table, column))
        cells.set(name, { value: this.numberOf(row.key, row.table, name), of: '' })
    }
    return { ...row, cells }
  }

  /** Whether rows may lead to this one by the column: its number is always said. */
  private isLedTo(table: Table, column: string): boolean {
    return ledTo(this.reading.schema).has(`${foldName(table.name)} ${column}`)
  }

  /** A reference that stands for nothing and must lead somewhere: to a row that is there, or one made for it. */
  private leadSomewhere(
    row: Row,
    { columns, table: name, targetColumns }: Reference,
    cells: Map<string, FilledCell>,
    rows: readonly Row[],
    extra: Row[],
    depth: number,
  ): void {
    const open = columns.filter(column => !cells.has(foldName(column)))
    const target = findTable(this.reading.schema, name)
    if (open.length === 0 && target) return this.list(columns, targetColumns, target, cells, rows, extra)
    const isDemanded = open.some(column => mustBeSaid(row.table, findColumn(row.table, column)))
    if (!isDemanded || !target || depth >= MOST_DEPTH) return
    if (sameName(name, row.table.name)) return
    const there = [...rows, ...extra].find(other => sameName(other.table.name, name))
    const led =
      there ??
      this.completed(
        { key: `${foldName(name)} for ${row.key}`, table: target, thing: null, cells: new Map() },
        rows,
        extra,
        new Set(targetColumns.map(column => `${foldName(name)} for ${row.key} ${foldName(column)}`)),
        depth + 1,
      )
    if (!there) extra.push(led)
    for (const [i, column] of columns.entries()) {
      const key = foldName(targetColumns[i] ?? '')
      const value = led.cells.get(key)?.value ?? this.numberOf(led.key, target, key)
      if (!cells.has(foldName(column))) cells.set(foldName(column), { value, of: '' })
    }
  }

  /** What leads to a table that stands for nothing is a value of a list: the list gets it. */
  private list(
    columns: readonly string[],
    targetColumns: readonly string[],
    target: Table,
    cells: ReadonlyMap<string, FilledCell>,
    rows: readonly Row[],
    extra: Row[],
  ): void {
    const said = columns.map(column => cells.get(foldName(column))!)
    if (standsFor(this.reading, target.name) || said.some(({ value, of }) => value === null || of === ''))
      return
    if (said.some(({ of }) => foldName(of) === this.unlisted)) return
    const key = `${foldName(target.name)} lists ${said.map(({ value }) => value).join(' ')}`
    if (extra.some(other => other.key === key)) return
    const listed = new Map(
      targetColumns.map((column, i) => [foldName(column), { value: said[i]!.value, of: '' }] as const),
    )
    extra.push({
      ...this.completed(
        { key, table: target, thing: null, cells: listed },
        rows,
        extra,
        new Set(),
        MOST_DEPTH,
      ),
      isListed: true,
    })
  }
}

const LED_TO = new WeakMap<Schema, ReadonlySet<string>>()

/** The columns that references lead to, by table and name; worked out once for a schema. */
function ledTo(schema: Schema): ReadonlySet<string> {
  const known = LED_TO.get(schema)
  if (known) return known
  const found = new Set(
    schema.tables.flatMap(({ references }) =>
      references.flatMap(({ table, targetColumns }) =>
        targetColumns.map(column => `${foldName(table)} ${foldName(column)}`),
      ),
    ),
  )
  LED_TO.set(schema, found)
  return found
}

/** Whether a row has to name the column, though it stands for nothing. */
function mustBeSaid(table: Table, column: Column | undefined): boolean {
  return (
    column !== undefined &&
    column.default === null &&
    !column.numbering &&
    !column.generated &&
    (isRequired(table, column.name) || checksOn(table, column.name, null).outcome === 'refuses')
  )
}

/** Values for a column that stands for nothing: what its checks and lists name, then those of its type. */
function fillers(table: Table, column: Column): readonly string[] {
  const all = [...new Set([...literalsFor(table, column.name), ...plainValues(column.type)])]
  const kept = all.filter(value => fit(value, column.type) === 'kept')
  const passing = kept.filter(value => checksOn(table, column.name, value).outcome === 'passes')
  return passing.length > 0 ? passing : kept
}
