import { listInWords, shorten } from '../language'
import { findTable, foldName, type Schema } from '../schema'
import { compareRows, type RowMark } from './compare-rows'
import type { EngineRow, Step } from './document'
import { refusalInWords } from './refusal-words'
import type { TrialTables } from './tables'
import type { StepReport, TrialReport } from './work'
import { writeStep } from './write-steps'
import { refusedLines, tablesAfter } from './board'

/** A step as it is told: what was done, what came of it. */
export interface StepInWords {
  readonly done: string
  readonly word: 'accepted' | 'refused' | 'partly' | 'stopped'
  /** What came of it, or why it was refused; may be empty. */
  readonly rest: string
  /** The engine's own words, where it refused. */
  readonly said: string | null
  readonly statements: readonly string[]
}

export function stepInWords(step: Step, at: number, tables: TrialTables, report: TrialReport): StepInWords {
  const { statements } = writeStep(step, tables)
  const told = report.steps[at]
  const base = { done: doneInWords(step, tables.schema), statements, said: null }
  if (step.isStopped)
    return { ...base, word: 'stopped', rest: 'It did not come to an end, and is not run again.' }
  if (step.is === 'enter') return enteredInWords(step, at, tables, report, base)
  const refusal = told?.outcomes.find(outcome => outcome.refusal)?.refusal
  if (refusal)
    return { ...base, word: 'refused', rest: refusalInWords(refusal, tables.schema), said: refusal.message }
  if (statements.length === 0)
    return { ...base, word: 'refused', rest: 'Here SELECT, INSERT, UPDATE and DELETE are tried.' }
  return { ...base, word: 'accepted', rest: cameOfIt(step, at, report, told, tables.schema) }
}

function enteredInWords(
  step: Extract<Step, { is: 'enter' }>,
  at: number,
  tables: TrialTables,
  report: TrialReport,
  base: Pick<StepInWords, 'done' | 'statements' | 'said'>,
): StepInWords {
  const refused = refusedLines(writeStep(step, tables), report, at, tables)
  if (refused.size === 0) return { ...base, word: 'accepted', rest: '' }
  const [first] = refused.values()
  if (refused.size === step.lines.length)
    return { ...base, word: 'refused', rest: first!.words, said: first!.said }
  return {
    ...base,
    word: 'partly',
    rest: `${step.lines.length - refused.size} of ${step.lines.length} were taken.`,
  }
}

function doneInWords(step: Step, schema: Schema): string {
  switch (step.is) {
    case 'enter': {
      const names = [...new Set(step.lines.map(({ table }) => table))]
      return step.lines.length === 1
        ? `A row entered into ${names[0]}`
        : `${step.lines.length} rows loaded into ${listInWords(names.slice(0, 3))}${names.length > 3 ? ' …' : ''}`
    }
    case 'strike':
      return `${rowInWords(step.row, schema)} struck out`
    case 'change':
      return `${listInWords(Object.keys(step.to))} of ${rowInWords(step.row, schema)} changed`
    case 'ask':
      return step.title ?? shorten(step.statement.replace(/\s+/g, ' ').trim(), 90)
    case 'witness':
      return step.title
  }
}

/** A row by its key, as people call it: trip 17. */
export function rowInWords({ table, cells }: EngineRow, schema: Schema): string {
  const key = findTable(schema, table)?.primaryKey?.columns ?? []
  const values = key.flatMap(name => {
    const found = Object.entries(cells).find(([other]) => foldName(other) === foldName(name))
    return found?.[1] ?? []
  })
  const shown =
    values.length > 0
      ? values
      : Object.values(cells)
          .flatMap(value => value ?? [])
          .slice(0, 2)
  return `${table} ${shorten(shown.join(', '), 40)}`
}

/** What a step did besides what was asked: rows that went or changed in other tables. */
function cameOfIt(
  step: Step,
  at: number,
  report: TrialReport,
  told: StepReport | undefined,
  schema: Schema,
): string {
  if (step.is === 'ask') {
    const answer = told?.outcomes[0]?.told
    if (!answer) return ''
    return answer.touched === null
      ? rows(answer.rows.length, answer.isCut)
      : `${rows(answer.touched)} touched.`
  }
  if (step.is === 'witness' || step.is === 'enter') return ''
  const own = foldName(step.row.table)
  const parts = tablesAfter(report, at + 1).flatMap(after => {
    const before = tablesAfter(report, at).find(({ table }) => table === after.table)
    const key = findTable(schema, after.table)?.primaryKey?.columns ?? []
    const compared = compareRows(before, after, key)
    const count = (mark: RowMark): number => compared.filter(row => row.mark === mark).length
    const isOwn = foldName(after.table) === own
    const gone = count('gone') - (isOwn && step.is === 'strike' ? 1 : 0)
    const changed = count('changed') - (isOwn && step.is === 'change' ? 1 : 0)
    return [
      ...(gone > 0 ? [`${rows(gone)} of ${after.table} went with it`] : []),
      ...(changed > 0 ? [`${rows(changed)} of ${after.table} changed with it`] : []),
    ]
  })
  return parts.length > 0 ? `${listInWords(parts)}.` : 'Nothing else was touched.'
}

const rows = (count: number, isMore = false): string =>
  `${count}${isMore ? ' and more' : ''} ${count === 1 ? 'row' : 'rows'}`
