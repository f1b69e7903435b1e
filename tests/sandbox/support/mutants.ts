import {
  REFERENTIAL_ACTIONS,
  dataType,
  declaredKeys,
  sameName,
  type Key,
  type Reference,
  type Schema,
  type Table,
} from '@nomenklatura/core/schema'
import { pick, withTable } from '../../reference/harmless-changes'

/** Changes something that rows can feel, wherever the draw falls; what it does to a rule is not known beforehand. */
export type Mutant = (schema: Schema, draw: () => number) => Schema

const ofTable =
  (change: (table: Table, draw: () => number) => Table): Mutant =>
  (schema, draw) => {
    const table = draw() < 0.2 ? schema.tables[1]! : pick(schema.tables, draw)
    return withTable(schema, table.name, of => change(of, draw))
  }

const requiredToggled = ofTable((table, draw) => {
  const column = pick(table.columns, draw)
  return {
    ...table,
    columns: table.columns.map(other => (other === column ? { ...other, notNull: !other.notNull } : other)),
  }
})

const uniqueMore = ofTable((table, draw) => {
  const columns = [pick(table.columns, draw).name, ...(draw() < 0.3 ? [pick(table.columns, draw).name] : [])]
  const key: Key = { name: null, columns: [...new Set(columns)], nullsNotDistinct: false, span: table.span }
  return { ...table, uniques: [...table.uniques, key] }
})

const uniqueLess = ofTable((table, draw) => {
  if (table.uniques.length === 0) return table
  const lost = pick(table.uniques, draw)
  return { ...table, uniques: table.uniques.filter(key => key !== lost) }
})

/** The primary key over other columns, where nothing refers to it. */
const otherKey: Mutant = (schema, draw) => {
  const free = schema.tables.filter(
    ({ name }) =>
      !schema.tables.some(({ references }) => references.some(({ table }) => sameName(table, name))),
  )
  if (free.length === 0) return schema
  const table = pick(free, draw)
  const columns = table.columns.filter(() => draw() < 0.5).map(({ name }) => name)
  const primaryKey =
    columns.length > 0 ? { name: null, columns, nullsNotDistinct: false, span: table.span } : null
  return withTable(schema, table.name, of => ({ ...of, primaryKey }))
}

/** A number of its own as the key; the natural one stays demanded, and perhaps unique. */
const surrogate: Mutant = (schema, draw) => {
  const table = pick(schema.tables, draw)
  const old = table.primaryKey
  if (!old || table.columns.some(({ name }) => name === 'row_id')) return schema
  const id = { ...table.columns[0]!, name: 'row_id', notNull: true, default: null, numbering: null }
  const isReferred = schema.tables.some(({ references }) =>
    references.some(({ table: name }) => sameName(name, table.name)),
  )
  const keepsUnique = isReferred || draw() < 0.5
  return withTable(schema, table.name, of => ({
    ...of,
    columns: [
      { ...id, type: dataType('INTEGER', [], 'integer') },
      ...of.columns.map(column => ({
        ...column,
        notNull: column.notNull || old.columns.some(name => sameName(name, column.name)),
      })),
    ],
    primaryKey: { ...old, name: null, columns: ['row_id'] },
    uniques: keepsUnique ? [...of.uniques, { ...old, name: null }] : of.uniques,
  }))
}

const changedReference =
  (change: (reference: Reference, draw: () => number) => Reference | null): Mutant =>
  (schema, draw) => {
    const places = schema.tables.flatMap(table => table.references.map(reference => ({ table, reference })))
    if (places.length === 0) return schema
    const { table, reference } = pick(places, draw)
    const other = change(reference, draw)
    return withTable(schema, table.name, of => ({
      ...of,
      references: of.references.flatMap(each => {
        if (each !== reference) return [each]
        return other ? [other] : []
      }),
    }))
  }

const checkLess = ofTable((table, draw) => {
  if (table.checks.length === 0) return table
  const lost = pick(table.checks, draw)
  return { ...table, checks: table.checks.filter(check => check !== lost) }
})

const checkMore = ofTable((table, draw) => {
  const column = pick(table.columns, draw)
  const expression = {
    integer: `${column.name} > 1`,
    decimal: `${column.name} < 1000`,
    varchar: `length(${column.name}) > 4`,
    char: `${column.name} LIKE 'S%'`,
    date: `${column.name} > DATE '2020-01-01'`,
  }[column.type.family as 'integer']
  if (!expression) return table
  return { ...table, checks: [...table.checks, { name: null, expression, span: table.span }] }
})

