import { scriptFinding, type Finding, type FindingCode, type Params, type Span } from '../../findings'
import { nearest } from '../../language'
import {
  DIALECT,
  declaredKeys,
  findColumn,
  findTable,
  fit,
  foldName,
  isRequired,
  sameName,
  storedAs,
  type Column,
  type Dialect,
  type Key,
  type Reference,
  type Table,
} from '../../schema'
import type { Insert, InsertCell, InsertRow } from '../read/read-insert'
import { quoteText } from '../text/type-text'
import { checksOnRow } from '../values/check-values'
import type { Change } from '../read/read-change'
import { StoredRows } from './changes'
import { readCommas, type Commas } from './decimal-comma'
import { columnsWritten, madeAt, numbersGiven, type NumbersGiven, type TableThen } from './numbers-given'
import type { ScriptToCheck } from './input'

/** The most findings of one kind about the rows of one table. */
const MOST = 20
/** Rows that were entered before, by key: the text of its values. */
type Entered = Map<string, Map<string, Span>>

/**
 * The rows that a script enters, in the order of its statements, by each table as it stands there: as many
 * values as columns, values that fit and pass the checks, keys that are new, parents that are there; by the
 * references that are declared only later once they are. Time linear in the rows.
 */
export function checkRows(input: ScriptToCheck): Finding[] {
  const { schema, inserts } = input
  if (inserts.length === 0 && input.changes.length === 0) return []
  const rows = new RowsInOrder(input)
  for (const insert of inserts) rows.enter(insert)
  rows.finish()
  return [...rows.report.findings, ...lists(inserts, schema.tables)]
}

/** A row and a reference that is declared by a later statement. */
interface Later {
  readonly task: RowToCheck
  readonly reference: Reference
}

class RowsInOrder {
  readonly report = new Report()
  private readonly entered: Entered = new Map()
  /** By the statement that declares the reference. */
  private readonly later = new Map<number, Later[]>()
  private readonly drops: { readonly table: string; readonly statement: number }[]
  private readonly changes: Change[]
  /** The rows themselves, where a statement changes some. */
  private readonly stored: StoredRows | null
  private readonly shared: Pick<RowToCheck, 'last' | 'numbers' | 'fromQuery' | 'target' | 'reads' | 'stored'>

  constructor(private readonly input: ScriptToCheck) {
    const { inserts, schema, dialect, script } = input
    this.drops = [...input.drops]
    this.changes = [...input.changes]
    const tableOf: TableThen = insert => this.tableOf(insert)
    const reads: Reads = {
      fold: DIALECT[dialect].ignoresCase ? text => text.toLowerCase() : text => text,
      takesNumbers: /\bIDENTITY_INSERT\b/i.test(script),
      dialect,
    }
    const numbers = numbersGiven(inserts, tableOf)
    this.stored = input.changes.length > 0 ? new StoredRows(this.report, reads.fold) : null
    this.shared = {
      stored: this.stored,
      fromQuery: new Set(inserts.filter(({ rows }) => rows === null).map(({ table }) => foldName(table))),
      numbers,
      reads,
      last: lastRows(inserts, numbers, tableOf, reads),
      target: name => findTable(schema, name) ?? this.dropped.get(foldName(name)),
    }
  }

  /** Tables that rows are entered into and that are gone in the end. */
  private readonly dropped = new Map<string, Table>()

  private readonly known = new Map<Table, Table>()
  private tableOf({ table, then }: Insert): Table | undefined {
    const known = then && this.known.get(then)
    if (known) return known
    const found = this.tableIn(table, then)
    if (then && found) this.known.set(then, found)
    return found
  }

  private tableIn(table: string, then: Table | null): Table | undefined {
    const end = findTable(this.input.schema, table)
    if (!then) return end
    if (!end || madeAt(end) !== madeAt(then)) return then
    // What a reference leads to may be made by a later statement: it is known in the end.
    return {
      ...then,
      references: then.references.map(
        reference => end.references.find(({ span }) => span.start === reference.span.start) ?? reference,
      ),
    }
  }

