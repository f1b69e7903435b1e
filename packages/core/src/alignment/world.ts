import {
  declaredKeys,
  findColumn,
  findTable,
  foldName,
  sameColumns,
  sameName,
  type DataType,
  type Schema,
  type Table,
} from '../schema'
import { standsForRow } from './surrogates'

/**
 * The vocabulary of an exercise: what its rules speak of. It is read from the first model answer, each table
 * an entity (a junction table is the entity of its pairs), each reference a role that leads to another
 * entity, every other column an attribute.
 */
export interface World {
  readonly entities: readonly WorldEntity[]
}

export interface WorldEntity {
  readonly name: string
  readonly attributes: readonly WorldAttribute[]
  readonly roles: readonly WorldRole[]
  /**
   * Names of the attributes and roles that tell one from another; the first natural key. Empty when the model
   * declares none.
   */
  readonly identifier: readonly string[]
  /** A column that only numbers rows: a surrogate. It is no attribute. */
  readonly surrogate: string | null
}

export interface WorldAttribute {
  readonly name: string
  readonly type: DataType
  readonly required: boolean
  readonly samples: readonly string[]
}

export interface WorldRole {
  readonly name: string
  readonly target: string
  readonly columns: readonly string[]
  readonly required: boolean
}

/** Sample values by `entity.attribute`, used in witnesses. */
export type Samples = Readonly<Record<string, readonly string[]>>

export function worldFromSchema(schema: Schema, samples: Samples = {}): World {
  return { entities: schema.tables.map(table => entityFromTable(schema, table, samples)) }
}

function entityFromTable(schema: Schema, table: Table, samples: Samples): WorldEntity {
  const surrogate = surrogateColumn(table)
  const references = table.references.filter(reference => findTable(schema, reference.table))
  const inReference = (column: string): boolean =>
    references.some(reference => reference.columns.some(name => sameName(name, column)))
  const isRequired = (column: string): boolean => {
    const found = table.columns.find(({ name }) => sameName(name, column))
    return (
      (found?.notNull ?? false) || (table.primaryKey?.columns.some(name => sameName(name, column)) ?? false)
    )
  }
  const attributes = table.columns
    .filter(column => !inReference(column.name) && !(surrogate !== null && sameName(column.name, surrogate)))
    .map(column => ({
      name: foldName(column.name),
      type: column.type,
      required: isRequired(column.name),
      samples: samples[`${foldName(table.name)}.${foldName(column.name)}`] ?? [],
    }))
  const taken = new Set(attributes.map(({ name }) => name))
  const roles = references.map(reference => {
    const role = {
      name: roleName(reference.columns, reference.table, taken),
      target: foldName(reference.table),
      columns: reference.columns.map(foldName),
      required: reference.columns.every(isRequired),
    }
    taken.add(role.name)
    return role
  })
  return {
    name: foldName(table.name),
    attributes,
    roles,
    identifier: identifierOf(table, surrogate, roles),
    surrogate,
  }
}

/** A self-numbering single key column beside a key of which every column is filled. */
function surrogateColumn(table: Table): string | null {
  const columns = table.primaryKey?.columns ?? []
  const only = columns.length === 1 ? findColumn(table, columns[0]!) : undefined
  return only && standsForRow(table, only) ? foldName(only.name) : null
}

function identifierOf(table: Table, surrogate: string | null, roles: readonly WorldRole[]): string[] {
  const key = declaredKeys(table).find(
    ({ columns }) => !(surrogate !== null && sameColumns(columns, [surrogate])),
  )
  if (!key) return []
  const members: string[] = []
  for (const column of key.columns) {
    const role = roles.find(({ columns }) => columns.some(name => sameName(name, column)))
    const member = role ? role.name : foldName(column)
    if (!members.includes(member)) members.push(member)
  }
  return members
}

const NUMBER_ENDINGS = /_?(no|nr|num|number|id|code|key|ref|name)$/

/**
 * `garden_code` leads to the role "garden"; where nothing is left or the name is taken, the target's name is
 * used.
 */
function roleName(columns: readonly string[], target: string, taken: ReadonlySet<string>): string {
  const stem = columns.length === 1 ? foldName(columns[0]!).replace(NUMBER_ENDINGS, '') : ''
  const candidates = [stem, foldName(target), ...columns.map(foldName), `${foldName(target)}_2`]
  return candidates.find(name => name !== '' && !taken.has(name)) ?? `${foldName(target)}_${taken.size}`
}

export function findEntity(world: World, name: string): WorldEntity | undefined {
  return world.entities.find(entity => sameName(entity.name, name))
}

export function findRole(entity: WorldEntity, name: string): WorldRole | undefined {
  return entity.roles.find(role => sameName(role.name, name))
}

export function findAttribute(entity: WorldEntity, name: string): WorldAttribute | undefined {
  return entity.attributes.find(attribute => sameName(attribute.name, name))
}