const otherType = ofTable((table, draw) => {
  const free = table.columns.filter(
    ({ name }) =>
      !declaredKeys(table).some(({ columns }) => columns.some(other => sameName(other, name))) &&
      !table.references.some(({ columns }) => columns.some(other => sameName(other, name))) &&
      !table.checks.some(({ expression }) => expression.includes(name)),
  )
  if (free.length === 0) return table
  const column = pick(free, draw)
  const type = pick(
    [
      dataType('VARCHAR', ['4'], 'varchar(4)'),
      dataType('VARCHAR', ['200'], 'varchar(200)'),
      dataType('TEXT', [], 'text'),
      ...(column.type.family === 'decimal'
        ? [dataType('INTEGER', [], 'integer'), dataType('DECIMAL', ['5', '1'], 'decimal(5,1)')]
        : []),
    ],
    draw,
  )
  return { ...table, columns: table.columns.map(other => (other === column ? { ...other, type } : other)) }
})

/** Decimals that are rounded away. */
const rounded: Mutant = (schema, draw) => {
  const places = schema.tables.flatMap(table =>
    table.columns.filter(({ type }) => type.family === 'decimal').map(column => ({ table, column })),
  )
  if (places.length === 0) return schema
  const at = pick(places, draw)
  const type = pick(
    [dataType('DECIMAL', ['8', '0'], 'decimal(8,0)'), dataType('INTEGER', [], 'integer')],
    draw,
  )
  return withTable(schema, at.table.name, table => ({
    ...table,
    columns: table.columns.map(column => (column.name === at.column.name ? { ...column, type } : column)),
  }))
}

/** Texts that are too short for what is to be kept. */
const shortText: Mutant = (schema, draw) => {
  const places = schema.tables.flatMap(table =>
    table.columns
      .filter(({ name }) => name === 'quay' || name === 'full_name')
      .map(column => ({ table, column })),
  )
  const at = pick(places, draw)
  return withTable(schema, at.table.name, table => ({
    ...table,
    columns: table.columns.map(column =>
      column.name === at.column.name ? { ...column, type: dataType('VARCHAR', ['5'], 'varchar(5)') } : column,
    ),
  }))
}

/** A reference that cannot hold what it refers to. */
export const narrowReference: Mutant = (schema, draw) => {
  const places = schema.tables.flatMap(table =>
    table.columns
      .filter(
        ({ name, type }) =>
          type.family === 'char' &&
          table.references.some(({ columns }) => columns.some(other => sameName(other, name))),
      )
      .map(column => ({ table, column })),
  )
  if (places.length === 0) return schema
  const at = pick(places, draw)
  return withTable(schema, at.table.name, table => ({
    ...table,
    columns: table.columns.map(column =>
      column.name === at.column.name ? { ...column, type: dataType('CHAR', ['3'], 'char(3)') } : column,
    ),
  }))
}

/** The link on the other side: what was referred to refers, and must perhaps. */
export const turnedRound: Mutant = (schema, draw) => {
  const places = schema.tables.flatMap(table =>
    table.references
      .filter(
        ({ columns, table: target }) =>
          !sameName(target, table.name) &&
          table.primaryKey &&
          !columns.some(name => table.primaryKey!.columns.some(key => sameName(key, name))) &&
          !table.uniques.some(key => key.columns.some(name => columns.includes(name))),
      )
      .map(reference => ({ table, reference })),
  )
  if (places.length === 0) return schema
  const { table, reference } = pick(places, draw)
  const notNull = draw() < 0.7
  const own = (name: string): string => `${table.name}_${name}`
  const without = withTable(schema, table.name, of => ({
    ...of,
    columns: of.columns.filter(({ name }) => !reference.columns.some(other => sameName(other, name))),
    references: of.references.filter(other => other !== reference),
  }))
  const keyed = table.primaryKey!.columns.map(key => table.columns.find(({ name }) => sameName(name, key))!)
  return withTable(without, without.tables.find(({ name }) => sameName(name, reference.table))!.name, of => ({
    ...of,
    columns: [...of.columns, ...keyed.map(column => ({ ...column, name: own(column.name), notNull }))],
    references: [
      ...of.references,
      {
        ...reference,
        columns: keyed.map(({ name }) => own(name)),
        table: table.name,
        targetColumns: keyed.map(({ name }) => name),
        onDelete: 'no action',
        onUpdate: 'no action',
      },
    ],
  }))
}

export const MUTANTS: Readonly<Record<string, Mutant>> = {
  'a value demanded or not': requiredToggled,
  'one more unique': uniqueMore,
  'one unique less': uniqueLess,
  'another key': otherKey,
  'a number of its own': surrogate,
  'no reference': changedReference(() => null),
  'another deed on delete': changedReference((reference, draw) => ({
    ...reference,
    onDelete: pick(REFERENTIAL_ACTIONS, draw),
  })),
  'another deed on update': changedReference((reference, draw) => ({
    ...reference,
    onUpdate: pick(REFERENTIAL_ACTIONS, draw),
  })),
  'a check less': checkLess,
  'a check more': checkMore,
  'another type': otherType,
  'decimals rounded': rounded,
  'a text too short': shortText,
  'a reference too narrow': narrowReference,
  'the link on the other side': turnedRound,
}
