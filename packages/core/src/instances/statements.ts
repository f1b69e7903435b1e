import type { Span } from '../findings'
import {
  circles,
  findColumn,
  findTable,
  foldName,
  sameName,
  type Column,
  type Schema,
  type Table,
  type TypeFamily,
} from '../schema'
import { inQuotes, quoteName, quoteText } from '../sql'
import type { FilledCell, Row } from './fill'

/** Which columns of a table are filled after all rows stand: those of references in a circle that may wait. */
type Later = ReadonlyMap<string, ReadonlySet<string>>

/**
 * The order of tables in which rows are entered: those that are referred to first; and what has to wait where
 * they refer to each other.
 */
export class EntryOrder {
  private readonly position: ReadonlyMap<string, number>
  private readonly later: Later
  private readonly circle: ReadonlyMap<string, number>

  constructor(schema: Schema) {
    this.later = waiting(schema)
    this.circle = closedCircles(schema, this.later)
    this.position = new Map(sorted(schema, this.later).map((table, i) => [foldName(table.name), i]))
  }

  sort(rows: readonly Row[]): Row[] {
    const place = ({ table }: Row): number => this.position.get(foldName(table.name)) ?? 0
    return rows.toSorted((a, b) => place(a) - place(b))
  }

  /** The circle of references that none may wait in, in which the table stands. */
  closedCircle(table: Table): number | undefined {
    return this.circle.get(foldName(table.name))
  }

  /** Columns that are empty at first. */
  waits(table: Table): ReadonlySet<string> {
    return this.later.get(foldName(table.name)) ?? new Set()
  }
}

/** The tables in the order in which rows are entered. */
export function inEntryOrder(schema: Schema): readonly Table[] {
  return sorted(schema, waiting(schema))
}

function waiting(schema: Schema): Later {
  const places = new Map(schema.tables.map((table, i) => [foldName(table.name), i]))
  const links = schema.tables.map(table =>
    table.references.flatMap(({ table: target }) => places.get(foldName(target)) ?? []),
  )
  const groups = circles(links)
  return new Map(
    schema.tables.map((table, i) => {
      const group = groups.find(other => other.includes(i)) ?? []
      const within = table.references.filter(({ table: target }) =>
        group.some(at => at !== i && sameName(schema.tables[at]!.name, target)),
      )
      const columns = within
        .filter(reference => reference.columns.every(column => mayWait(table, column)))
        .flatMap(reference => reference.columns.map(foldName))
      return [foldName(table.name), new Set(columns)] as const
    }),
  )
}

function closedCircles(schema: Schema, later: Later): ReadonlyMap<string, number> {
  const places = new Map(schema.tables.map((table, i) => [foldName(table.name), i]))
  const links = schema.tables.map(table =>
    table.references
      .filter(
        ({ columns }) => !columns.every(column => later.get(foldName(table.name))?.has(foldName(column))),
      )
      .flatMap(({ table: target }) => places.get(foldName(target)) ?? []),
  )
  return new Map(
    circles(links).flatMap((group, circle) =>
      group.map(at => [foldName(schema.tables[at]!.name), circle] as const),
    ),
  )
}

function mayWait(table: Table, name: string): boolean {
  const column = findColumn(table, name)
  const isInKey = table.primaryKey?.columns.some(other => sameName(other, name)) ?? false
  return column !== undefined && !column.notNull && !isInKey
}

/** Depth first along references that may not wait. */
function sorted(schema: Schema, later: Later): Table[] {
  const found: Table[] = []
  const seen = new Set<Table>()
  const visit = (table: Table): void => {
    if (seen.has(table)) return
    seen.add(table)
    for (const { columns, table: name } of table.references) {
      const target = findTable(schema, name)
      const waits = columns.every(column => later.get(foldName(table.name))?.has(foldName(column)))
      if (target && !waits) visit(target)
    }
    found.push(table)
  }
  schema.tables.forEach(visit)
  return found
}

/** A statement, and the rows that it enters. */
export interface Entry {
  readonly text: string
  readonly rows: readonly Row[]
}

/** Writes statements about rows in PostgreSQL's words, with the names as the script that made the tables has them. */
export class StatementWriter {
  constructor(
    private readonly order: EntryOrder,
    /** The text in which the names of tables and columns stand; null where they are written plainly. */
    private readonly script: string | null,
    /** Whether a number is given where the server always makes one of its own. */
    private readonly overrides = true,
  ) {}

  /**
   * The statements that enter rows: an INSERT for each, then what had to wait. Rows that lead to each other and
   * may not wait are entered by one statement, which is asked for their references at its end.
   */
  entering(rows: readonly Row[]): Entry[] {
    const sorted = this.order.sort(rows)
    const entries: Entry[] = []
    const together = new Map<number, Row[]>()
    for (const row of sorted) {
      const circle = this.order.closedCircle(row.table)
      if (circle === undefined) entries.push({ text: this.insert(row), rows: [row] })
      else {
        const others = together.get(circle)
        if (others) others.push(row)
        else together.set(circle, [row])
        if (!others) entries.push({ text: '', rows: together.get(circle)! })
      }
    }
    return [
      ...entries.map(entry =>
        entry.text === '' ? { ...entry, text: this.insertTogether(entry.rows) } : entry,
      ),
      ...sorted.flatMap(row => this.fillWaiting(row).map(text => ({ text, rows: [row] }))),
    ]
  }

