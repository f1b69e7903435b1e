import { scriptFinding, type Finding, type FindingCode, type Params, type Span } from '../../findings'
import { nearest } from '../../language'
import {
  declaredKeys,
  findColumn,
  findTable,
  fit,
  foldName,
  isRequired,
  sameName,
  type Column,
  type Key,
  type Reference,
  type Table,
} from '../../schema'
import type { Insert, InsertCell, InsertRow } from '../read/read-insert'
import { columnsWritten, numbersGiven, type NumbersGiven } from './numbers-given'
import type { ScriptToCheck } from './input'

/** The most findings of one kind about the rows of one table. */
const MOST = 20
/** Rows that were entered before, by key: the text of its values. */
type Entered = Map<string, Map<string, Span>>

/**
 * The rows that a script enters, in the order of its statements: as many values as columns, values that fit,
 * keys that are new, parents that are there. Time linear in the rows.
 */
export function checkRows({ schema, inserts }: ScriptToCheck): Finding[] {
  if (inserts.length === 0) return []
  const report = new Report()
  const entered: Entered = new Map()
  const fromQuery = new Set(inserts.filter(({ rows }) => rows === null).map(({ table }) => foldName(table)))
  const numbers = numbersGiven(inserts, name => findTable(schema, name))
  const last = lastRows(inserts, numbers, name => findTable(schema, name))
  for (const insert of inserts) {
    const table = findTable(schema, insert.table)
    if (!table) {
      report.add('rows.unknown-table', insert.nameSpan, {
        table: insert.table,
        near:
          nearest(
            insert.table,
            schema.tables.map(({ name }) => name),
          ) ?? '',
      })
      continue
    }
    const columns = columnsOf(report, insert, table)
    if (!insert.rows) continue
    for (const row of insert.rows)
      checkRow({
        report,
        table,
        columns,
        row,
        entered,
        last,
        numbers,
        fromQuery,
        target: name => findTable(schema, name),
      })
  }
  return [...report.findings, ...lists(inserts, schema.tables)]
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
}

function checkRow(task: RowToCheck): void {
  const { report, table, columns, row } = task
  if (
    columns.length > 0 &&
    row.cells.length !== columns.length &&
    !(row.cells.length < columns.length && columns.some(column => column?.numbering))
  ) {
    report.add('rows.count-differs', row.span, {
      table: table.name,
      values: String(row.cells.length),
      columns: String(columns.length),
    })
    return
  }
  row.cells.forEach((cell, i) => checkCell(report, table, columns[i], cell))
  checkRequired(task)
  for (const reference of table.references) checkParent(task, reference)
  for (const key of declaredKeys(table)) enterKey(task, key)
}

function checkCell(report: Report, table: Table, column: Column | undefined, cell: InsertCell): void {
  if (!column) return
  const place = { start: cell.start, end: cell.end }
  const params = { table: table.name, column: column.name, value: cell.text, type: column.type.text }
  if (cell.kind === 'string' && /^null$/i.test(cell.text))
    report.add('rows.null-as-text', place, params, { span: place, text: 'NULL', label: 'Write NULL' })
  else if (cell.kind === 'null' && isRequired(table, column.name) && !column.numbering)
    report.add('rows.null-in-required', place, params)
  else if (cell.kind === 'string' || cell.kind === 'number') checkValue(report, column, cell, params)
}

function checkValue(report: Report, column: Column, cell: InsertCell, params: Params): void {
  const place = { start: cell.start, end: cell.end }
  const { family } = column.type
  const isMoment = family === 'timestamp' || family === 'date' || family === 'time' || family === 'boolean'
  const becomes = fit(cell.text, column.type)
  if (becomes === 'refused' && !(isMoment && !/^\d{4}-\d\d-\d\d$/.test(cell.text)))
    report.add('rows.value-does-not-fit', place, params)
  else if (becomes === 'changed' && /^0\d/.test(cell.text) && (family === 'integer' || family === 'decimal'))
    report.add('rows.value-changes', place, params)
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
  { columns, row, numbers }: Pick<RowToCheck, 'columns' | 'row' | 'numbers'>,
  names: readonly string[],
): { key: string; place: Span } | undefined {
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
  return {
    key: values.map(value => value!.text).join('\u0000'),
    place: { start: values[0]!.place.start, end: values.at(-1)!.place.end },
  }
}

const keyName = (table: string, columns: readonly string[]): string =>
  `${foldName(table)} ${columns.map(foldName).join(' ')}`

function checkParent(task: RowToCheck, reference: Reference): void {
  const { report, table, entered, last, fromQuery, numbers, target } = task
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
  if (known?.has(values.key)) return
  const params = { table: table.name, target: reference.table, value: values.key.replaceAll('\u0000', ', ') }
  if (sameName(reference.table, table.name) && valuesOf(task, reference.targetColumns)?.key === values.key)
    return
  if (last.get(name)?.has(values.key)) return report.add('rows.before-parent', values.place, params)
  const similar = last.get(`${name} folded`)?.has(values.key.toLowerCase())
  report.add(similar ? 'rows.case-differs' : 'rows.no-parent', values.place, params)
}

function enterKey(task: RowToCheck, key: Key): void {
  const { report, table, entered } = task
  const values = valuesOf(task, key.columns)
  if (!values) return
  const name = keyName(table.name, key.columns)
  const known = entered.get(name) ?? new Map<string, Span>()
  if (known.has(values.key))
    report.add('rows.same-key', values.place, {
      table: table.name,
      columns: key.columns.join(', '),
      value: values.key.replaceAll('\u0000', ', '),
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
  tableOf: (name: string) => Table | undefined,
): Entered {
  const all: Entered = new Map()
  for (const insert of inserts) {
    const table = tableOf(insert.table)
    if (!table || !insert.rows) continue
    const columns = columnsWritten(insert, table)
    for (const key of declaredKeys(table)) {
      const name = keyName(table.name, key.columns)
      const exact = all.get(name) ?? new Map<string, Span>()
      const folded = all.get(`${name} folded`) ?? new Map<string, Span>()
      for (const row of insert.rows) {
        const values = valuesOf({ columns, row, numbers }, key.columns)
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
