import { readDictionary, type Dictionary } from '../dictionary'
import { capital } from '../language'
import {
  distinctRows,
  columnAt,
  projectRows,
  valuesOf,
  type FlatTable,
  type ProposedUnfolding,
  type SplitProposal,
} from '../rows'
import { quoteName, quoteText, readScript, writeScript } from '../sql'
import type { RowTrialDocument, TypedLine } from './document'
import { addLines, enterLines } from './edit'
import { linesOfRows } from './lines'

/** A question or a change that is made ready. */
export interface ReadyStatement {
  readonly words: string
  readonly statement: string
}

/** The parts of a split as tables to try: with the rows that came along, and the join that looks like before. */
export interface SplitTrial {
  /** What makes the tables. */
  readonly tables: readonly string[]
  /** All rows loaded, in the order of references. */
  readonly document: RowTrialDocument
  readonly ready: readonly ReadyStatement[]
}

/** So many rows of the flat table come along. */
const MOST_ROWS = 60

/** The rows of a flat table as they lie in the parts of a split. Of many rows the first come along. */
export function trialOfSplit(table: FlatTable, proposal: SplitProposal, dictionary: Dictionary): SplitTrial {
  const { text } = writeScript(readDictionary(dictionary).schema, { to: 'postgresql', from: 'postgresql' })
  const tables = readScript(text).statements.map(({ span }) => text.slice(span.start, span.end))
  const sample = { ...table, rows: table.rows.slice(0, MOST_ROWS) }
  const lines = linesOf(sample, proposal)
  const waiting = addLines({ waiting: [], steps: [] }, lines)
  const document = enterLines(
    waiting,
    waiting.waiting.map((line, at) => ({ place: { is: 'waiting', at }, line })),
  )
  return { tables, document, ready: readyFor(table, proposal) }
}

function linesOf(sample: FlatTable, { parts, unfolded }: SplitProposal): TypedLine[] {
  return [
    ...parts.flatMap(({ name, columns }) => linesOfRows(name, columns, projectRows(sample, columns).rows)),
    ...unfolded.flatMap(fact => linesOfRows(fact.part.name, fact.part.columns, unfoldedRows(sample, fact))),
  ]
}

/** One row for each value of a repeating fact. */
function unfoldedRows(sample: FlatTable, fact: ProposedUnfolding): (readonly string[])[] {
  const width = fact.groups?.length ?? 1
  const by = fact.part.columns.slice(0, -width).map(name => columnAt(sample, name))
  return distinctRows(
    sample.rows.flatMap(row =>
      valuesOf(sample, fact, row).map(values => [...by.map(at => row[at]!), ...values]),
    ),
  )
}

const spell = (name: string): string => quoteName(name, 'postgresql')

function readyFor(table: FlatTable, { parts }: SplitProposal): ReadyStatement[] {
  const join = joinOf(table, parts)
  return join
    ? [{ words: 'The old table: the parts joined again', statement: join }, ...onceFor(table, parts)]
    : []
}

/** The parts joined on what they share, with the columns as they stood; undefined where nothing joins them all. */
function joinOf(table: FlatTable, parts: SplitProposal['parts']): string | undefined {
  const [first, ...others] = parts.toSorted((a, b) => b.rows - a.rows)
  if (!first) return undefined
  const joined = new Map(first.columns.map(name => [name, first.name]))
  const joins: string[] = []
  const waiting = [...others]
  while (waiting.length > 0) {
    const at = waiting.findIndex(({ columns }) => columns.some(name => joined.has(name)))
    const [next] = waiting.splice(Math.max(at, 0), 1)
    const on = next!.columns
      .filter(name => joined.has(name))
      .map(name => `${spell(next!.name)}.${spell(name)} = ${spell(joined.get(name)!)}.${spell(name)}`)
    joins.push(
      on.length > 0 ? `JOIN ${spell(next!.name)} ON ${on.join(' AND ')}` : `CROSS JOIN ${spell(next!.name)}`,
    )
    for (const name of next!.columns) if (!joined.has(name)) joined.set(name, next!.name)
  }
  const columns = table.columns.flatMap(name =>
    joined.has(name) ? [`${spell(joined.get(name)!)}.${spell(name)}`] : [],
  )
  return [`SELECT ${columns.join(', ')}`, `FROM ${spell(first.name)}`, ...joins].join('\n')
}

/** A change that is one here, and would be many in the flat table: in the part in which most is saved. */
function onceFor(table: FlatTable, parts: SplitProposal['parts']): ReadyStatement[] {
  const [part] = parts
    .filter(
      ({ keys, columns, rows }) => keys[0]?.length === 1 && columns.length > 1 && rows < table.rows.length,
    )
    .toSorted((a, b) => a.rows - b.rows)
  const key = part?.keys[0]?.[0]
  const what = part?.columns.find(name => name !== key)
  if (!part || key === undefined || what === undefined) return []
  const rows = table.rows
    .slice(0, MOST_ROWS)
    .map(row => [row[columnAt(table, key)]!, row[columnAt(table, what)]!] as const)
  const of = mostFrequent(rows.map(([value]) => value))
  const stands = rows.find(([value]) => value === of)?.[1]
  const other = rows.find(([, value]) => value !== '' && value !== stands)?.[1]
  if (of === undefined || other === undefined) return []
  return [
    {
      words: `${capital(what)} of ${of} changed, once: ${other}`,
      statement: `UPDATE ${spell(part.name)}\nSET ${spell(what)} = ${quoteText(other)}\nWHERE ${spell(key)} = ${quoteText(of)}`,
    },
  ]
}

function mostFrequent(values: readonly string[]): string | undefined {
  const counts = new Map<string, number>()
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1)
  const [most] = [...counts].filter(([value]) => value !== '').toSorted((a, b) => b[1] - a[1])
  return most?.[0]
}
