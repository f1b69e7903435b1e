import {
  DIALECT,
  declaredKeys,
  findTable,
  foldName,
  isTypeName,
  sameName,
  typeNumbers,
  type Column,
  type Key,
  type Reference,
  type Table,
} from '../../schema'
import { nameByPattern } from '../text/habits'
import { quoteName } from '../text/quote-name'
import { expressionText } from './expression-text'
import { hasUnsigned, numberingWords, quoteText, typeText } from '../text/type-text'
import { lose, type Writer } from './writer'

/**
 * CREATE TABLE with its columns and constraints; references that are `left` out are added later. Ends in a
 * semicolon.
 */
export function createTable(writer: Writer, table: Table, left: ReadonlySet<Reference>): string {
  const { to } = writer
  const inlineKey = liteNumberedKey(writer, table)
  const parts = [
    ...table.columns.map(column => columnLine(writer, table, column, column === inlineKey)),
    ...(table.primaryKey && !inlineKey
      ? [
          `${named(writer, table, table.primaryKey, 'primaryKey')}PRIMARY KEY (${names(writer, table.primaryKey.columns)})`,
        ]
      : []),
    ...table.uniques.map(key => uniqueLine(writer, table, key)),
    ...table.references
      .filter(reference => !left.has(reference))
      .map(reference => referenceLine(writer, table, reference)),
    ...checkLines(writer, table),
  ]
  const comment =
    table.comment !== undefined && to === 'mysql' ? ` COMMENT = ${textLiteral(table.comment, to)}` : ''
  const above = ['mysql', 'postgresql', 'oracle'].includes(to) ? '' : commentsAbove(table)
  if (table.namespace !== null && !USUAL.has(foldName(table.namespace)))
    lose(writer, table, `it stood in ${table.namespace}; that is not written.`)
  const start = to === 'mysql' ? startOfNumbers(table) : undefined
  const option = start === undefined ? '' : ` AUTO_INCREMENT = ${start}`
  for (const { what } of table.unmodelled) lose(writer, table, `${what} is not written.`)
  return `${above}CREATE TABLE ${quoteName(table.name, to)} (\n${parts.map(part => `  ${part}`).join(',\n')}\n)${option}${comment};`
}

/** Schemas in which tables stand where nothing is said. */
const USUAL: ReadonlySet<string> = new Set(['public', 'dbo', 'main'])

/** What is said of a table and its columns, where the server has no statement for it: as lines before it. */
function commentsAbove({ comment, columns }: Table): string {
  const line = (text: string): string => `-- ${text.replaceAll(/\s+/g, ' ')}\n`
  return [
    ...(comment === undefined ? [] : [line(comment)]),
    ...columns.flatMap(column =>
      column.comment === undefined ? [] : [line(`${column.name}: ${column.comment}`)],
    ),
  ].join('')
}

/** Where MySQL's numbers begin, if not at one; it has no steps. */
function startOfNumbers({ columns }: Table): string | undefined {
  const numbering = columns.find(column => column.numbering)?.numbering
  return numbering && numbering.step === '1' && /^[1-9]\d*$/.test(numbering.start) && numbering.start !== '1'
    ? numbering.start
    : undefined
}

/** SQLite numbers a column only as INTEGER PRIMARY KEY AUTOINCREMENT in its own line. */
function liteNumberedKey({ to }: Writer, { primaryKey, columns }: Table): Column | undefined {
  if (to !== 'sqlite' || primaryKey?.columns.length !== 1) return undefined
  return columns.find(({ name, numbering }) => numbering && sameName(name, primaryKey.columns[0]!))
}

export function textLiteral(text: string, to: Writer['to']): string {
  return quoteText(to === 'mysql' ? text.replaceAll('\\', '\\\\') : text)
}

function names({ to }: Writer, columns: readonly string[]): string {
  return columns.map(column => quoteName(column, to)).join(', ')
}

type Pattern = 'primaryKey' | 'unique' | 'reference' | 'check'

function named(
  writer: Writer,
  table: Table,
  constraint: { readonly name: string | null; readonly columns?: readonly string[]; readonly table?: string },
  pattern: Pattern,
  number = 1,
): string {
  const rule = writer.habits?.[pattern]
  const target = constraint.table === undefined ? {} : { target: constraint.table }
  const name =
    constraint.name ??
    (rule === undefined
      ? null
      : cut(
          writer,
          nameByPattern(rule, { table: table.name, columns: constraint.columns ?? [], number, ...target }),
        ))
  return name === null ? '' : `CONSTRAINT ${quoteName(name, writer.to)} `
}

