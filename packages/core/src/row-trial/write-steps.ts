import { EntryOrder, StatementWriter, isAllowed, literal, type FilledCell, type Row } from '../instances'
import { findColumn, findTable, foldName, type Table } from '../schema'
import { quoteText, tokenize } from '../sql'
import { cellMeaning } from './cells'
import type { EngineRow, Step, TypedLine } from './document'
import { engineName, engineTable } from './names'
import { selfOrdered } from './self-order'
import type { TrialTables } from './tables'
import type { StepWork } from './work'

/** A step as statements, with what each of them is about. */
export interface WrittenStep extends StepWork {
  /** Of each statement the lines that it enters. */
  readonly lines: readonly (readonly number[])[]
  /** By line, why it cannot be written as a statement at all. */
  readonly problems: ReadonlyMap<number, string>
}

const NOTHING: Pick<WrittenStep, 'lines' | 'problems'> = { lines: [], problems: new Map() }

const written = new WeakMap<TrialTables, WeakMap<Step, WrittenStep>>()

/** A step as statements for these tables, written once. What was stopped has none. */
export function writeStep(step: Step, tables: TrialTables): WrittenStep {
  const known = written.get(tables) ?? new WeakMap<Step, WrittenStep>()
  written.set(tables, known)
  const found = known.get(step) ?? writeNew(step, tables)
  known.set(step, found)
  return found
}

function writeNew(step: Step, tables: TrialTables): WrittenStep {
  if (step.isStopped) return { statements: [], isWhole: false, ...NOTHING }
  switch (step.is) {
    case 'enter':
      return writeLines(step.lines, tables)
    case 'strike':
      return single(`DELETE FROM ${tableOf(step.row)} WHERE ${conditionOf(step.row, tables)}`)
    case 'change':
      return writeChange(step, tables)
    case 'ask':
      return {
        statements: isTriable(step.statement) ? [bare(step.statement)] : [],
        isWhole: false,
        ...NOTHING,
      }
    case 'witness':
      return { statements: [...step.before, ...step.tried], isWhole: true, ...NOTHING }
  }
}

const single = (statement: string): WrittenStep => ({ statements: [statement], isWhole: false, ...NOTHING })
const bare = (statement: string): string => statement.trim().replace(/;\s*$/, '')
const tableOf = ({ table, namespace = 'public' }: EngineRow): string => engineTable({ table, namespace })

/** Whether it is a statement about rows: these are what is tried. */
export function isTriable(statement: string): boolean {
  const { tokens } = tokenize(statement.slice(0, 400), 'postgresql')
  const first = tokens.find(({ text }) => text !== '(')?.upper ?? ''
  return ['SELECT', 'VALUES', 'TABLE'].includes(first) || (TRIED.has(first) && isAllowed(statement))
}
const TRIED = new Set(['INSERT', 'UPDATE', 'DELETE', 'WITH', 'TRUNCATE'])

function writeLines(lines: readonly TypedLine[], { schema, spelling }: TrialTables): WrittenStep {
  const problems = new Map<number, string>()
  const rows: Row[] = []
  for (const [i, line] of lines.entries()) {
    const row = rowOf(line, i, findTable(schema, line.table))
    if (typeof row === 'string') problems.set(i, row)
    else rows.push(row)
  }
  // A line by itself is entered as it is; of several, what leads in a circle may wait.
  const order = new EntryOrder(rows.length === 1 ? { tables: [rows[0]!.table] } : schema)
  const entries = new StatementWriter(order, spelling, false).entering(selfOrdered(rows))
  return {
    statements: entries.map(({ text }) => text),
    isWhole: false,
    lines: entries.map(entry => entry.rows.map(({ key }) => Number(key))),
    problems,
  }
}

function rowOf(line: TypedLine, i: number, table: Table | undefined): Row | string {
  if (!table) return `There is no table ${line.table} now.`
  const cells = new Map<string, FilledCell>()
  for (const [name, typed] of Object.entries(line.cells)) {
    const meaning = cellMeaning(typed)
    if (meaning.is === 'nothing') continue
    if (!findColumn(table, name)) return `${table.name} has no column ${name} now.`
    const cell =
      meaning.is === 'value' ? { value: meaning.value } : { value: meaning.text, isExpression: true }
    cells.set(foldName(name), { ...cell, of: '' })
  }
  return { key: String(i), table, thing: null, cells }
}

function writeChange({ row, to }: Extract<Step, { is: 'change' }>, tables: TrialTables): WrittenStep {
  const set = Object.entries(to).map(
    ([name, typed]) => `${engineName(name)} = ${typedText(row.table, name, typed, tables)}`,
  )
  return single(`UPDATE ${tableOf(row)} SET ${set.join(', ')} WHERE ${conditionOf(row, tables)}`)
}

/** What a cell is changed to: nothing typed takes the value away. */
function typedText(table: string, name: string, typed: string, tables: TrialTables): string {
  const meaning = cellMeaning(typed)
  if (meaning.is === 'nothing') return 'NULL'
  return meaning.is === 'expression' ? `(${meaning.text})` : valueText(table, name, meaning.value, tables)
}

function valueText(table: string, name: string, value: string | null, { schema }: TrialTables): string {
  const found = findTable(schema, table)
  const column = found && findColumn(found, name)
  if (value === null) return 'NULL'
  return column ? literal(value, column) : quoteText(value)
}

/** The condition that means this row and no other: its primary key, else all that stands in it. */
function conditionOf(row: EngineRow, tables: TrialTables): string {
  const { table, cells } = row
  const key = findTable(tables.schema, table)?.primaryKey?.columns ?? []
  const named = key.map(name => Object.entries(cells).find(([other]) => foldName(other) === foldName(name)))
  if (named.length > 0 && named.every(entry => entry && entry[1] !== null))
    return named.map(entry => isEqual(table, entry![0], entry![1]!, tables)).join(' AND ')
  const each = Object.entries(cells).map(([name, value]) =>
    value === null ? `${engineName(name)} IS NULL` : `${engineName(name)}::text = ${quoteText(value)}`,
  )
  // Two that are alike are two rows: one of them is meant.
  return `ctid = (SELECT ctid FROM ${tableOf(row)}${each.length > 0 ? ` WHERE ${each.join(' AND ')}` : ''} LIMIT 1)`
}

const isEqual = (table: string, name: string, value: string, tables: TrialTables): string =>
  `${engineName(name)} = ${valueText(table, name, value, tables)}`
