import { sameColumns, sameName, type Table } from '../../schema'
import type { Kind } from '../kind'
import { throughNumber } from './numbers'
import {
  factsOf,
  isReferred,
  isTold,
  keyOf,
  naturalKey,
  ownTables,
  referencesOf,
  referencesTo,
  linkName,
  withFilledKey,
  withTable,
  type Design,
} from './places'

/** Tables whose primary key nothing leads to: it can be changed alone. */
const freeKeys = (design: Design): readonly Table[] =>
  ownTables(design).filter(table => table.primaryKey !== null && !isReferred(design, table.name))

const noKey: Kind<Design> = {
  id: 'key-missing',
  title: 'A table without a primary key',
  make: design =>
    freeKeys(design).map(({ name }) => ({
      said: `${name} has no primary key.`,
      content: withTable(design, name, table => ({ ...withFilledKey(table), primaryKey: null })),
    })),
}

const partOfKey: Kind<Design> = {
  id: 'key-part-missing',
  title: 'A part of a composite key left out',
  make: design =>
    freeKeys(design).flatMap(({ name, primaryKey }) =>
      primaryKey!.columns.length < 2
        ? []
        : primaryKey!.columns.map(part => ({
            said: `The primary key of ${name} lacks ${part}.`,
            content: withTable(design, name, table => ({
              ...withFilledKey(table),
              primaryKey: keyOf(primaryKey!.columns.filter(column => column !== part)),
            })),
          })),
    ),
}

const keyTooWide: Kind<Design> = {
  id: 'key-too-wide',
  title: 'A key with a column too many',
  make: design =>
    freeKeys(design).flatMap(table =>
      factsOf(table)
        .filter(({ notNull }) => notNull)
        .slice(0, 2)
        .map(({ name: extra }) => ({
          said: `The primary key of ${table.name} has ${extra} in it as well.`,
          content: withTable(design, table.name, of => ({
            ...of,
            primaryKey: keyOf([...table.primaryKey!.columns, extra]),
          })),
        })),
    ),
}

const numberAlone: Kind<Design> = {
  id: 'surrogate-alone',
  title: 'A number as the key, and the natural key not kept unique',
  make: design =>
    ownTables(design).flatMap(table => {
      const content = throughNumber(design, table, { isUnique: false })
      return content
        ? [
            {
              said: `${table.name} has a number as its key; ${naturalKey(table).join(', ')} may repeat.`,
              content,
            },
          ]
        : []
    }),
}

const noUnique: Kind<Design> = {
  id: 'unique-missing',
  title: 'A UNIQUE left out',
  make: design =>
    ownTables(design).flatMap(table =>
      table.uniques
        .filter(
          ({ columns }) =>
            !referencesTo(design, table.name).some(({ reference }) =>
              sameColumns(reference.targetColumns, columns),
            ),
        )
        .map(unique => ({
          said: `${unique.columns.join(', ')} of ${table.name} is not unique.`,
          content: withTable(design, table.name, of => ({
            ...of,
            uniques: of.uniques.filter(other => other !== unique),
          })),
        })),
    ),
}

const oneOnly: Kind<Design> = {
  id: 'unique-too-many',
  title: 'A UNIQUE too many: the many side may stand once only',
  make: design =>
    referencesOf(design)
      .filter(({ table, reference }) => !isTold(table, reference.columns))
      .map(placed => ({
        said: `In ${placed.table.name}, ${placed.reference.columns.join(', ')} is unique: one ${linkName(placed)} has at most one.`,
        content: withTable(design, placed.table.name, of => ({
          ...of,
          uniques: [...of.uniques, keyOf(placed.reference.columns)],
        })),
      })),
}

const factUnique: Kind<Design> = {
  id: 'fact-unique',
  title: 'A fact that may repeat made unique',
  make: design =>
    ownTables(design).flatMap(table =>
      factsOf(table)
        .slice(0, 2)
        .map(({ name }) => ({
          said: `${name} of ${table.name} is unique.`,
          content: withTable(design, table.name, of => ({ ...of, uniques: [...of.uniques, keyOf([name])] })),
        })),
    ),
}

/** The key of the one end alone: what should tell the pair apart does not. */
const otherKey: Kind<Design> = {
  id: 'key-of-another-fact',
  title: 'Another column as the key',
  make: design =>
    freeKeys(design).flatMap(table =>
      factsOf(table)
        .slice(0, 1)
        .filter(({ name }) => !table.primaryKey!.columns.some(column => sameName(column, name)))
        .map(({ name }) => ({
          said: `The primary key of ${table.name} is ${name}.`,
          content: withTable(design, table.name, of => ({
            ...withFilledKey(of),
            primaryKey: keyOf([name]),
          })),
        })),
    ),
}

export const KEY_MISTAKES: readonly Kind<Design>[] = [
  noKey,
  partOfKey,
  keyTooWide,
  otherKey,
  numberAlone,
  noUnique,
  oneOnly,
  factUnique,
]
