import { dataType, sameName, type Table } from '../../schema'
import { OTHER_NAMES, type HarmlessKind } from '../kind'
import { throughNumber } from '../schema/numbers'
import {
  columnOf,
  factsOf,
  freeName,
  isReferred,
  keyOf,
  mentions,
  ownTables,
  referenceTo,
  textOf,
  withColumn,
  withColumnNamed,
  withColumns,
  withTable,
  withoutColumns,
  type Design,
} from '../schema/places'

const anew: HarmlessKind<Design> = {
  id: 'written-anew',
  title: 'Written anew',
  make: design => [{ said: 'The same tables, written anew.', content: design }],
}

const order: HarmlessKind<Design> = {
  id: 'another-order',
  keepsPlaces: true,
  title: 'Tables and columns in another order',
  make: ({ schema, samples }) => [
    {
      said: 'The columns of each table the other way round.',
      content: {
        samples,
        schema: {
          tables: schema.tables.map(table =>
            table.given ? table : { ...table, columns: [...table.columns].reverse() },
          ),
        },
      },
    },
  ],
}

/** Own tables under other names, wherever they are referred to. */
function renamedTables({ schema, samples }: Design, to: (name: string) => string): Design {
  const own = new Set(schema.tables.filter(({ given }) => !given).map(({ name }) => name.toLowerCase()))
  const named = (name: string): string => (own.has(name.toLowerCase()) ? to(name) : name)
  return {
    samples,
    schema: {
      tables: schema.tables.map(table => ({
        ...table,
        name: named(table.name),
        references: table.references.map(reference => ({ ...reference, table: named(reference.table) })),
      })),
    },
  }
}

/** Columns of own tables under other names, wherever they stand. */
function renamedColumns({ schema, samples }: Design, to: (column: string, table: Table) => string): Design {
  const named = (name: string, table: Table | undefined): string =>
    table && !table.given ? to(name, table) : name
  const find = (name: string): Table | undefined => schema.tables.find(table => sameName(table.name, name))
  const rename = (table: Table): Table => {
    const own = (names: readonly string[]): string[] => names.map(name => named(name, table))
    return {
      ...table,
      columns: table.columns.map(column => ({ ...column, name: named(column.name, table) })),
      primaryKey: table.primaryKey && { ...table.primaryKey, columns: own(table.primaryKey.columns) },
      uniques: table.uniques.map(key => ({ ...key, columns: own(key.columns) })),
      references: table.references.map(reference => ({
        ...reference,
        columns: own(reference.columns),
        targetColumns: reference.targetColumns.map(name => named(name, find(reference.table))),
      })),
      checks: table.checks.map(check => ({
        ...check,
        expression: table.columns.reduce(
          (text, { name }) => withColumnNamed(text, name, named(name, table)),
          check.expression,
        ),
      })),
    }
  }
  return { samples, schema: { tables: schema.tables.map(table => (table.given ? table : rename(table))) } }
}

const names: HarmlessKind<Design> = {
  id: OTHER_NAMES,
  keepsPlaces: true,
  title: 'Names written in another way',
  make: design => [
    {
      said: 'Tables with a prefix: tbl_.',
      content: renamedTables(design, name => `tbl_${name}`),
    },
    {
      said: 'Tables in the plural.',
      content: renamedTables(design, name => (name.endsWith('s') ? name : `${name}s`)),
    },
    {
      said: 'The table before each column.',
      content: renamedColumns(design, (column, { name }) =>
        column.toLowerCase().startsWith(name.toLowerCase()) ? column : `${name}_${column}`,
      ),
    },
    {
      said: 'Names without underlines.',
      content: renamedColumns(
        renamedTables(design, name => name.replaceAll('_', '')),
        column => column.replaceAll('_', ''),
      ),
    },
  ],
}

const numbers: HarmlessKind<Design> = {
  id: 'surrogate-and-unique',
  title: 'A number as the key, the natural key UNIQUE',
  make: design => {
    const each = ownTables(design).flatMap(table => {
      const content = throughNumber(design, table, { isUnique: true })
      return content ? [{ said: `${table.name} has a number as its key.`, content }] : []
    })
    const all = ownTables(design).reduce(
      (next, { name }) =>
        throughNumber(
          next,
          next.schema.tables.find(table => sameName(table.name, name))!,
          { isUnique: true },
        ) ?? next,
      design,
    )
    return each.length > 1 ? [...each, { said: 'Every table has a number as its key.', content: all }] : each
  },
}

