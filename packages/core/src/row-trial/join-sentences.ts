import { plural, singular } from '../language'
import { findTable, foldName, sameName, type Reference, type Schema, type Table } from '../schema'
import { inQuotes, quoteName } from '../sql'

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
  const spell = speller(spelling)
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

type Spell = (thing: { readonly name: string; readonly nameSpan: { readonly start: number } }) => string

const speller =
  (spelling: string | null): Spell =>
  ({ name, nameSpan }) =>
    spelling !== null && spelling[nameSpan.start] === '"'
      ? inQuotes(name, 'postgresql')
      : quoteName(name, 'postgresql')

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

function conditions(
  left: string,
  a: readonly string[],
  right: string,
  b: readonly string[],
  spell: (table: Table, name: string) => string,
  tables: readonly [Table, Table],
): string {
  return a
    .map((name, i) => `${left}.${spell(tables[0], name)} = ${right}.${spell(tables[1], b[i]!)}`)
    .join(' AND ')
}

const columnSpeller =
  (spell: Spell) =>
  (table: Table, name: string): string => {
    const column = table.columns.find(other => sameName(other.name, name))
    return column ? spell(column) : quoteName(name, 'postgresql')
  }

const valueText = (value: string): string => `'${value.replaceAll("'", "''")}'`

/** Through a junction: all rows of one side that meet a row of the other. */
function beyond(near: Link, far: Link, spell: Spell): JoinSentence {
  const column = columnSpeller(spell)
  const middle = near.from
  const by = near.reference.columns
  return {
    of: near.to.name,
    by: near.reference.targetColumns,
    words: [
      `All ${many(far.to)} of ${one(near.to)}`,
      `${by.length > 0 && near.role !== null ? ` (as ${near.role})` : ''}, through ${words(middle)}`,
    ],
    statement: values =>
      [
        `SELECT far.*`,
        `FROM ${spell(middle)} AS link`,
        `JOIN ${spell(far.to)} AS far ON ${conditions('far', far.reference.targetColumns, 'link', far.reference.columns, column, [far.to, middle])}`,
        `WHERE ${by.map((name, i) => `link.${column(middle, name)} = ${valueText(values[i] ?? '')}`).join(' AND ')}`,
      ].join('\n'),
  }
}

/** All rows that refer to one. */
function backwards({ from, to, reference, role }: Link, spell: Spell): JoinSentence {
  const column = columnSpeller(spell)
  return {
    of: to.name,
    by: reference.targetColumns,
    words: [`All ${many(from)} of ${one(to)}`, role === null ? '' : ` (as ${role})`],
    statement: values =>
      [
        'SELECT *',
        `FROM ${spell(from)}`,
        `WHERE ${reference.columns.map((name, i) => `${column(from, name)} = ${valueText(values[i] ?? '')}`).join(' AND ')}`,
      ].join('\n'),
  }
}

/** The row that one refers to; asked only where a key tells which. */
function forwards({ from, to, reference, role }: Link, spell: Spell): JoinSentence {
  const column = columnSpeller(spell)
  const by = from.primaryKey?.columns ?? from.uniques[0]?.columns ?? reference.columns
  return {
    of: from.name,
    by,
    words: [`The ${one(to)} of ${one(from)}`, role === null ? '' : ` (as ${role})`],
    statement: values =>
      [
        'SELECT led.*',
        `FROM ${spell(from)} AS own`,
        `JOIN ${spell(to)} AS led ON ${conditions('led', reference.targetColumns, 'own', reference.columns, column, [to, from])}`,
        `WHERE ${by.map((name, i) => `own.${column(from, name)} = ${valueText(values[i] ?? '')}`).join(' AND ')}`,
      ].join('\n'),
  }
}
