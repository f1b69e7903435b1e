import type { World, WorldEntity } from '@nomenklatura/core/alignment'
import { elementsOf, type Rule } from '@nomenklatura/core/rules'
import { isRequired, sameName, type Key, type Schema, type Table } from '@nomenklatura/core/schema'
import { pick, withTable } from './harmless-changes'

/** A schema with one mistake in it, and the rules that are meant to notice it. */
export interface Mistaken {
  readonly schema: Schema
  readonly isMeant: (rule: Rule) => boolean
}

/** Makes the mistake somewhere in a right schema; undefined where there is no place for it. */
export type Mistake = (schema: Schema, world: World, draw: () => number) => Mistaken | undefined

const entityOf = (world: World, table: Table): WorldEntity =>
  world.entities.find(({ name }) => sameName(name, table.name))!

/** The member of the world that stands in a column. */
function memberAt(world: World, table: Table, column: string): string {
  const { roles } = entityOf(world, table)
  return (
    roles.find(({ columns }) => columns.some(name => sameName(name, column)))?.name ?? column.toLowerCase()
  )
}

const about =
  (kinds: readonly Rule['kind'][], table: Table, ...members: readonly string[]) =>
  (rule: Rule): boolean =>
    kinds.includes(rule.kind) &&
    sameName(rule.entity, table.name) &&
    members.every(member => elementsOf(rule).includes(member))

interface At {
  readonly table: Table
  readonly column: string
}

const columnsWhere = (schema: Schema, holds: (table: Table, column: string) => boolean): At[] =>
  schema.tables.flatMap(table =>
    table.columns.filter(({ name }) => holds(table, name)).map(({ name }) => ({ table, column: name })),
  )

const isInKey = (table: Table, column: string): boolean =>
  [table.primaryKey, ...table.uniques].some(key => key?.columns.some(name => sameName(name, column)))

const withNotNull = (schema: Schema, { table, column }: At, notNull: boolean): Schema =>
  withTable(schema, table.name, of => ({
    ...of,
    columns: of.columns.map(other => (sameName(other.name, column) ? { ...other, notNull } : other)),
  }))

const mayBeMissing: Mistake = (schema, world, draw) => {
  const places = columnsWhere(schema, (table, name) => isRequired(table, name) && !isInKey(table, name))
  if (places.length === 0) return undefined
  const at = pick(places, draw)
  return {
    schema: withNotNull(schema, at, false),
    isMeant: about(['mustHave'], at.table, memberAt(world, at.table, at.column)),
  }
}

const mustBeThere: Mistake = (schema, world, draw) => {
  const places = columnsWhere(schema, (table, name) => !isRequired(table, name))
  if (places.length === 0) return undefined
  const at = pick(places, draw)
  return {
    schema: withNotNull(schema, at, true),
    isMeant: about(['mayLack'], at.table, memberAt(world, at.table, at.column)),
  }
}

/** Tables that nothing refers to: their keys can be changed alone. */
const ends = ({ tables }: Schema): Table[] =>
  tables.filter(
    ({ name, primaryKey }) =>
      primaryKey && !tables.some(({ references }) => references.some(({ table }) => sameName(table, name))),
  )

const withKey = (schema: Schema, table: Table, primaryKey: Key): Schema =>
  withTable(schema, table.name, of => ({
    ...of,
    primaryKey,
    columns: of.columns.map(column => ({
      ...column,
      notNull: column.notNull || table.primaryKey!.columns.some(name => sameName(name, column.name)),
    })),
  }))

