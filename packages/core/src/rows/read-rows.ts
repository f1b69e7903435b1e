import { CATALOGUE, type Finding, type FindingCode, type Params } from '../findings'
import { rowsFromJson } from './read-json'
import { Papa } from './separated'
import { MOST_COLUMNS, MOST_ROWS, type FlatTable } from './table'

/** The most characters of a text that is read: 64 million. */
export const LONGEST_TEXT = 64_000_000

/** What was understood of a text of rows. */
export interface ReadRows {
  /** Null where it cannot be used: a finding of severity error says why and where. */
  readonly table: FlatTable | null
  readonly format: 'CSV' | 'JSON'
  /** What separates the cells; a tab where rows were pasted from a spreadsheet. */
  readonly delimiter: string
  readonly findings: readonly Finding[]
}

export interface ReadRowsOptions {
  /** What separates the cells, where it is not to be found out. */
  readonly delimiter?: string
  /** Whether the first line names the columns. @defaultValue true */
  readonly hasHeader?: boolean
}

/**
 * Reads rows from CSV, from what a spreadsheet copies, or from JSON (a list of objects or of lists). Never
 * throws: what is wrong is said with the number of the line, and a line with too few or too many cells is
 * kept: what is missing is empty, what is too much gets a column of its own. Linear in the text. Source: RFC
 * 4180.
 */
