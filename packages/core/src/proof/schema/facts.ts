import { findTable, isRequired, sameName, type Column, type Table } from '../../schema'
import type { Change, Kind } from '../kind'
import {
  factsOf,
  freeName,
  ownTables,
  referencesOf,
  referencesTo,
  withColumns,
  withTable,
  withoutColumns,
  withoutTable,
  type Design,
} from './places'

const noFact: Kind<Design> = {
  id: 'fact-missing',
  title: 'A fact left out',
  make: design =>
    ownTables(design).flatMap(table =>
      factsOf(table).map(({ name }) => ({
        said: `${table.name} does not say ${name}.`,
        content: withTable(design, table.name, of => withoutColumns(of, [name])),
      })),
    ),
}

const noTable: Kind<Design> = {
  id: 'table-missing',
  title: 'A table left out',
  make: design =>
    ownTables(design)
      .filter(({ name, references }) => references.length < 2 && referencesTo(design, name).length === 0)
      .map(({ name }) => ({ said: `${name} is not there.`, content: withoutTable(design, name) })),
}

const moved = (design: Design, from: Table, column: Column, to: Table): Change<Design> => ({
  said: `${column.name} stands in ${to.name}, not in ${from.name}.`,
  content: withTable(
    withTable(design, from.name, of => withoutColumns(of, [column.name])),
    to.name,
    of => withColumns(of, [{ ...column, name: freeName(of, column.name) }]),
  ),
})

const inAnother: Kind<Design> = {
  id: 'fact-in-another-table',
  title: 'A fact in another table than the one it is about',
  make: design =>
    ownTables(design).flatMap(table => {
      const near = [
        ...referencesTo(design, table.name).map(placed => placed.table),
        ...table.references.flatMap(({ table: name }) => findTable(design.schema, name) ?? []),
      ].filter(other => !other.given && !sameName(other.name, table.name))
      const facts = factsOf(table)
      return [...new Set(near)].flatMap(other =>
        facts.slice(0, 3).map(column => moved(design, table, column, other)),
      )
    }),
}

/** A column of what is referred to, written beside the reference again. */
const copied: Kind<Design> = {
  id: 'fact-written-again',
  title: 'A fact written again where it is only referred to',
  make: design =>
    referencesOf(design).flatMap(({ table, reference }) => {
      const target = findTable(design.schema, reference.table)
      if (!target || sameName(target.name, table.name)) return []
      return factsOf(target)
        .filter(({ name }) => !table.columns.some(column => sameName(column.name, name)))
        .slice(0, 2)
        .map(column => ({
          said: `${table.name} says ${column.name} as well, which its ${target.name} fixes.`,
          content: withTable(design, table.name, of => withColumns(of, [{ ...column, notNull: false }])),
        }))
    }),
}

const merged: Kind<Design> = {
  id: 'two-tables-in-one',
  title: 'Two tables in one',
  make: design =>
    referencesOf(design).flatMap(({ table, reference }): Change<Design>[] => {
      const target = findTable(design.schema, reference.table)
      const isAlone = target && referencesTo(design, target.name).length === 1
      if (!target || target.given || !isAlone || sameName(target.name, table.name)) return []
      const isNeeded = reference.columns.every(name => isRequired(table, name))
      const taken = target.columns
        .filter(({ name }) => !reference.targetColumns.some(key => sameName(key, name)))
        .map(column => ({
          ...column,
          name: freeName(table, column.name),
          notNull: isNeeded && isRequired(target, column.name),
          numbering: null,
        }))
      const wide = withTable(design, table.name, of => ({
        ...withColumns(of, taken),
        references: of.references.filter(other => other !== reference),
      }))
      return [
        {
          said: `${target.name} stands within ${table.name}, again in each row.`,
          content: withoutTable(wide, target.name),
        },
      ]
    }),
}

export const FACT_MISTAKES: readonly Kind<Design>[] = [noFact, noTable, inAnother, copied, merged]
