import { dictionaryFromRows, type Dictionary } from '@nomenklatura/core/dictionary'
import type { Finding } from '@nomenklatura/core/findings'
import { trialOfSplit, type SplitTrial } from '@nomenklatura/core/row-trial'
import {
  couldIdentify,
  decodeText,
  doesFix,
  rowsForDependency,
  rowsForIdentifier,
  findInRows,
  profile,
  projectRows,
  proposeSplit,
  readRows,
  rejoin,
  repeatingFacts,
  type ColumnProfile,
  type FixAnswer,
  type FlatTable,
  type FoundInRows,
  type IdentifyAnswer,
  type NamedDependency,
  type ReadRowsOptions,
  type Repeating,
  type SplitProposal,
} from '@nomenklatura/core/rows'

export type RowsSource =
  | { readonly kind: 'bytes'; readonly bytes: Uint8Array; readonly options: ReadRowsOptions }
  | { readonly kind: 'text'; readonly text: string; readonly options: ReadRowsOptions }
  | { readonly kind: 'table'; readonly table: FlatTable }

/**
 * What was understood, without the rows themselves: these stay in the worker and are asked for page by page.
 */
export interface RowsOverview {
  readonly columns: readonly string[]
  readonly rows: number
  readonly profile: readonly ColumnProfile[]
  readonly repeating: readonly Repeating[]
  readonly findings: readonly Finding[]
  readonly format: string
  readonly delimiter: string
  readonly encoding: string
  /** False where the text cannot be used: a finding says why. */
  readonly isRead: boolean
}

export interface NumberedRow {
  readonly at: number
  readonly cells: readonly string[]
}
export interface PartRows {
  readonly columns: readonly string[]
  readonly rows: readonly (readonly string[])[]
}
export interface ShownSplit {
  readonly proposal: SplitProposal
  /** The first rows of each part, then of each unfolded fact. */
  readonly parts: readonly PartRows[]
  /** Rows of the join that were not there. */
  readonly spurious: readonly (readonly string[])[]
  readonly dictionary: Dictionary
  /** The parts as tables to try, with the first rows. */
  readonly trial: SplitTrial
}

export type RowsQuestion =
  | { readonly ask: 'take'; readonly source: RowsSource }
  | { readonly ask: 'find'; readonly source: RowsSource }
  | { readonly ask: 'page'; readonly start: number; readonly count: number }
  | { readonly ask: 'identify'; readonly columns: readonly string[] }
  | { readonly ask: 'fix'; readonly from: readonly string[]; readonly to: readonly string[] }
  | {
      readonly ask: 'split'
      readonly dependencies: readonly NamedDependency[]
      readonly names: Readonly<Record<string, string>>
    }

export interface RowsAnswers {
  readonly take: RowsOverview
  readonly find: FoundInRows
  readonly page: readonly NumberedRow[]
  readonly identify: IdentifyAnswer & { readonly shown: readonly NumberedRow[] }
  readonly fix: FixAnswer & {
    readonly shown: readonly NumberedRow[]
    readonly against: readonly NumberedRow[]
  }
  readonly split: ShownSplit
}

export type RowsReport =
  | {
      readonly id: number
      readonly kind: 'progress'
      readonly size: number
      readonly done: number
      readonly of: number
    }
  | { readonly id: number; readonly kind: 'answer'; readonly answer: RowsAnswers[keyof RowsAnswers] }

const SHOWN_ROWS = 60
let table: FlatTable = { columns: [], rows: [] }
let repeating: readonly Repeating[] = []

const numbered = (at: readonly number[]): NumberedRow[] => at.map(i => ({ at: i, cells: table.rows[i]! }))

/** The rows of a source, with what was understood of its text. */
function read(
  source: RowsSource,
): Pick<RowsOverview, 'findings' | 'format' | 'delimiter' | 'encoding'> & { readonly table: FlatTable } {
  if (source.kind === 'table')
    return { table: source.table, findings: [], format: '', delimiter: '', encoding: '' }
  const { text, encoding } =
    source.kind === 'bytes' ? decodeText(source.bytes) : { text: source.text, encoding: '' }
  const { table: found, findings, format, delimiter } = readRows(text, source.options)
  return { table: found ?? { columns: [], rows: [] }, findings, format, delimiter, encoding }
}

function take(source: RowsSource): RowsOverview {
  const { table: taken, ...understood } = read(source)
  table = taken
  const columns = profile(table)
  repeating = repeatingFacts(table.columns, columns)
  return {
    columns: table.columns,
    rows: table.rows.length,
    profile: columns,
    repeating,
    ...understood,
    isRead: table.columns.length > 0,
  }
}

function split(
  dependencies: readonly NamedDependency[],
  names: Readonly<Record<string, string>>,
): ShownSplit {
  const plain = proposeSplit(table, dependencies, repeating)
  const rename = <P extends { readonly name: string }>(part: P): P => ({
    ...part,
    name: names[part.name] ?? part.name,
  })
  const proposal = {
    ...plain,
    parts: plain.parts.map(rename),
    unfolded: plain.unfolded.map(fact => ({ ...fact, part: rename(fact.part) })),
  }
  const kept = table.columns.filter(name => !repeating.some(({ columns }) => columns.includes(name)))
  const rest = projectRows(table, kept)
  const parts = proposal.parts.map(({ columns }) => projectRows(rest, columns))
  const { spurious } = plain.spurious === 0 ? { spurious: [] } : rejoin(rest, parts)
  const dictionary = dictionaryFromRows(table, proposal)
  return {
    proposal,
    parts: parts.map(({ columns, rows }) => ({ columns, rows: rows.slice(0, SHOWN_ROWS) })),
    spurious: spurious.slice(0, 5),
    dictionary,
    trial: trialOfSplit(table, proposal, dictionary),
  }
}

function answer(
  question: RowsQuestion,
  onProgress: (progress: { size: number; done: number; of: number }) => void,
): RowsAnswers[keyof RowsAnswers] {
  switch (question.ask) {
    case 'take':
      return take(question.source)
    case 'find':
      return findInRows(read(question.source).table, { onProgress })
    case 'page':
      return numbered(
        Array.from(
          { length: Math.max(0, Math.min(question.count, table.rows.length - question.start)) },
          (_, i) => question.start + i,
        ),
      )
    case 'identify': {
      const found = couldIdentify(table, question.columns)
      return { ...found, shown: numbered(found.refuting ?? rowsForIdentifier(table, found)) }
    }
    case 'fix': {
      const found = doesFix(table, question.from, question.to)
      return {
        ...found,
        shown: numbered(found.refuting ?? rowsForDependency(table, found)),
        against: numbered(found.offending.slice(0, 20)),
      }
    }
    case 'split':
      return split(question.dependencies, question.names)
  }
}

addEventListener(
  'message',
  ({ data: { id, ...question } }: MessageEvent<RowsQuestion & { readonly id: number }>) => {
    const report = (message: RowsReport): void => postMessage(message)
    let told = 0
    report({
      id,
      kind: 'answer',
      answer: answer(question, progress => {
        if (Date.now() - told < 100) return
        told = Date.now()
        report({ id, kind: 'progress', ...progress })
      }),
    })
  },
)