const wider: HarmlessKind<Design> = {
  id: 'wider-texts',
  keepsPlaces: true,
  title: 'More room for texts than is needed',
  make: design => [
    {
      said: 'Every text of varying length may be twice as long.',
      content: ownTables(design).reduce(
        (next, table) =>
          table.columns
            .filter(
              ({ name, type }) =>
                type.family === 'varchar' && type.length && factsOf(table).some(fact => fact.name === name),
            )
            .reduce(
              (wide, column) =>
                withTable(wide, table.name, of =>
                  withColumn(of, column.name, { type: textOf(column.type.length! * 2) }),
                ),
              next,
            ),
        design,
      ),
    },
  ],
}

const STAMP = dataType('TIMESTAMP', [], 'timestamp')

const columnMore: HarmlessKind<Design> = {
  id: 'a-column-more',
  keepsPlaces: true,
  title: 'A column that nobody asked for',
  make: design =>
    ownTables(design)
      .slice(0, 3)
      .map(({ name }) => ({
        said: `${name} says as well when it was entered.`,
        content: withTable(design, name, of =>
          withColumns(of, [columnOf(freeName(of, 'entered_at'), STAMP)]),
        ),
      })),
}

const restricted: HarmlessKind<Design> = {
  id: 'refused-in-other-words',
  title: 'RESTRICT for NO ACTION, or the other way round',
  make: ({ schema, samples }) => {
    const other = { 'no action': 'restrict', 'restrict': 'no action' } as const
    const has = schema.tables.some(({ given, references }) =>
      references.some(({ onDelete }) => !given && onDelete in other),
    )
    const content: Design = {
      samples,
      schema: {
        tables: schema.tables.map(table => ({
          ...table,
          references: table.references.map(reference => ({
            ...reference,
            onDelete:
              reference.onDelete === 'restrict' || reference.onDelete === 'no action'
                ? other[reference.onDelete]
                : reference.onDelete,
          })),
        })),
      },
    }
    return has ? [{ said: 'RESTRICT for NO ACTION, and the other way round.', content }] : []
  },
}

const apart: HarmlessKind<Design> = {
  id: 'optional-fact-apart',
  title: 'A fact that may be missing in a table of its own',
  make: design =>
    ownTables(design).flatMap(table => {
      const [key, ...more] = table.primaryKey?.columns ?? []
      const own = table.columns.find(({ name }) => name === key)
      if (!own || more.length > 0) return []
      return factsOf(table)
        .filter(
          ({ name, notNull }) =>
            !notNull && !table.checks.some(({ expression }) => mentions(expression, name)),
        )
        .slice(0, 2)
        .map(column => {
          const part: Table = {
            ...table,
            name: `${table.name}_${column.name}`,
            columns: [
              { ...own, numbering: null, notNull: true },
              { ...column, notNull: true },
            ],
            primaryKey: keyOf([own.name]),
            uniques: [],
            checks: [],
            references: [referenceTo([own.name], table.name, [own.name])],
          }
          const rest = withTable(design, table.name, of => withoutColumns(of, [column.name]))
          return {
            said: `${column.name} of ${table.name} stands in a table of its own, for those that have it.`,
            content: { ...rest, schema: { tables: [...rest.schema.tables, part] } },
          }
        })
    }),
}

/** A key more that follows from the one there is: it holds nothing back. */
const impliedKey: HarmlessKind<Design> = {
  id: 'a-key-that-follows',
  title: 'A UNIQUE that follows from the key',
  make: design =>
    ownTables(design).flatMap(table => {
      const [fact] = factsOf(table)
      return fact && table.primaryKey && !isReferred(design, table.name)
        ? [
            {
              said: `${[...table.primaryKey.columns, fact.name].join(', ')} of ${table.name} is UNIQUE as well.`,
              content: withTable(design, table.name, of => ({
                ...of,
                uniques: [...of.uniques, keyOf([...table.primaryKey!.columns, fact.name])],
              })),
            },
          ]
        : []
    }),
}

/** Changes of tables that change nothing about which rows are right. Those of names come apart: a convention may ask for them. */
export const HARMLESS_DESIGNS: readonly HarmlessKind<Design>[] = [
  anew,
  order,
  names,
  numbers,
  wider,
  columnMore,
  restricted,
  apart,
  impliedKey,
]
