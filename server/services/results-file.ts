import { fileNameOf } from '#shared/words'
import type { Db } from '../repositories/database'
import type { Exercise } from '../repositories/exercises'
import { resultsOf } from './results'
import { marksCsv, oneRosterZip, verdictsCsv } from './results-as-csv'

/** A file to be saved. */
export interface MadeFile {
  readonly name: string
  readonly type: string
  readonly bytes: Uint8Array
}

export const RESULTS_KINDS = ['marks.csv', 'verdicts.csv', 'results.json', 'oneroster.zip'] as const
export type ResultsKind = (typeof RESULTS_KINDS)[number]

const NAMES: readonly string[] = RESULTS_KINDS
export const isResultsKind = (text: string | undefined): text is ResultsKind =>
  text !== undefined && NAMES.includes(text)

const CSV = 'text/csv; charset=utf-8'
/** Spreadsheet programs take a text for UTF-8 by the mark in front. */
const forSpreadsheets = (csv: string): Uint8Array => Buffer.from(`\uFEFF${csv}`)

export async function resultsAs(db: Db, exercise: Exercise, kind: ResultsKind): Promise<MadeFile> {
  const results = await resultsOf(db, exercise.id)
  const name = `${fileNameOf(results.exercise.title)}-${kind}`
  switch (kind) {
    case 'marks.csv':
      return { name, type: CSV, bytes: forSpreadsheets(marksCsv(results)) }
    case 'verdicts.csv':
      return { name, type: CSV, bytes: forSpreadsheets(verdictsCsv(results)) }
    case 'results.json':
      return {
        name,
        type: 'application/json; charset=utf-8',
        bytes: Buffer.from(`${JSON.stringify(results, null, 1)}\n`),
      }
    case 'oneroster.zip':
      return {
        name,
        type: 'application/zip',
        bytes: oneRosterZip(results, {
          exerciseId: exercise.id,
          courseId: exercise.courseId,
          dueAt: exercise.dueAt,
        }),
      }
  }
}