const numberAlone: Mistake = (schema, world, draw) => {
  const tables = ends(schema).filter(({ primaryKey, columns }) =>
    primaryKey!.columns.every(name => !columns.find(column => sameName(column.name, name))!.numbering),
  )
  if (tables.length === 0) return undefined
  const table = pick(tables, draw)
  const lost = table.primaryKey!.columns.map(column => memberAt(world, table, column))
  const id = {
    ...table.columns[0]!,
    name: 'row_number_id',
    numbering: { start: '1', step: '1' },
    default: null,
  }
  const type = { ...id.type, family: 'integer' as const, text: 'integer', length: 32 }
  const wide = withTable(schema, table.name, of => ({
    ...of,
    columns: [{ ...id, type, notNull: true }, ...of.columns],
  }))
  return {
    schema: withKey(wide, table, { ...table.primaryKey!, name: null, columns: [id.name] }),
    isMeant: rule =>
      about(['identifies', 'pairOnce'], table)(rule) && elementsOf(rule).every(name => lost.includes(name)),
  }
}

const partOfTheKey: Mistake = (schema, _, draw) => {
  const tables = ends(schema).filter(({ primaryKey }) => primaryKey!.columns.length > 1)
  if (tables.length === 0) return undefined
  const table = pick(tables, draw)
  const columns = table.primaryKey!.columns.slice(0, -1)
  return {
    schema: withKey(schema, table, { ...table.primaryKey!, name: null, columns }),
    isMeant: about(['identifies', 'pairOnce', 'manyAllowed', 'pairMayRepeat'], table),
  }
}

const references = (schema: Schema) =>
  schema.tables.flatMap(table => table.references.map(reference => ({ table, reference })))

const noReference: Mistake = (schema, world, draw) => {
  if (references(schema).length === 0) return undefined
  const { table, reference } = pick(references(schema), draw)
  return {
    schema: withTable(schema, table.name, of => ({
      ...of,
      references: of.references.filter(other => other !== reference),
    })),
    isMeant: about(['refersTo'], table, memberAt(world, table, reference.columns[0]!)),
  }
}

const oneOnly: Mistake = (schema, world, draw) => {
  const places = references(schema).filter(
    ({ table, reference }) =>
      ![table.primaryKey, ...table.uniques].some(key =>
        key?.columns.every(name => reference.columns.some(own => sameName(own, name))),
      ),
  )
  if (places.length === 0) return undefined
  const { table, reference } = pick(places, draw)
  const key: Key = { name: null, columns: reference.columns, nullsNotDistinct: false, span: table.span }
  return {
    schema: withTable(schema, table.name, of => ({ ...of, uniques: [...of.uniques, key] })),
    isMeant: about(['manyAllowed'], table, memberAt(world, table, reference.columns[0]!)),
  }
}

const deletedAlong: Mistake = (schema, world, draw) => {
  if (references(schema).length === 0) return undefined
  const { table, reference } = pick(references(schema), draw)
  const onDelete = reference.onDelete === 'cascade' ? ('no action' as const) : ('cascade' as const)
  return {
    schema: withTable(schema, table.name, of => ({
      ...of,
      references: of.references.map(other => (other === reference ? { ...other, onDelete } : other)),
    })),
    isMeant: about(['onDelete'], table, memberAt(world, table, reference.columns[0]!)),
  }
}

const noCheck: Mistake = (schema, _, draw) => {
  const tables = schema.tables.filter(({ checks }) => checks.length > 0)
  if (tables.length === 0) return undefined
  const table = pick(tables, draw)
  const lost = pick(table.checks, draw)
  return {
    schema: withTable(schema, table.name, of => ({
      ...of,
      checks: of.checks.filter(other => other !== lost),
    })),
    isMeant: rule =>
      about(['refusesValue'], table)(rule) && elementsOf(rule).some(name => lost.expression.includes(name)),
  }
}

export const MISTAKES: Readonly<Record<string, Mistake>> = {
  'a value may be missing': mayBeMissing,
  'a value must be there': mustBeThere,
  'a number alone as the key': numberAlone,
  'a part of the key': partOfTheKey,
  'no reference': noReference,
  'one only': oneOnly,
  'what refers is deleted along': deletedAlong,
  'no check': noCheck,
}