/** A name no longer than the dialect keeps. */
export function cut({ to }: Writer, name: string): string {
  return name.slice(0, DIALECT[to].longestName ?? name.length)
}

function isInKey(table: Table, name: string): boolean {
  return (
    declaredKeys(table).some(({ columns }) => columns.some(other => sameName(other, name))) ||
    table.references.some(({ columns }) => columns.some(other => sameName(other, name)))
  )
}

function columnLine(writer: Writer, table: Table, column: Column, isNumberedKey: boolean): string {
  const { to } = writer
  const isKey = table.primaryKey?.columns.some(key => sameName(key, column.name)) ?? false
  const numbers = numbering(writer, table, column)
  const parts = [
    quoteName(column.name, to),
    isNumberedKey ? 'INTEGER PRIMARY KEY AUTOINCREMENT' : columnType(writer, table, column),
    isNumberedKey || numbers === '' ? '' : numbers,
    column.generation ? generation(writer, table, column.generation) : '',
    column.default !== null && !column.numbering && !column.generation
      ? defaultText(writer, table, column)
      : '',
    needsNotNull(to, column, isKey) && !isNumberedKey ? 'NOT NULL' : '',
    column.comment !== undefined && to === 'mysql' ? `COMMENT ${textLiteral(column.comment, to)}` : '',
  ]
  return parts.filter(part => part !== '').join(' ')
}

/**
 * Columns of a primary key are NOT NULL by themselves, but not in SQLite; those that number themselves are
 * where they do so by their own words.
 */
function needsNotNull(
  to: Writer['to'],
  { notNull, numbering: numbers, generation: computed }: Column,
  isKey: boolean,
): boolean {
  if (computed) return false
  if (isKey) return to === 'sqlite'
  return notNull && !(numbers && (to === 'postgresql' || to === 'iso' || to === 'oracle'))
}

function columnType(writer: Writer, table: Table, { name, type, generation: computed }: Column): string {
  const { to, from } = writer
  if (computed && to === 'sqlserver') return ''
  const first = /^[A-Z_]\w*/i.exec(type.text)?.[0].toUpperCase() ?? ''
  const isOwnName = type.text !== '' && (isTypeName(first) || type.family === 'other')
  if (from === to && isOwnName && type.text !== '' && !(typeNumbers(first, to) && to !== 'postgresql'))
    return type.text
  if (type.family === 'other' && type.text === '') return to === 'sqlite' ? 'TEXT' : typeText(type, to).text
  const { text, lost } = typeText(type, to, { isKey: isInKey(table, name) })
  if (lost !== undefined)
    lose(writer, table, `"${name}" was ${type.text || type.family} and is ${text}: ${lost}.`)
  return text
}

/** Whether rows that are written along bring their own numbers: then the column must take them. */
function isNumberGiven({ inserts = [] }: Writer, table: Table, column: string): boolean {
  return inserts.some(
    insert =>
      sameName(insert.table, table.name) &&
      (insert.columns === null || insert.columns.some(name => sameName(name, column))),
  )
}

function numbering(writer: Writer, table: Table, { name, type, numbering: numbers }: Column): string {
  const { to, from } = writer
  if (!numbers || (from === to && typeNumbers(/^\w*/.exec(type.text.toUpperCase())![0], to))) return ''
  const { start, step } = numbers
  const isPlain = start === '1' && step === '1'
  const isAlways = numbers.isAlways === true && !isNumberGiven(writer, table, name)
  if (isAlways && (to === 'mysql' || to === 'sqlite'))
    lose(writer, table, `"${name}" refused numbers of its own (GENERATED ALWAYS); here it takes them.`)
  switch (to) {
    case 'sqlserver':
      return `IDENTITY(${start},${step})`
    case 'mysql':
      if (!isPlain && startOfNumbers(table) === undefined)
        lose(writer, table, `"${name}" begins at ${start} in steps of ${step}; here it begins at 1.`)
      if (!declaredKeys(table).some(({ columns }) => sameName(columns[0]!, name))) {
        lose(writer, table, `"${name}" no longer numbers itself: only the first column of a key can.`)
        return ''
      }
      return numberingWords(to)
    case 'sqlite':
      if (!isPlain)
        lose(writer, table, `"${name}" begins at ${start} in steps of ${step}; here it begins at 1.`)
      if (table.primaryKey?.columns.length !== 1 || !sameName(table.primaryKey.columns[0]!, name))
        lose(writer, table, `"${name}" no longer numbers itself: only a primary key of one column can.`)
      return ''
    default:
      return (
        (isAlways ? numberingWords(to).replace('BY DEFAULT', 'ALWAYS') : numberingWords(to)) +
        (isPlain ? '' : ` (START WITH ${start} INCREMENT BY ${step})`)
      )
  }
}

