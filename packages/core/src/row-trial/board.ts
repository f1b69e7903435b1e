import { inEntryOrder } from '../instances'
import { findColumn, foldName, isRequired, sameName, type Column, type Schema, type Table } from '../schema'
import { compareRows, type ComparedRow } from './compare-rows'
import type { Line, RowTrialDocument } from './document'
import { refusalInWords } from './refusal-words'
import type { TrialTables } from './tables'
import { writeStep, type WrittenStep } from './write-steps'
import type { TableRows, TrialReport } from './work'

/** One table of a row trial: the rows that the engine has, and the lines that it does not have. */
export interface Slip {
  readonly table: string
  readonly namespace: string
  readonly columns: readonly SlipColumn[]
  readonly rows: readonly ComparedRow[]
  readonly lines: readonly SlipLine[]
  /** It has more rows than are shown. */
  readonly isCut: boolean
  /** Whether the engine has it. */
  readonly isMade: boolean
}

export interface SlipColumn {
  readonly name: string
  readonly type: string
  readonly isKey: boolean
  readonly isRequired: boolean
  /** The engine fills it by itself, and it cannot be typed. */
  readonly isComputed: boolean
  /** What stands there where nothing is said. */
  readonly default: string | null
  /** What it refers to, with what stands there to choose from. */
  readonly reference: {
    readonly table: string
    readonly column: string
    readonly choices: readonly string[]
  } | null
}

/** Where a line is kept: among those that wait, or in the step that tried to enter it. */
export type LinePlace =
  | { readonly is: 'waiting'; readonly at: number }
  | { readonly is: 'step'; readonly step: number; readonly at: number }

export interface SlipLine {
  readonly place: LinePlace
  readonly line: Line
  /** Why it was not taken; null where it was not tried yet. */
  readonly refused: Refused | null
}

/** In our words, and in the engine's. */
export interface Refused {
  readonly words: string
  readonly said: string | null
}

/**
 * All slips as they stand after so many steps, in the order in which rows are entered. Rows carry what the last
 * of these steps did to them.
 */
export function slipsOf(
  document: RowTrialDocument,
  tables: TrialTables,
  report: TrialReport,
  after: number,
): Slip[] {
  const now = tablesAfter(report, after)
  const before = after > 0 ? tablesAfter(report, after - 1) : now
  const known = inEntryOrder(tables.schema)
  const unread = now.filter(({ table }) => !known.some(({ name }) => sameName(name, table)))
  const lines = linesOut(document, tables, report, after)
  const slip = (name: string, table: Table | undefined): Slip => {
    const stands = now.find(other => sameName(other.table, name))
    const stood = before.find(other => sameName(other.table, name))
    const columns = columnsOf(stands, table, now, tables.schema)
    return {
      table: stands?.table ?? name,
      namespace: stands?.namespace ?? 'public',
      columns,
      rows: stands
        ? compareRows(
            stood,
            stands,
            columns.filter(({ isKey }) => isKey).map(column => column.name),
          )
        : [],
      lines: lines.filter(({ line }) => sameName(line.table, name)),
      isCut: stands?.isCut ?? false,
      isMade: stands !== undefined,
    }
  }
  const lost = lines.filter(
    ({ line }) =>
      ![...known.map(({ name }) => name), ...unread.map(({ table }) => table)].some(name =>
        sameName(name, line.table),
      ),
  )
  return [
    ...known.map(table => slip(table.name, table)),
    ...unread.map(({ table }) => slip(table, undefined)),
    ...[...new Set(lost.map(({ line }) => foldName(line.table)))].map(name => slip(name, undefined)),
  ]
}

/** How all tables stand after so many steps. */
export function tablesAfter(report: TrialReport, after: number): readonly TableRows[] {
  return after === 0 ? report.before : (report.steps[after - 1]?.tables ?? [])
}

function columnsOf(
  stands: TableRows | undefined,
  table: Table | undefined,
  now: readonly TableRows[],
  schema: Schema,
): SlipColumn[] {
  const names = stands?.columns ?? table?.columns.map(({ name }) => name) ?? []
  return names.map(name => {
    const column = table && findColumn(table, name)
    return {
      name,
      type: column?.type.text ?? '',
      isKey: table?.primaryKey?.columns.some(other => sameName(other, name)) ?? false,
      isRequired: table !== undefined && isRequired(table, name),
      isComputed: column?.generated ?? false,
      default: defaultInWords(column),
      reference: table ? referenceOf(table, name, now, schema) : null,
    }
  })
}

function defaultInWords(column: Column | undefined): string | null {
  if (!column) return null
  if (column.generated) return 'worked out'
  return column.numbering ? 'next number' : column.default
}

function referenceOf(
  { references }: Table,
  name: string,
  now: readonly TableRows[],
  schema: Schema,
): SlipColumn['reference'] {
  for (const { columns, table, targetColumns } of references) {
    const at = columns.findIndex(other => sameName(other, name))
    const target = now.find(other => sameName(other.table, table))
    const column =
      targetColumns[at] ?? schema.tables.find(other => sameName(other.name, table))?.primaryKey?.columns[at]
    if (at < 0 || column === undefined) continue
    const position = target?.columns.findIndex(other => sameName(other, column)) ?? -1
    const values = position < 0 ? [] : target!.rows.flatMap(cells => cells[position] ?? [])
    return { table: target?.table ?? table, column, choices: [...new Set(values)] }
  }
  return null
}

/** Lines that the engine does not have: those that wait, and those that it refused; in the order of their making. */
function linesOut(
  { waiting, steps }: RowTrialDocument,
  tables: TrialTables,
  report: TrialReport,
  after: number,
): SlipLine[] {
  const refused = steps.slice(0, after).flatMap((step, s): SlipLine[] => {
    if (step.is !== 'enter') return []
    const reasons = refusedLines(writeStep(step, tables), report, s, tables)
    return step.lines.flatMap((line, at): SlipLine[] => {
      const reason = reasons.get(at)
      return reason && !line.isTaken ? [{ place: { is: 'step', step: s, at }, line, refused: reason }] : []
    })
  })
  const open = waiting.map((line, at): SlipLine => ({ place: { is: 'waiting', at }, line, refused: null }))
  return [...refused, ...open].toSorted((a, b) => a.line.id - b.line.id)
}

/** Of the lines of a step those that were not taken, and why. */
export function refusedLines(
  { lines, problems }: WrittenStep,
  report: TrialReport,
  step: number,
  { schema }: TrialTables,
): ReadonlyMap<number, Refused> {
  const found = new Map([...problems].map(([at, words]): [number, Refused] => [at, { words, said: null }]))
  for (const [i, outcome] of (report.steps[step]?.outcomes ?? []).entries())
    if (outcome.refusal)
      for (const at of lines[i] ?? []) {
        const refused = { words: refusalInWords(outcome.refusal, schema), said: outcome.refusal.message }
        if (!found.has(at)) found.set(at, refused)
      }
  return found
}