export function readRows(text: string, options: ReadRowsOptions = {}): ReadRows {
  const plain = text.replace(/^\uFEFF/, '')
  const refused = (code: FindingCode, params: Params = {}): ReadRows => ({
    table: null,
    format: 'CSV',
    delimiter: '',
    findings: [rowsFinding(code, params)],
  })
  if (plain.length > LONGEST_TEXT) return refused('rows.too-long', { most: '64 MB' })
  if (plain.trim() === '') return refused('rows.empty')
  if (looksBinary(plain)) return refused('rows.not-text')
  const json = /^\s*[[{]/.test(plain) ? rowsFromJson(plain) : undefined
  if (json)
    return 'problem' in json
      ? { ...refused('rows.not-a-list', { problem: json.problem }), format: 'JSON' }
      : { ...finish(json.lines, [], true), format: 'JSON', delimiter: '' }
  return readSeparated(plain, options)
}

function rowsFinding(code: FindingCode, params: Params = {}, line = 0): Finding {
  return {
    code,
    severity: CATALOGUE[code].severity,
    sheet: 'dictionary',
    place: { start: line, end: line },
    params: line > 0 ? { ...params, line: String(line) } : params,
  }
}

/** A file that is no text at all, a spreadsheet's own for example: many characters that no text has. */
function looksBinary(text: string): boolean {
  const start = text.slice(0, 2000)
  const odd = [...start].filter(char => (char < ' ' ? !'\t\r\n\f'.includes(char) : char === '\uFFFD')).length
  return odd > start.length / 50
}

function readSeparated(text: string, { delimiter, hasHeader = true }: ReadRowsOptions): ReadRows {
  const { data, errors, meta } = Papa.parse(text, {
    delimiter: delimiter ?? guessDelimiter(text),
    preview: MOST_ROWS + 2,
  })
  const numbered = data
    .map((cells, i) => ({ cells, line: i + 1 }))
    .filter(({ cells }) => cells.some(cell => cell.trim() !== ''))
  const findings = errors
    .filter(({ type }) => type === 'Quotes')
    .slice(0, 5)
    .map(({ row = 0 }) => rowsFinding('rows.quote-open', {}, row + 1))
  return { ...finish(numbered, findings, hasHeader), format: 'CSV', delimiter: meta.delimiter }
}

/**
 * A tab in the first line is what a spreadsheet puts between cells; else the sign that stands there most
 * often outside quotation marks; where there is none, one column.
 */
function guessDelimiter(text: string): string {
  const [first = ''] = text.split(/\r?\n/, 1)
  if (first.includes('\t')) return '\t'
  const counted = [',', ';', '|']
    .map(delimiter => ({
      delimiter,
      count: first.replace(/"(?:[^"]|"")*"/g, '').split(delimiter).length - 1,
    }))
    .sort((a, b) => b.count - a.count)
  return counted[0]!.count > 0 ? counted[0]!.delimiter : ','
}

interface Line {
  readonly cells: readonly string[]
  readonly line: number
}

/**
 * Lines as a table: the widest line decides how many columns there are, the most common width which lines are
 * ragged.
 */
function finish(
  lines: readonly Line[],
  before: readonly Finding[],
  hasHeader: boolean,
): Omit<ReadRows, 'format' | 'delimiter'> {
  const [first, ...others] = lines
  if (!first) return { table: null, findings: [rowsFinding('rows.empty')] }
  const body = hasHeader ? others : lines
  const refuse = (code: FindingCode, params: Params): Omit<ReadRows, 'format' | 'delimiter'> => ({
    table: null,
    findings: [...before, rowsFinding(code, params)],
  })
  if (body.length === 0) return refuse('rows.no-rows', {})
  if (body.length > MOST_ROWS) return refuse('rows.too-many', { most: MOST_ROWS.toLocaleString('en') })
  const width = hasHeader ? trimmedWidth(first.cells) : first.cells.length
  const widest = body.reduce((most, { cells }) => Math.max(most, trimmedWidth(cells)), width)
  if (widest > MOST_COLUMNS)
    return refuse('rows.too-wide', { most: String(MOST_COLUMNS), found: String(widest) })
  const ragged = body.filter(({ cells }) => cells.length < width || trimmedWidth(cells) > width)
  const findings = [
    ...before,
    ...ragged
      .slice(0, 5)
      .map(({ cells, line }) =>
        rowsFinding(
          cells.length < width ? 'rows.line-short' : 'rows.line-long',
          { found: String(cells.length), expected: String(width) },
          line,
        ),
      ),
    ...(ragged.length > 5 ? [rowsFinding('rows.more-ragged', { count: String(ragged.length - 5) })] : []),
  ]
  const { names, remarks } = columnNames(hasHeader ? first.cells : [], widest)
  const rows = body.map(({ cells }) => Array.from({ length: widest }, (_, at) => cells[at]?.trim() ?? ''))
  return { table: { columns: names, rows }, findings: [...findings, ...remarks] }
}

/** How many cells a line has without empty ones at its end. */
function trimmedWidth(cells: readonly string[]): number {
  let width = cells.length
  while (width > 0 && cells[width - 1]!.trim() === '') width--
  return width
}

/**
 * A name for each column: the header's own, made a plain name, made up where it is empty, numbered where it
 * stands twice.
 */
function columnNames(header: readonly string[], width: number): { names: string[]; remarks: Finding[] } {
  const remarks: Finding[] = []
  const names: string[] = []
  for (let at = 0; at < width; at++) {
    const written = header[at]?.trim() ?? ''
    const plain = plainName(written) || `column_${at + 1}`
    const taken = names.some(name => name.toLowerCase() === plain.toLowerCase())
    const name = taken ? unused(plain, names) : plain
    if (taken) remarks.push(rowsFinding('rows.name-twice', { written, name }))
    else if (written !== '' && name !== written)
      remarks.push(rowsFinding('rows.name-changed', { written, name }))
    else if (written === '' && header.length > 0)
      remarks.push(rowsFinding('rows.name-missing', { name, position: String(at + 1) }))
    names.push(name)
  }
  return { names, remarks }
}

function unused(name: string, names: readonly string[]): string {
  for (let n = 2; ; n++) if (!names.includes(`${name}_${n}`)) return `${name}_${n}`
}

/** A name that scripts and notation can carry: letters, digits and _, a letter first. */
export function plainName(written: string): string {
  const plain = written
    .normalize('NFC')
    .trim()
    .replace(/[^\p{L}\p{N}_]+/gu, '_')
    .replace(/^_+|_+$/g, '')
  return Array.from(/^\p{N}/u.test(plain) ? `c_${plain}` : plain)
    .slice(0, 60)
    .join('')
}