function generation(
  writer: Writer,
  table: Table,
  { expression, stored }: NonNullable<Column['generation']>,
): string {
  const { to } = writer
  const text = translated(writer, table, expression) ?? expression
  switch (to) {
    case 'sqlserver':
      return `AS (${text})${stored ? ' PERSISTED' : ''}`
    case 'oracle':
      return `GENERATED ALWAYS AS (${text}) VIRTUAL`
    case 'iso':
      return `GENERATED ALWAYS AS (${text})`
    case 'postgresql':
      return `GENERATED ALWAYS AS (${text}) STORED`
    default:
      return `GENERATED ALWAYS AS (${text}) ${stored ? 'STORED' : 'VIRTUAL'}`
  }
}

/** An expression in the dialect that is written; undefined (and told) where it has no way to say it. */
function translated(writer: Writer, table: Table, expression: string): string | undefined {
  if (writer.from === writer.to) return expression
  const { text, isDoubtful } = expressionText(
    expression,
    writer.to,
    table.columns.map(({ name }) => name),
  )
  if (text === null) {
    lose(writer, table, `the condition ${expression} has no counterpart and is left out.`)
    return undefined
  }
  if (isDoubtful)
    lose(
      writer,
      table,
      `${expression} is written as ${text}; see whether ${DIALECT[writer.to].name} means the same.`,
    )
  return text
}

function defaultText(writer: Writer, table: Table, column: Column): string {
  const { to, from } = writer
  const value = column.default!
  if (from === to) return `DEFAULT ${value}`
  if (/nextval/i.test(value)) {
    lose(writer, table, `"${column.name}" takes its numbers from a sequence, which is not written.`)
    return ''
  }
  const { text, isDoubtful } = expressionText(value, to)
  if (text === null) {
    lose(writer, table, `the default ${value} of "${column.name}" has no counterpart and is left out.`)
    return ''
  }
  if (isDoubtful)
    lose(
      writer,
      table,
      `the default ${value} of "${column.name}" is written as ${text}; see whether ${DIALECT[to].name} means the same.`,
    )
  const isPlain =
    /^(?:-?[\d.]+|N?'(?:[^']|'')*'|NULL|TRUE|FALSE|CURRENT_(?:TIMESTAMP|DATE|TIME)|\(.*\))$/i.test(text)
  return `DEFAULT ${(to === 'mysql' || to === 'sqlite') && (!isPlain || (to === 'mysql' && /^CURRENT_(?:DATE|TIME)$/i.test(text))) ? `(${text})` : text}`
}

function uniqueLine(writer: Writer, table: Table, key: Key): string {
  const { to } = writer
  const hasOptional = key.columns.some(name =>
    table.columns.some(
      column =>
        sameName(column.name, name) &&
        !column.notNull &&
        !(table.primaryKey?.columns.some(other => sameName(other, name)) ?? false),
    ),
  )
  if (key.nullsNotDistinct && to !== 'postgresql' && to !== 'sqlserver' && hasOptional)
    lose(
      writer,
      table,
      `rows without a value in ${key.columns.join(', ')} were the same to UNIQUE; here they are not.`,
    )
  if (!key.nullsNotDistinct && to === 'sqlserver' && hasOptional)
    lose(
      writer,
      table,
      `rows without a value in ${key.columns.join(', ')} were not the same to UNIQUE; here at most one can be.`,
    )
  return `${named(writer, table, key, 'unique')}UNIQUE ${key.nullsNotDistinct && to === 'postgresql' ? 'NULLS NOT DISTINCT ' : ''}(${names(writer, key.columns)})`
}