  enter(insert: Insert): void {
    this.catchUp(insert.statement)
    const table = this.tableOf(insert)
    if (!table) return this.reportUnknown(insert)
    if (!findTable(this.input.schema, table.name)) this.dropped.set(foldName(table.name), table)
    const columns = columnsOf(this.report, insert, table)
    for (const row of insert.rows ?? [])
      this.check({ ...this.shared, report: this.report, entered: this.entered, table, columns, row, insert })
  }

  finish(): void {
    this.catchUp(Infinity)
  }

  /** What the statements before this one did: tables that are gone, references that hold now. */
  private catchUp(statement: number): void {
    for (const declared of [...this.later.keys()].sort((a, b) => a - b)) {
      if (declared >= statement) break
      for (const { task, reference } of this.later.get(declared)!) checkParent(task, reference)
      this.later.delete(declared)
    }
    for (;;) {
      const [drop, change] = [this.drops[0], this.changes[0]]
      const first = Math.min(drop?.statement ?? Infinity, change?.statement ?? Infinity)
      if (first >= statement) return
      if (drop?.statement === first) this.forget(this.drops.shift()!.table)
      else this.stored!.apply(this.changes.shift()!)
    }
  }

  private forget(table: string): void {
    for (const key of this.entered.keys()) if (key.startsWith(`${table} `)) this.entered.delete(key)
    this.stored?.forget(table)
  }

  private check(task: RowToCheck): void {
    checkRow(task)
    this.stored?.keep(task.table, valuesWritten(task))
    const end = findTable(this.input.schema, task.table.name)
    if (!end || madeAt(end) !== madeAt(task.table)) return
    for (const reference of end.references) {
      const statement = this.input.statementOf.get(reference.span.start) ?? -1
      if (statement <= task.insert.statement) continue
      const waiting = this.later.get(statement)
      if (waiting) waiting.push({ task, reference })
      else this.later.set(statement, [{ task, reference }])
    }
  }

  private reportUnknown({ table, nameSpan }: Insert): void {
    const names = this.input.schema.tables.map(({ name }) => name)
    this.report.add('rows.unknown-table', nameSpan, { table, near: nearest(table, names) ?? '' })
  }
}

/** Findings with a bound for each code and table. */
class Report {
  readonly findings: Finding[] = []
  private readonly counts = new Map<string, number>()

  add(code: FindingCode, place: Span, params: Params, fix?: Finding['fix']): void {
    const key = `${code} ${params['table'] ?? ''}`
    const count = (this.counts.get(key) ?? 0) + 1
    this.counts.set(key, count)
    if (count <= MOST) this.findings.push(scriptFinding(code, place, params, fix))
  }
}

function columnsOf(report: Report, insert: Insert, table: Table): readonly (Column | undefined)[] {
  const columns = columnsWritten(insert, table)
  insert.columns?.forEach((name, i) => {
    if (!columns[i])
      report.add('rows.unknown-column', insert.nameSpan, {
        table: table.name,
        column: name,
        near:
          nearest(
            name,
            table.columns.map(other => other.name),
          ) ?? '',
      })
  })
  return columns
}

interface RowToCheck {
  readonly report: Report
  readonly table: Table
  readonly columns: readonly (Column | undefined)[]
  readonly row: InsertRow
  readonly entered: Entered
  readonly last: Entered
  readonly numbers: NumbersGiven
  readonly fromQuery: ReadonlySet<string>
  readonly target: (name: string) => Table | undefined
  readonly insert: Insert
  readonly reads: Reads
  readonly stored: StoredRows | null
}

/** How the server reads what is written. */
interface Reads {
  readonly dialect: Dialect
  /** Texts that are one to it become the same. */
  readonly fold: (text: string) => string
  /** Whether the script asks it to take numbers that it would make itself. */
  readonly takesNumbers: boolean
}