  private insertTogether(rows: readonly Row[]): string {
    const inserts = rows.map(row => this.insert(row))
    const last = inserts.at(-1)!
    if (inserts.length === 1) return last
    const first = inserts.slice(0, -1).map((text, i) => `r${i + 1} AS (${text})`)
    return `WITH ${first.join(', ')} ${last}`
  }

  private insert({ table, cells, isListed }: Row): string {
    const waits = this.order.waits(table)
    // A column with a value of its own is empty only where that is said.
    const said = [...cells].flatMap(([name, cell]) => {
      const column = findColumn(table, name)!
      if (waits.has(name) || column.generated || (cell.value === null && column.default === null)) return []
      return [{ column, text: cellText(cell, column) }]
    })
    if (said.length === 0) return `INSERT INTO ${this.table(table)} DEFAULT VALUES`
    const names = said.map(({ column }) => this.column(column)).join(', ')
    const isOver = this.overrides && said.some(({ column }) => column.numbering?.isAlways)
    return `INSERT INTO ${this.table(table)} (${names})${isOver ? ' OVERRIDING SYSTEM VALUE' : ''} VALUES (${said.map(({ text }) => text).join(', ')})${isListed ? ' ON CONFLICT DO NOTHING' : ''}`
  }

  private fillWaiting({ table, cells }: Row): string[] {
    const waits = this.order.waits(table)
    const set = [...cells].flatMap(([name, { value }]) =>
      value !== null && waits.has(name) ? [this.isEqual(findColumn(table, name)!, value)] : [],
    )
    if (set.length === 0) return []
    const where = this.conditions(
      table,
      [...cells].filter(([name]) => !waits.has(name)),
    )
    return [`UPDATE ${this.table(table)} SET ${set.join(', ')} WHERE ${where}`]
  }

  sorted(rows: readonly Row[]): Row[] {
    return this.order.sort(rows)
  }

  /** What stands in a column of the row, and whether it is equal to what was entered. */
  reading({ table, cells }: Row, name: string, value: string): string[] {
    const column = findColumn(table, name)!
    const where = this.conditions(
      table,
      [...cells].filter(([other]) => other !== name),
    )
    const from = `FROM ${this.table(table)} WHERE ${where}`
    return [
      `SELECT (${this.column(column)})::text ${from}`,
      `SELECT (${this.isEqual(column, value)})::text ${from}`,
    ]
  }

  /** How many rows have these values. */
  counting({ table, cells }: Row): string {
    return `SELECT count(*)::text FROM ${this.table(table)} WHERE ${this.conditions(table, [...cells])}`
  }

  /** The condition that a row has these values; of types that cannot be compared nothing is asked. */
  conditions(table: Table, cells: readonly (readonly [string, FilledCell])[]): string {
    const each = cells.flatMap(([name, { value }]) => {
      const column = findColumn(table, name)!
      if (column.generated) return []
      if (value === null) return [`${this.column(column)} IS NULL`]
      return UNCOMPARABLE.has(column.type.family) ? [] : [this.isEqual(column, value)]
    })
    return each.length > 0 ? each.join(' AND ') : 'true'
  }

  isEqual(column: Column, value: string): string {
    return `${this.column(column)} = ${literal(value, column)}`
  }

  table({ namespace, name, nameSpan }: Table): string {
    const own = this.spelt(name, nameSpan)
    return namespace === null || this.script === null ? own : `${quoteName(namespace, 'postgresql')}.${own}`
  }

  column({ name, nameSpan }: Column): string {
    return this.spelt(name, nameSpan)
  }

  private spelt(name: string, { start }: Span): string {
    const isQuoted = this.script !== null && this.script[start] === '"'
    return isQuoted ? inQuotes(name, 'postgresql') : quoteName(name, 'postgresql')
  }
}

const cellText = ({ value, isExpression }: FilledCell, column: Column): string =>
  isExpression ? `(${value})` : literal(value, column)

const UNCOMPARABLE: ReadonlySet<TypeFamily> = new Set(['json', 'other', 'binary', 'float'])

const TEXTS: ReadonlySet<TypeFamily> = new Set(['text', 'varchar', 'char', 'enum'])

/** As a person would write it: numbers bare where the column holds numbers, days reckoned from today as such. */
export function literal(value: string | null, { type }: Pick<Column, 'type'>): string {
  if (value === null) return 'NULL'
  if (TEXTS.has(type.family)) return quoteText(value)
  const today = /^today((?:\s*[+-]\s*\d{1,4}\s+[a-z]+)*)$/i.exec(value.trim())
  if (today) {
    const spans = today[1]!.replace(/([+-])\s*(\d{1,4}\s+[a-z]+)/gi, "$1 interval '$2'")
    return `(CURRENT_DATE ${spans.trim()})::date`
  }
  const isNumeric = ['integer', 'decimal', 'float'].includes(type.family)
  return isNumeric && /^-?\d+(\.\d+)?$/.test(value) ? value : quoteText(value)
}