/** FOREIGN KEY ... REFERENCES, with what the dialect has of actions. */
export function referenceLine(writer: Writer, table: Table, reference: Reference, name?: string): string {
  const { to, schema } = writer
  const target = findTable(schema, reference.table)
  const columns = reference.targetColumns.length > 0 ? ` (${names(writer, reference.targetColumns)})` : ''
  const head =
    name === undefined ? named(writer, table, reference, 'reference') : `CONSTRAINT ${quoteName(name, to)} `
  const actions =
    action(writer, table, reference, 'onDelete', 'ON DELETE') +
    action(writer, table, reference, 'onUpdate', 'ON UPDATE')
  const canWait = reference.deferrable && to !== 'mysql' && to !== 'sqlserver'
  if (reference.deferrable && !canWait)
    lose(
      writer,
      table,
      `the reference to "${reference.table}" could be checked at the end of a transaction; here it is checked at once.`,
    )
  return `${head}FOREIGN KEY (${names(writer, reference.columns)}) REFERENCES ${quoteName(target?.name ?? reference.table, to)}${columns}${actions}${canWait ? ' DEFERRABLE' : ''}`
}

function action(
  writer: Writer,
  table: Table,
  reference: Reference,
  event: 'onDelete' | 'onUpdate',
  words: string,
): string {
  const { to } = writer
  const outcome = reference[event]
  if (outcome === 'no action') return ''
  const said = `${words} ${outcome.toUpperCase()}`
  if (to === 'oracle' && event === 'onDelete' && outcome === 'restrict') return ''
  if (to === 'oracle' && (event === 'onUpdate' || outcome === 'set default')) {
    lose(
      writer,
      table,
      `${said} of the reference to "${reference.table}" is left out: Oracle has no such action.`,
    )
    return ''
  }
  if (to === 'sqlserver' && outcome === 'restrict') return ` ${words} NO ACTION`
  if (to === 'mysql' && outcome === 'set default') {
    lose(
      writer,
      table,
      `${said} of the reference to "${reference.table}" is left out: MySQL has no such action.`,
    )
    return ''
  }
  return ` ${said}`
}

function checkLines(writer: Writer, table: Table): string[] {
  const { to } = writer
  const members = table.columns
    .filter(({ type }) => type.family === 'enum' && type.members.length > 0 && to !== 'mysql')
    .map(
      ({ name, type }) =>
        `CHECK (${quoteName(name, to)} IN (${type.members.map(member => textLiteral(member, to)).join(', ')}))`,
    )
  const unsigned = table.columns
    .filter(({ type }) => type.unsigned && writer.from !== to && !hasUnsigned(type, to))
    .map(({ name }) => `CHECK (${quoteName(name, to)} >= 0)`)
  return [
    ...table.checks.flatMap((check, i) => {
      const text = translated(writer, table, check.expression)
      return text === undefined ? [] : [`${named(writer, table, check, 'check', i + 1)}CHECK (${text})`]
    }),
    ...members,
    ...unsigned,
  ]
}

/** CREATE INDEX for what is no key, and comments where they are statements of their own. */
export function afterTable({ to }: Writer, table: Table): string[] {
  const indexes = (table.indexes ?? [])
    .filter(({ columns }) => columns.length > 0)
    .map(
      ({ name, columns }) =>
        `CREATE INDEX ${quoteName(name ?? `${table.name}_${columns.join('_')}_idx`, to)} ON ${quoteName(table.name, to)} (${columns.map(column => quoteName(column, to)).join(', ')});`,
    )
  if (to !== 'postgresql' && to !== 'oracle') return indexes
  const comments = [
    ...(table.comment === undefined
      ? []
      : [`COMMENT ON TABLE ${quoteName(table.name, to)} IS ${textLiteral(table.comment, to)};`]),
    ...table.columns.flatMap(({ name, comment }) =>
      comment === undefined
        ? []
        : [
            `COMMENT ON COLUMN ${quoteName(table.name, to)}.${quoteName(name, to)} IS ${textLiteral(comment, to)};`,
          ],
    ),
  ]
  return [...indexes, ...comments]
}

export function constraintName(table: Table, reference: Reference): string {
  return reference.name ?? `fk_${foldName(table.name)}_${reference.columns.map(foldName).join('_')}`
}