function checkRow(task: RowToCheck): void {
  const { report, table, columns, row } = task
  if (
    columns.length > 0 &&
    row.cells.length !== columns.length &&
    !(row.cells.length < columns.length && columns.some(column => column?.numbering))
  ) {
    const commas = row.cells.length > columns.length ? readCommas(row, columns) : undefined
    if (commas) return checkWithPoints(task, commas)
    report.add('rows.count-differs', row.span, {
      table: table.name,
      values: String(row.cells.length),
      columns: String(columns.length),
    })
    return
  }
  row.cells.forEach((cell, i) => checkCell(task, columns[i], cell))
  checkRequired(task)
  checkConditions(task)
  for (const reference of table.references) checkParent(task, reference)
  for (const key of declaredKeys(table)) enterKey(task, key)
}

/** Each number with a comma is told, and the row read as it was meant. */
function checkWithPoints(task: RowToCheck, { row, numbers }: Commas): void {
  for (const { text, start, end } of numbers)
    task.report.add(
      'rows.decimal-comma',
      { start, end },
      { table: task.table.name, value: text.replace('.', ','), meant: text },
      { span: { start, end }, text, label: `Write ${text}` },
    )
  checkRow({ ...task, row })
}

function checkCell(
  { report, table, insert, reads }: RowToCheck,
  column: Column | undefined,
  cell: InsertCell,
): void {
  if (!column) return
  const place = { start: cell.start, end: cell.end }
  const params = { table: table.name, column: column.name, value: cell.text, type: column.type.text }
  if (cell.kind === 'string' && /^null$/i.test(cell.text))
    report.add('rows.null-as-text', place, params, { span: place, text: 'NULL', label: 'Write NULL' })
  else if (cell.kind === 'null' && isRequired(table, column.name) && !column.numbering)
    report.add('rows.null-in-required', place, params)
  else if (isDayUnquoted(cell, column)) {
    const meant = quoteText(cell.text.replace(/\s/g, ''))
    report.add(
      'rows.date-unquoted',
      place,
      { ...params, meant },
      { span: place, text: meant, label: `Write ${meant}` },
    )
  } else if (cell.kind === 'string' || cell.kind === 'number') {
    if (isNumberRefused(column, reads) && !insert.isOverriding) report.add('rows.number-given', place, params)
    else checkValue(report, column, cell, params, reads.dialect)
  }
}

/** Whether the server takes no number of a row's own: IDENTITY of SQL Server asks for SET IDENTITY_INSERT. */
function isNumberRefused({ numbering }: Column, { dialect, takesNumbers }: Reads): boolean {
  return numbering !== null && (numbering.isAlways === true || dialect === 'sqlserver') && !takesNumbers
}

/** A day as people write it, with the day or the month first. */
const DAY = /^(\d{1,2})[/.](\d{1,2})[/.](\d{4})$/

/** The day in the form that every server reads; undefined where this one reads it, or nobody knows which it is. */
function dayRefused(text: string, dialect: Dialect): string | undefined {
  const [, first, second, year] = DAY.exec(text) ?? []
  if (first === undefined || second === undefined || dialect === 'sqlite') return undefined
  const isDayFirst = Number(first) > 12 && Number(second) <= 12
  return isDayFirst ? `${year}-${second.padStart(2, '0')}-${first.padStart(2, '0')}` : undefined
}

/** The checks of the table, on all that the row writes and on what it leaves empty. */
function checkConditions(task: RowToCheck): void {
  const { report, table, row } = task
  if (table.checks.length === 0) return
  const { outcome, by } = checksOnRow(table, valuesWritten(task))
  if (outcome === 'refuses') report.add('rows.check-refuses', row.span, { table: table.name, check: by! })
}

