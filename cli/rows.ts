import { wording } from '@nomenklatura/core/findings'
import {
  analyseRows,
  decodeText,
  readRows,
  type ColumnProfile,
  type RowsAnswer,
} from '@nomenklatura/core/rows'
import { CallError, printJson, readInputs, type Call } from './call'

/**
 * What `nomenklatura rows --json` prints: public and stable, keys may be added. A column's type is its
 * family, `sql` what a script would write; rows count from 1.
 */
interface RowsReport extends Omit<RowsAnswer, 'columns' | 'repeating'> {
  readonly columns: readonly (Omit<ColumnProfile, 'type'> & {
    readonly type: string
    readonly size: string | null
    readonly sql: string
  })[]
  readonly repeating: readonly (readonly string[])[]
  readonly findings: readonly { readonly code: string; readonly severity: string; readonly message: string }[]
}

export function runRows({ files, json, strict, maxDeterminant, error }: Call): number {
  let failed = false
  const reports = readInputs(files, ['.csv', '.tsv', '.json'], bytes => decodeText(bytes).text).map(
    ({ name, text }) => {
      const { table, findings } = readRows(text)
      if (!table)
        throw new CallError(
          `${name}: ${findings
            .filter(({ severity }) => severity === 'error')
            .map(finding => wording(finding).message)
            .join(' ')}`,
        )
      failed ||= findings.some(({ severity }) => severity === 'error')
      const answer = analyseRows(table, {
        ...(maxDeterminant === undefined ? {} : { largest: maxDeterminant }),
        ...(error === undefined ? {} : { error }),
        ...progress(name),
      })
      return {
        file: name,
        value: toReport(
          answer,
          findings.map(finding => ({
            code: finding.code,
            severity: finding.severity,
            message: wording(finding).message,
          })),
        ),
      }
    },
  )
  if (json) printJson(reports)
  else
    for (const { file, value } of reports)
      console.log(`${reports.length > 1 ? `${file}\n` : ''}${inWords(value)}\n`)
  return strict && failed ? 1 : 0
}

/** How far the search is, on a terminal. */
function progress(name: string): Parameters<typeof analyseRows>[1] {
  if (!process.stderr.isTTY) return {}
  return {
    onProgress: ({ size, done, of }) =>
      void process.stderr.write(`\r${name}: left sides of ${size}: ${done} of ${of}   `),
  }
}

function toReport(
  { columns, repeating, ...answer }: RowsAnswer,
  findings: RowsReport['findings'],
): RowsReport {
  return {
    ...answer,
    nearly: answer.nearly.map(found => ({ ...found, rows: found.rows.map(row => row + 1) })),
    findings,
    repeating: repeating.map(fact => fact.columns),
    columns: columns.map(({ type, ...column }) => ({
      ...column,
      type: type.family,
      size: sizeOf({ type }),
      sql: type.text,
    })),
  }
}

function sizeOf({ type: { length, precision, scale, family } }: Pick<ColumnProfile, 'type'>): string | null {
  if (precision !== null) return `${precision},${scale ?? 0}`
  return length !== null && (family === 'char' || family === 'varchar') ? String(length) : null
}

const set = (names: readonly string[]): string => names.join(', ') || '∅'

function inWords({
  rows,
  columns,
  repeating,
  keys,
  dependencies,
  nearly,
  proposal,
  complete,
  duplicates,
  surrogate,
  findings,
}: RowsReport): string {
  const meant = dependencies.filter(({ look }) => look === 'meant')
  return [
    `${rows} rows${duplicates > 0 ? `, ${duplicates} of them again` : ''}`,
    ...findings.map(({ severity, message }) => `  ${severity}: ${message}`),
    ...columns.map(column => `  ${column.name}: ${describe(column)}`),
    ...repeating.map(names => `Several values of one fact: ${set(names)}`),
    `Could identify a row: ${
      keys
        .slice(0, 12)
        .map(key => `(${set(key)})`)
        .join(' ') || 'nothing'
    }${keys.length > 12 ? ` and ${keys.length - 12} more` : ''}`,
    ...(surrogate
      ? [
          `Only ${surrogate.column} makes the rows unique, and it only numbers them: without it ${surrogate.repeated} stand there again`,
        ]
      : []),
    `Holds, and looks meant:\n${
      meant
        .slice(0, 40)
        .map(({ from, to, support }) => `  ${set(from)} → ${to}  (${support} rows speak for it)`)
        .join('\n') || '  nothing'
    }`,
    `${dependencies.length - meant.length} more hold because of a key or by accident${complete ? '' : '; the search was cut short'}`,
    ...(nearly.length > 0
      ? [
          `Nearly holds:\n${nearly
            .slice(0, 20)
            .map(({ from, to, rows: against }) => `  ${set(from)} → ${to}  but for row ${against.join(', ')}`)
            .join('\n')}`,
        ]
      : []),
    `A split: ${[...proposal.parts, ...proposal.unfolded.map(({ part }) => part)].map(({ name, columns: names }) => `${name} (${set(names)})`).join(' ')}`,
  ].join('\n')
}

function describe({
  type,
  size,
  format,
  required,
  list,
  leadingZeros,
  several,
  distinct,
}: RowsReport['columns'][number]): string {
  return [
    `${type}${size ? ` ${size}` : ''}`,
    format ? `as ${format}` : '',
    required ? '' : 'may be empty',
    `${distinct} different`,
    list ? `a list, separated by "${list.separator}"` : '',
    leadingZeros ? 'leading zeros' : '',
    several ? `a ${several}` : '',
  ]
    .filter(part => part !== '')
    .join(', ')
}
