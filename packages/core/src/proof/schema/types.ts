import { dataType, sameName, type Column, type DataType, type Table } from '../../schema'
import type { Change, Kind } from '../kind'
import {
  INTEGER,
  isInReference,
  ownTables,
  referencesOf,
  referencesTo,
  samplesOf,
  textOf,
  withColumn,
  withTable,
  type Design,
} from './places'

const isText = ({ family }: DataType): boolean => family === 'char' || family === 'varchar'

/** Columns that say something themselves: what refers to another has the type of what it refers to. */
function ownColumns(design: Design): readonly { readonly table: Table; readonly column: Column }[] {
  return ownTables(design).flatMap(table =>
    table.columns
      .filter(({ name, numbering }) => numbering === null && !isInReference(table, name))
      .map(column => ({ table, column })),
  )
}

/** The column with another type, and everything that refers to it. */
function withType(design: Design, table: Table, column: Column, type: DataType): Design {
  const waiting = [{ table: table.name, column: column.name }]
  const done = new Set<string>()
  let next = design
  for (let at = waiting.shift(); at; at = waiting.shift()) {
    const { table: name, column: own } = at
    const key = `${name}.${own}`.toLowerCase()
    if (done.has(key)) continue
    done.add(key)
    next = withTable(next, name, of => withColumn(of, own, { type }))
    for (const { table: from, reference } of referencesTo(design, name)) {
      const position = reference.targetColumns.findIndex(target => sameName(target, own))
      if (position >= 0) waiting.push({ table: from.name, column: reference.columns[position]! })
    }
  }
  return next
}

const tooShort: Kind<Design> = {
  id: 'size-too-small',
  title: 'A size too small',
  make: design =>
    ownColumns(design).flatMap(({ table, column }): Change<Design>[] => {
      const { type } = column
      if (!isText(type) || type.length === null || type.length < 2) return []
      // Where no value is shown, another size is as good.
      const longest = Math.max(0, ...samplesOf(design, table, column.name).map(value => value.length))
      if (longest < 2) return []
      const size = Math.min(longest - 1, type.length - 1)
      const word = type.family === 'char' ? 'CHAR' : 'VARCHAR'
      return [
        {
          said: `${column.name} of ${table.name} holds ${size} characters.`,
          content: withType(
            design,
            table,
            column,
            dataType(word, [String(size)], `${word.toLowerCase()}(${size})`),
          ),
        },
      ]
    }),
}

const codeAsNumber: Kind<Design> = {
  id: 'code-as-a-number',
  title: 'A code as a number: leading zeros and letters are lost',
  make: design =>
    ownColumns(design)
      .filter(
        ({ table, column: { type, name } }) =>
          isText(type) && samplesOf(design, table, name).some(value => /^[^\s\d]*\d\S*$/.test(value)),
      )
      .map(({ table, column }) => ({
        said: `${column.name} of ${table.name} is a whole number.`,
        content: withType(design, table, column, INTEGER),
      })),
}

const noDecimals: Kind<Design> = {
  id: 'decimals-lost',
  title: 'Digits after the point lost',
  make: design =>
    ownColumns(design).flatMap(({ table, column }): Change<Design>[] => {
      const { family, precision, scale } = column.type
      if (family !== 'decimal' || !scale || precision === null) return []
      const less = dataType(
        'NUMERIC',
        [String(precision - 1), String(scale - 1)],
        `numeric(${precision - 1},${scale - 1})`,
      )
      return [
        {
          said: `${column.name} of ${table.name} is a whole number.`,
          content: withType(design, table, column, INTEGER),
        },
        {
          said: `${column.name} of ${table.name} has ${scale - 1} digits after the point.`,
          content: withType(design, table, column, less),
        },
        {
          said: `${column.name} of ${table.name} is a floating point number.`,
          content: withType(design, table, column, dataType('REAL', [], 'real')),
        },
      ]
    }),
}

const dateAsText: Kind<Design> = {
  id: 'date-as-text',
  title: 'A date as text',
  make: design =>
    ownColumns(design)
      .filter(({ column: { type } }) => type.family === 'date' || type.family === 'timestamp')
      .map(({ table, column }) => ({
        said: `${column.name} of ${table.name} is a text.`,
        content: withType(design, table, column, textOf(30)),
      })),
}

const shortReference: Kind<Design> = {
  id: 'reference-too-short',
  title: 'A foreign key shorter than the key it refers to',
  make: design =>
    referencesOf(design).flatMap(({ table, reference }): Change<Design>[] =>
      table.columns
        .filter(
          ({ name, type }) =>
            reference.columns.includes(name) && isText(type) && type.length !== null && type.length > 1,
        )
        .map(column => ({
          said: `${column.name} of ${table.name} is shorter than the key it refers to.`,
          content: withTable(design, table.name, of =>
            withColumn(of, column.name, { type: textOf(column.type.length! - 1) }),
          ),
        })),
    ),
}

export const TYPE_MISTAKES: readonly Kind<Design>[] = [
  tooShort,
  codeAsNumber,
  noDecimals,
  dateAsText,
  shortReference,
]
