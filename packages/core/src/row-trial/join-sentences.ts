import { plural, singular } from '../language'
import { literal } from '../instances'
import { findColumn, findTable, foldName, sameName, type Reference, type Schema, type Table } from '../schema'
import { inQuotes, quoteName, quoteText } from '../sql'

/** A question about a row of one table that rows of another answer: "All trips of collector 007". */
export interface JoinSentence {
  /** The table whose row is asked about, and the columns that tell it apart. */
  readonly of: string
  readonly by: readonly string[]
  /** Before and after the row's value. */
  readonly words: readonly [before: string, after: string]
  /** The query, for the values of `by`. */
  statement(values: readonly string[]): string
}

/**
 * Ready questions over the references of a schema: from either side, through a junction to the rows beyond it,
 * and along each reference both ways. Those through junctions come first.
 * `spelling` is the text in which names stand as they are spelt; null where they are written plainly.
 */
export function joinSentences(schema: Schema, spelling: string | null): JoinSentence[] {
  const spell = spellingOf(spelling)
  const links = schema.tables.flatMap(table => linksOf(table, schema))
  const through = schema.tables.filter(isJunction(schema)).flatMap(table => {
    const own = links.filter(link => link.from === table)
    return own.flatMap(near => own.flatMap(far => (near === far ? [] : [beyond(near, far, spell)])))
  })
  const direct = links.flatMap(link => [backwards(link, spell), forwards(link, spell)])
  return [...through, ...direct]
}

interface Link {
  readonly from: Table
  readonly to: Table
  readonly reference: Reference
  /** The reference by a name of its own, where there are several to one table. */
  readonly role: string | null
}

/** Names as statements write them. */
interface Spelling {
  table(table: Table): string
  column(table: Table, name: string): string
  /** `column = value` as the column's type writes it. */
  isValue(table: Table, name: string, value: string | undefined): string
}

function spellingOf(text: string | null): Spelling {
  const spell = ({ name, nameSpan }: Pick<Table, 'name' | 'nameSpan'>): string =>
    text !== null && text[nameSpan.start] === '"'
      ? inQuotes(name, 'postgresql')
      : quoteName(name, 'postgresql')
  const column = (table: Table, name: string): string => {
    const found = findColumn(table, name)
    return found ? spell(found) : quoteName(name, 'postgresql')
  }
  return {
    table: spell,
    column,
    isValue(table, name, value = '') {
      const found = findColumn(table, name)
      return `${column(table, name)} = ${found ? literal(value, found) : quoteText(value)}`
    },
  }
}

function linksOf(table: Table, schema: Schema): Link[] {
  return table.references.flatMap(reference => {
    const to = findTable(schema, reference.table)
    if (!to || reference.targetColumns.length !== reference.columns.length) return []
    const isAlone = table.references.filter(other => sameName(other.table, reference.table)).length === 1
    const isOwn = sameName(to.name, table.name)
    return [{ from: table, to, reference, role: isAlone && !isOwn ? null : reference.columns.join(', ') }]
  })
}

/** A table whose key is made of its references: two or more lead through it. */
const isJunction =
  (schema: Schema) =>
  (table: Table): boolean => {
    const links = linksOf(table, schema)
    const linking = new Set(links.flatMap(({ reference }) => reference.columns.map(foldName)))
    const keys = [table.primaryKey, ...table.uniques].flatMap(key => key ?? [])
    return (
      links.length >= 2 &&
      keys.some(({ columns }) => columns.filter(name => linking.has(foldName(name))).length >= 2)
    )
  }

const words = (table: Table): string => table.name.replaceAll('_', ' ')
const one = (table: Table): string => singular(words(table))
const many = (table: Table): string => plural(singular(words(table)))

/** Through a junction: all rows of one side that meet a row of the other. */
function beyond(near: Link, far: Link, spell: Spelling): JoinSentence {
  const { from: middle, reference, role } = near
  const [link, end] = [spell.table(middle), spell.table(far.to)]
  const met = far.reference.columns.map(
    (name, i) =>
      `${end}.${spell.column(far.to, far.reference.targetColumns[i]!)} = ${link}.${spell.column(middle, name)}`,
  )
  return {
    of: near.to.name,
    by: reference.targetColumns,
    words: [
      `All ${many(far.to)} of ${one(near.to)}`,
      `${role === null ? '' : ` (as ${role})`}, through ${words(middle)}`,
    ],
    statement: values =>
      [
        `SELECT ${end}.*`,
        `FROM ${link}`,
        `JOIN ${end} ON ${met.join(' AND ')}`,
        `WHERE ${reference.columns.map((name, i) => `${link}.${spell.isValue(middle, name, values[i])}`).join(' AND ')}`,
      ].join('\n'),
  }
}

/** All rows that refer to one. */
function backwards({ from, to, reference, role }: Link, spell: Spelling): JoinSentence {
  return {
    of: to.name,
    by: reference.targetColumns,
    words: [`All ${many(from)} of ${one(to)}`, role === null ? '' : ` (as ${role})`],
    statement: values =>
      [
        'SELECT *',
        `FROM ${spell.table(from)}`,
        `WHERE ${reference.columns.map((name, i) => spell.isValue(from, name, values[i])).join(' AND ')}`,
      ].join('\n'),
  }
}

/** The row that one refers to. Of a table that refers to itself both need names of their own. */
function forwards({ from, to, reference, role }: Link, spell: Spelling): JoinSentence {
  const isOwn = from === to
  const own = isOwn ? 'own' : spell.table(from)
  const led = isOwn ? 'other' : spell.table(to)
  const by = from.primaryKey?.columns ?? from.uniques[0]?.columns ?? reference.columns
  const met = reference.columns.map(
    (name, i) =>
      `${led}.${spell.column(to, reference.targetColumns[i]!)} = ${own}.${spell.column(from, name)}`,
  )
  const named = (table: Table, name: string): string => (isOwn ? `${spell.table(table)} AS ${name}` : name)
  return {
    of: from.name,
    by,
    words: [`The ${one(to)} of ${one(from)}`, role === null ? '' : ` (as ${role})`],
    statement: values =>
      [
        `SELECT ${led}.*`,
        `FROM ${named(from, own)}`,
        `JOIN ${named(to, led)} ON ${met.join(' AND ')}`,
        `WHERE ${by.map((name, i) => `${own}.${spell.isValue(from, name, values[i])}`).join(' AND ')}`,
      ].join('\n'),
  }
}
