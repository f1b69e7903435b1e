import { findColumn, findTable, type Reference, type Table } from '../../schema'
import type { Change, Kind } from '../kind'
import {
  INTEGER,
  betweens,
  columnOf,
  factsOf,
  freeName,
  isReferred,
  keyOf,
  naturalKey,
  ownTables,
  referenceTo,
  textOf,
  withColumns,
  withTable,
  withoutTable,
  type Design,
} from './places'

const noJunction: Kind<Design> = {
  id: 'junction-missing',
  title: 'A junction table left out',
  make: design =>
    betweens(design).map(({ table }) => ({
      said: `${table.name} is not there.`,
      content: withoutTable(design, table.name),
    })),
}

/** Each way round: the table between, the end it is folded into, and the one that is named there. */
function folds(
  design: Design,
): readonly { readonly table: Table; readonly into: Table; readonly names: Reference }[] {
  return betweens(design).flatMap(({ table, ends }) =>
    ends.flatMap(end => {
      const into = findTable(design.schema, end.table)
      const names = ends.find(other => other !== end)
      return into && !into.given && names ? [{ table, into, names }] : []
    }),
  )
}

const folded: Kind<Design> = {
  id: 'junction-folded',
  title: 'A junction table folded into one end',
  make: design =>
    folds(design).map(({ table, into, names }) => {
      const columns = names.columns.map(name => freeName(into, name))
      const facts = factsOf(table).map(column => ({
        ...column,
        name: freeName(into, column.name),
        notNull: false,
      }))
      return {
        said: `${into.name} refers to one ${names.table}; ${table.name} is not there.`,
        content: withTable(withoutTable(design, table.name), into.name, of => ({
          ...withColumns(of, [
            ...names.columns.map((name, i) => columnOf(columns[i]!, findColumn(table, name)!.type)),
            ...facts,
          ]),
          references: [...of.references, referenceTo(columns, names.table, names.targetColumns)],
        })),
      }
    }),
}

const numbered: Kind<Design> = {
  id: 'junction-numbered',
  title: 'Numbered columns in place of a junction table',
  make: design =>
    folds(design)
      .filter(({ names }) => names.columns.length === 1)
      .map(({ table, into, names }) => {
        const [name] = names.columns
        const columns = [1, 2, 3].map(i => freeName(into, `${name}_${i}`))
        const { type } = findColumn(table, name!)!
        return {
          said: `${into.name} has ${columns.join(', ')}; ${table.name} is not there.`,
          content: withTable(withoutTable(design, table.name), into.name, of => ({
            ...withColumns(
              of,
              columns.map(column => columnOf(column, type)),
            ),
            references: [
              ...of.references,
              ...columns.map(column => referenceTo([column], names.table, names.targetColumns)),
            ],
          })),
        }
      }),
}

const listed: Kind<Design> = {
  id: 'junction-as-a-list',
  title: 'A list in one column in place of a junction table',
  make: design =>
    folds(design).map(({ table, into, names }) => {
      const column = freeName(into, `${names.table}_list`)
      return {
        said: `${into.name} lists its ${names.table} in ${column}; ${table.name} is not there.`,
        content: withTable(withoutTable(design, table.name), into.name, of =>
          withColumns(of, [columnOf(column, textOf(200))]),
        ),
      }
    }),
}

/** A table of a reference and one value more, all of them its key: a fact with several values. */
function lists(
  design: Design,
): readonly { readonly table: Table; readonly to: Reference; readonly value: string }[] {
  return ownTables(design).flatMap(table => {
    const [to, ...more] = table.references
    const key = naturalKey(table)
    const values = key.filter(name => !to?.columns.includes(name))
    const isList =
      to !== undefined &&
      more.length === 0 &&
      values.length === 1 &&
      table.columns.length === to.columns.length + 1 &&
      !isReferred(design, table.name) &&
      findTable(design.schema, to.table)?.given === false
    return isList ? [{ table, to, value: values[0]! }] : []
  })
}

const severalInOne: Kind<Design> = {
  id: 'several-values-in-one-column',
  title: 'Several values in one column, or in numbered ones',
  make: design =>
    lists(design).flatMap(({ table, to, value }): Change<Design>[] => {
      const { type } = findColumn(table, value)!
      const rest = withoutTable(design, table.name)
      return [
        {
          said: `${to.table} lists its ${value} in one column; ${table.name} is not there.`,
          content: withTable(rest, to.table, of =>
            withColumns(of, [columnOf(freeName(of, value), textOf(200))]),
          ),
        },
        {
          said: `${to.table} has ${value}_1, ${value}_2, ${value}_3; ${table.name} is not there.`,
          content: withTable(rest, to.table, of =>
            withColumns(
              of,
              [1, 2, 3].map(i => columnOf(freeName(of, `${value}_${i}`), type)),
            ),
          ),
        },
        {
          said: `${to.table} has one ${value}; ${table.name} is not there.`,
          content: withTable(rest, to.table, of => withColumns(of, [columnOf(freeName(of, value), type)])),
        },
      ]
    }),
}

const nullable: Kind<Design> = {
  id: 'junction-may-be-empty',
  title: 'A junction table whose ends may be missing',
  make: design =>
    betweens(design).flatMap(({ table, ends }): Change<Design>[] => {
      const id = freeName(table, `${table.name}_id`)
      const key = naturalKey(table)
      return ends.map(end => ({
        said: `${table.name} may lack its ${end.table}.`,
        content: withTable(design, table.name, of => ({
          ...of,
          columns: [
            columnOf(id, INTEGER, { notNull: true, numbering: { start: '1', step: '1' } }),
            ...of.columns.map(column => ({
              ...column,
              notNull: end.columns.includes(column.name)
                ? false
                : column.notNull || key.includes(column.name),
            })),
          ],
          primaryKey: keyOf([id]),
          uniques: [...of.uniques.filter(({ columns }) => columns !== key), keyOf(key)],
        })),
      }))
    }),
}

export const JUNCTION_MISTAKES: readonly Kind<Design>[] = [
  noJunction,
  folded,
  numbered,
  listed,
  severalInOne,
  nullable,
]