/** All that the row writes, and what it leaves empty. */
function valuesWritten({ table, columns, row, numbers }: RowToCheck): Map<string, string | null> {
  const given = numbers.of.get(row)
  const values = new Map<string, string | null>()
  for (const column of table.columns) {
    const at = columns.findIndex(other => other !== undefined && sameName(other.name, column.name))
    const value = at < 0 ? leftOut(column) : written(row.cells[at])
    if (value !== undefined) values.set(foldName(column.name), value)
  }
  for (const [name, number] of given ?? []) values.set(name, number)
  return values
}

const leftOut = ({ default: own, numbering, generated }: Column): null | undefined =>
  own === null && !numbering && !generated ? null : undefined

/** 2024-05-01 where a day is kept. */
const isDayUnquoted = ({ kind, text }: InsertCell, { type: { family } }: Column): boolean =>
  kind === 'expression' &&
  (family === 'date' || family === 'timestamp') &&
  /^\d{4}\s*-\s*\d{1,2}\s*-\s*\d{1,2}$/.test(text)

function written(cell: InsertCell | undefined): string | null | undefined {
  if (cell?.kind === 'null') return null
  return cell?.kind === 'string' || cell?.kind === 'number' ? cell.text : undefined
}

function checkValue(
  report: Report,
  column: Column,
  cell: InsertCell,
  params: Params,
  dialect: Dialect,
): void {
  const place = { start: cell.start, end: cell.end }
  const { family } = column.type
  const isMoment = family === 'timestamp' || family === 'date' || family === 'time' || family === 'boolean'
  const becomes = fit(cell.text, column.type)
  const day = family === 'date' || family === 'timestamp' ? dayRefused(cell.text, dialect) : undefined
  if (day !== undefined)
    report.add('rows.value-does-not-fit', place, params, {
      span: place,
      text: quoteText(day),
      label: `Write ${day}`,
    })
  else if (becomes === 'refused' && !(isMoment && !/^\d{4}-\d\d-\d\d$/.test(cell.text)))
    report.add('rows.value-does-not-fit', place, params)
  else if (becomes === 'changed' && (family === 'integer' || family === 'decimal'))
    report.add('rows.value-changes', place, {
      ...params,
      becomes: /^0\d/.test(cell.text) ? '' : (storedAs(cell.text, column.type) ?? ''),
    })
}

function checkRequired({ report, table, columns, row }: RowToCheck): void {
  const missing = table.columns.find(
    column =>
      isRequired(table, column.name) &&
      column.default === null &&
      !column.numbering &&
      !column.generated &&
      !columns.includes(column),
  )
  if (missing && columns.length > 0)
    report.add('rows.required-left-out', row.span, { table: table.name, column: missing.name })
}

/**
 * The values of columns in a row, as a key text; undefined where one is NULL, is computed, or is left out and
 * not a number that the server gives.
 */
function valuesOf(
  { columns, row, numbers, reads }: Pick<RowToCheck, 'columns' | 'row' | 'numbers' | 'reads'>,
  names: readonly string[],
): { key: string; text: string; place: Span } | undefined {
  const given = numbers.of.get(row)
  const values = names.map((name): { text: string; place: Span } | undefined => {
    const number = given?.get(foldName(name))
    if (number !== undefined) return { text: number, place: row.span }
    const cell = row.cells[columns.findIndex(column => column !== undefined && sameName(column.name, name))]
    return cell && (cell.kind === 'string' || cell.kind === 'number')
      ? { text: cell.text, place: cell }
      : undefined
  })
  if (values.includes(undefined)) return undefined
  const key = values.map(value => value!.text).join('\u0000')
  return {
    key: reads.fold(key),
    text: key.replaceAll('\u0000', ', '),
    place: { start: values[0]!.place.start, end: values.at(-1)!.place.end },
  }
}

const keyName = (table: string, columns: readonly string[]): string =>
  `${foldName(table)} ${columns.map(foldName).join(' ')}`

