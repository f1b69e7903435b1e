import { findColumn, findTable, isRequired, sameName, type Reference, type Table } from '../../schema'
import type { Change, Kind } from '../kind'
import {
  columnOf,
  freeName,
  isInKey,
  linkName,
  referenceTo,
  referencesOf,
  withColumns,
  withTable,
  withoutColumns,
  type Design,
  type Placed,
} from './places'

const without = (table: Table, reference: Reference): Table => ({
  ...table,
  references: table.references.filter(other => other !== reference),
})

const noReference: Kind<Design> = {
  id: 'reference-missing',
  title: 'A FOREIGN KEY left out',
  make: design =>
    referencesOf(design).map(placed => ({
      said: `${placed.table.name} does not refer to ${linkName(placed)}: the column stands alone.`,
      content: withTable(design, placed.table.name, of => without(of, placed.reference)),
    })),
}

/** Whether the reference can go with its columns, or elsewhere: no key and no other reference needs them. */
const isFree = ({ table, reference }: Placed): boolean =>
  reference.columns.every(
    name =>
      !isInKey(table, name) &&
      !table.references.some(
        other => other !== reference && other.columns.some(column => sameName(column, name)),
      ),
  )

const noRelationship: Kind<Design> = {
  id: 'relationship-missing',
  title: 'A relationship left out altogether',
  make: design =>
    referencesOf(design)
      .filter(isFree)
      .map(placed => ({
        said: `Nothing of ${placed.table.name} leads to ${linkName(placed)}.`,
        content: withTable(design, placed.table.name, of => withoutColumns(of, placed.reference.columns)),
      })),
}

const otherEnd: Kind<Design> = {
  id: 'reference-at-the-other-end',
  title: 'The foreign key on the wrong side',
  make: design =>
    referencesOf(design).flatMap(placed => {
      const { table, reference } = placed
      const target = findTable(design.schema, reference.table)
      const key = table.primaryKey
      if (!target || target.given || !key || !isFree(placed) || sameName(target.name, table.name)) return []
      const columns = key.columns.map(name => freeName(target, `${table.name}_${name}`))
      const wide = withTable(design, table.name, of => withoutColumns(of, reference.columns))
      const content = withTable(wide, target.name, of => ({
        ...withColumns(
          of,
          key.columns.map((name, i) => columnOf(columns[i]!, findColumn(table, name)!.type)),
        ),
        references: [...of.references, referenceTo(columns, table.name, key.columns)],
      }))
      return [{ said: `${target.name} refers to ${table.name}, not the other way round.`, content }]
    }),
}

const otherTable: Kind<Design> = {
  id: 'reference-to-another-table',
  title: 'A FOREIGN KEY to another table',
  make: design =>
    referencesOf(design).flatMap(placed => {
      const { table, reference } = placed
      const [column, ...more] = reference.columns
      const own = findColumn(table, column!)
      const other = design.schema.tables.find(candidate => {
        const [key, ...rest] = candidate.primaryKey?.columns ?? []
        const type = key === undefined ? undefined : findColumn(candidate, key)?.type
        return (
          rest.length === 0 &&
          type?.family === own?.type.family &&
          !sameName(candidate.name, reference.table) &&
          !sameName(candidate.name, table.name)
        )
      })
      if (more.length > 0 || !other || !own) return []
      const to = referenceTo(reference.columns, other.name, other.primaryKey!.columns)
      return [
        {
          said: `${column} of ${table.name} refers to ${other.name}, not to ${reference.table}.`,
          content: withTable(design, table.name, of => ({
            ...of,
            references: of.references.map(old => (old === reference ? to : old)),
          })),
        },
      ]
    }),
}

const partOfReference: Kind<Design> = {
  id: 'reference-part-missing',
  title: 'A part of a composite foreign key left out',
  make: design =>
    referencesOf(design).flatMap(({ table, reference }): Change<Design>[] => {
      if (reference.columns.length < 2) return []
      return reference.columns
        .filter(name => !isInKey(table, name))
        .map(name => ({
          said: `${table.name} does not say ${name}: what is left leads to no single ${reference.table}.`,
          content: withTable(design, table.name, of => withoutColumns(of, [name])),
        }))
    }),
}

const OTHERWISE = {
  'no action': ['cascade', 'set null'],
  'restrict': ['cascade', 'set null'],
  'cascade': ['no action', 'set null'],
  'set null': ['cascade', 'no action'],
  'set default': ['cascade', 'no action'],
} as const
const DEED_WORDS = {
  'cascade': 'deletes what refers to it',
  'no action': 'is refused',
  'set null': 'leaves what refers to it without one',
} as const

const otherDeed: Kind<Design> = {
  id: 'on-delete-otherwise',
  title: 'Deleting does something else',
  make: design =>
    referencesOf(design).flatMap(placed =>
      OTHERWISE[placed.reference.onDelete]
        .filter(
          deed =>
            deed !== 'set null' || placed.reference.columns.every(name => !isRequired(placed.table, name)),
        )
        .map(onDelete => ({
          said: `Deleting what ${placed.table.name} refers to as ${linkName(placed)} ${DEED_WORDS[onDelete]}.`,
          content: withTable(design, placed.table.name, of => ({
            ...of,
            references: of.references.map(old => (old === placed.reference ? { ...old, onDelete } : old)),
          })),
        })),
    ),
}

export const REFERENCE_MISTAKES: readonly Kind<Design>[] = [
  noReference,
  noRelationship,
  otherEnd,
  otherTable,
  partOfReference,
  otherDeed,
]
