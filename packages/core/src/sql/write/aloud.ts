import type { Span } from '../../findings'
import { capital, listInWords, plural } from '../../language'
import {
  findTable,
  foldName,
  isRequired,
  sameName,
  type Column,
  type Key,
  type Reference,
  type Schema,
  type Table,
} from '../../schema'
import type { ReadScript } from '../read/read-script'

/**
 * One table of a script as it was understood: a line for each thing that it says, with the place that says
 * it.
 */
export interface TableAloud {
  readonly table: string
  /** The statement that makes it. */
  readonly span: Span
  readonly sentences: readonly { readonly text: string; readonly place: Span }[]
}

/**
 * The reading of a script: table by table in the order in which they are made, in sentences. Given tables are
 * left out.
 */
export function scriptAloud({
  schema,
  inserts,
  statements,
}: Pick<ReadScript, 'schema' | 'inserts' | 'statements'>): TableAloud[] {
  const made = new Map(statements.map(({ span }) => [span.end, span]))
  const rows = new Map<string, number>()
  for (const { table, rows: own } of inserts)
    rows.set(foldName(table), (rows.get(foldName(table)) ?? 0) + (own?.length ?? 0))
  return schema.tables
    .filter(({ given }) => !given)
    .sort((a, b) => a.span.start - b.span.start)
    .map(table => ({
      table: table.name,
      span: made.get(table.span.end) ?? table.span,
      sentences: [
        ...keySentences(table),
        ...table.columns.map(column => ({ text: columnSentence(table, column), place: column.span })),
        ...table.references.map(reference => ({
          text: referenceSentence(schema, table, reference),
          place: reference.span,
        })),
        ...table.checks.map(({ expression, span }) => ({
          text: `Every row keeps to: ${expression}.`,
          place: span,
        })),
        ...table.unmodelled.map(({ what, span }) => ({
          text: `${capital(what)} stands here; what it holds back is not reasoned about.`,
          place: span,
        })),
        ...(rows.has(foldName(table.name))
          ? [
              {
                text: `${rows.get(foldName(table.name))} ${rows.get(foldName(table.name)) === 1 ? 'row is' : 'rows are'} entered.`,
                place: table.nameSpan,
              },
            ]
          : []),
      ],
    }))
}

function keySentences(table: Table): { text: string; place: Span }[] {
  const { primaryKey, uniques, nameSpan } = table
  return [
    primaryKey
      ? { text: `Primary key: ${listInWords([...primaryKey.columns])}.`, place: primaryKey.span }
      : { text: 'Nothing tells its rows apart.', place: nameSpan },
    ...uniques.map((key: Key) => ({
      text: `No two have the same ${listInWords([...key.columns])}.`,
      place: key.span,
    })),
  ]
}

function columnSentence(table: Table, column: Column): string {
  const { name, default: standard, numbering, generation } = column
  const facts = [
    typeInWords(column),
    isRequired(table, name) ? '' : 'may be empty',
    numbering ? 'numbers itself' : '',
    generation ? `computed as ${generation.expression}` : '',
    standard !== null && !numbering ? `${standard} where nothing is said` : '',
  ]
  return `${name}: ${facts.filter(fact => fact !== '').join('; ')}`
}

function typeInWords({ type }: Column): string {
  const { family, length, precision, scale, members, withZone } = type
  switch (family) {
    case 'char':
      return `exactly ${length} ${length === 1 ? 'character' : 'characters'}`
    case 'varchar':
      return length === null
        ? 'a text of any length'
        : `a text of up to ${length} ${length === 1 ? 'character' : 'characters'}`
    case 'text':
      return 'a text of any length'
    case 'integer':
      if (length === 64) return 'a large whole number'
      if (length !== null && length <= 16) return 'a small whole number'
      return 'a whole number'

    case 'decimal':
      if (precision === null) return 'a number'
      if (scale) return `a number of ${precision} digits, ${scale} of them after the point`
      return `a whole number of up to ${precision} digits`

    case 'float':
      return 'a number, kept only nearly'
    case 'date':
      return 'a date'
    case 'time':
      return 'a time of day'
    case 'timestamp':
      return withZone ? 'a moment, with its zone' : 'a date and time'
    case 'boolean':
      return 'yes or no'
    case 'enum':
      return `one of ${members.join(', ')}`
    case 'binary':
      return 'bytes'
    case 'uuid':
      return 'a made-up identifier'
    case 'json':
      return 'a document'
    case 'interval':
      return 'a span of time'
    case 'other':
      return type.text === '' ? 'no type' : type.text
  }
}

const FATE: Readonly<Record<Reference['onDelete'], string>> = {
  'no action': 'that cannot be removed while this refers to it',
  'restrict': 'that cannot be removed while this refers to it',
  'cascade': 'if that goes, this goes with it',
  'set null': 'if that goes, this is emptied',
  'set default': 'if that goes, this takes its default',
}

function referenceSentence(
  schema: Schema,
  table: Table,
  { columns, table: target, targetColumns, onDelete }: Reference,
): string {
  const known = findTable(schema, target)
  const required = columns.every(column => isRequired(table, column))
  const isUnique = [table.primaryKey, ...table.uniques].some(
    key =>
      key &&
      key.columns.length === columns.length &&
      key.columns.every(column => columns.some(other => sameName(other, column))),
  )
  const by = targetColumns.length > 0 ? `, by its ${listInWords([...targetColumns])}` : ''
  const amount = `${required ? 'exactly' : 'at most'} one ${known?.name ?? target}`
  return `${listInWords([...columns])} refers to ${amount}${known ? by : ', which is not here'}; ${isUnique ? `each has at most one ${table.name}` : `each may have many ${plural(table.name)}`}; ${FATE[onDelete]}.`
}