function checkParent(task: RowToCheck, reference: Reference): void {
  const { report, table, entered, last, fromQuery, numbers, target, stored } = task
  const values = valuesOf(task, reference.columns)
  const parent = target(reference.table)
  if (
    !values ||
    !parent ||
    parent.given ||
    reference.targetColumns.length === 0 ||
    fromQuery.has(foldName(reference.table)) ||
    numbers.unsure.has(foldName(reference.table))
  )
    return
  const name = keyName(reference.table, reference.targetColumns)
  const known = entered.get(name)
  if (!known && !last.has(name)) return
  const now = stored?.has(reference.table, reference.targetColumns, values.key)
  if (stored ? now !== false : known?.has(values.key)) return
  const params = { table: table.name, target: reference.table, value: values.text }
  if (sameName(reference.table, table.name) && valuesOf(task, reference.targetColumns)?.key === values.key)
    return
  const later = last.get(name)?.get(values.key)
  const isStillToCome = later !== undefined && later.start > task.row.span.start
  if (isStillToCome) return report.add('rows.before-parent', values.place, params)
  const similar = later === undefined && last.get(`${name} folded`)?.has(values.key.toLowerCase())
  report.add(similar ? 'rows.case-differs' : 'rows.no-parent', values.place, params)
}

function enterKey(task: RowToCheck, key: Key): void {
  const { report, table, entered, stored } = task
  const values = valuesOf(task, key.columns)
  if (!values) return
  const name = keyName(table.name, key.columns)
  const known = entered.get(name) ?? new Map<string, Span>()
  if (stored ? stored.has(table.name, key.columns, values.key) : known.has(values.key))
    report.add('rows.same-key', values.place, {
      table: table.name,
      columns: key.columns.join(', '),
      value: values.text,
    })
  known.set(values.key, values.place)
  entered.set(name, known)
}

/**
 * The keys of all rows, wherever they are entered, with and without regard to case: tells a parent that comes
 * later from one that is not there.
 */
function lastRows(
  inserts: readonly Insert[],
  numbers: NumbersGiven,
  tableOf: TableThen,
  reads: Reads,
): Entered {
  const all: Entered = new Map()
  for (const insert of inserts) {
    const table = tableOf(insert)
    if (!table || !insert.rows) continue
    const columns = columnsWritten(insert, table)
    for (const key of declaredKeys(table)) {
      const name = keyName(table.name, key.columns)
      const exact = all.get(name) ?? new Map<string, Span>()
      const folded = all.get(`${name} folded`) ?? new Map<string, Span>()
      for (const row of insert.rows) {
        const values = valuesOf({ columns, row, numbers, reads }, key.columns)
        if (values) {
          exact.set(values.key, values.place)
          folded.set(values.key.toLowerCase(), values.place)
        }
      }
      all.set(name, exact)
      all.set(`${name} folded`, folded)
    }
  }
  return all
}

/** Two values of one column that are several short ones between commas: a list in a column. */
function lists(inserts: readonly Insert[], tables: readonly Table[]): Finding[] {
  const counts = new Map<Column, { count: number; first: InsertCell }>()
  const found: Finding[] = []
  for (const insert of inserts) {
    const table = tables.find(({ name }) => sameName(name, insert.table))
    if (!table || !insert.rows) continue
    const columns = insert.columns?.map(name => findColumn(table, name)) ?? table.columns
    for (const { cells } of insert.rows) {
      cells.forEach((cell, i) => {
        const column = columns[i]
        if (
          !column ||
          cell.kind !== 'string' ||
          cell.text.length > 200 ||
          !/^[^,;|/\s]{1,20}(?:\s*[,;|]\s*[^,;|/\s]{1,20})+$/.test(cell.text)
        )
          return
        const known = counts.get(column) ?? { count: 0, first: cell }
        known.count++
        counts.set(column, known)
        if (known.count === 2)
          found.push(
            scriptFinding(
              'atomicity.list',
              { start: known.first.start, end: known.first.end },
              {
                table: table.name,
                column: column.name,
                type: column.type.text,
                why: `as in '${known.first.text}'`,
              },
            ),
          )
      })
    }
  }
  return found
}
