import {
  declaredKeys,
  findColumn,
  findTable,
  foldName,
  sameColumns,
  sameName,
  type DataType,
  type LineNames,
  type Schema,
  type Table,
} from '../schema'
import { columnsOf, looksAtToday, readExpression, type Expression } from '../sql'
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
  /** All keys that the model declares, as members: the identifier among them. */
  readonly keys: readonly (readonly string[])[]
  /** A column that only numbers rows: a surrogate. It is no attribute. */
  readonly surrogate: string | null
}

export interface WorldAttribute {
  readonly name: string
  readonly type: DataType
  readonly required: boolean
  readonly samples: readonly string[]
  /** A CHECK of the model answer looks at it. */
  readonly checked: boolean
  /** The model answer measures it against the current date, as an age is. */
  readonly byToday: boolean
}

export interface WorldRole {
  readonly name: string
  readonly target: string
  readonly columns: readonly string[]
  readonly required: boolean
  /** What the line is called, where the model answer draws one. */
  readonly line?: LineNames
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
  const checks = table.checks.map(({ expression }) => readExpression(expression))
  const columnsIn = (of: readonly Expression[]): ReadonlySet<string> =>
    new Set(of.flatMap(expression => [...columnsOf(expression)]))
  const [checked, byToday] = [columnsIn(checks), columnsIn(checks.filter(looksAtToday))]
  const attributes = table.columns
    .filter(column => !inReference(column.name) && !(surrogate !== null && sameName(column.name, surrogate)))
    .map(column => ({
      name: foldName(column.name),
      type: column.type,
      required: isRequired(column.name),
      samples: samples[`${foldName(table.name)}.${foldName(column.name)}`] ?? [],
      byToday: byToday.has(foldName(column.name)),
      checked: checked.has(foldName(column.name)),
    }))
  const taken = new Set(attributes.map(({ name }) => name))
  const roles = references.map(reference => {
    const role = {
      name: roleName(reference.columns, reference.table, taken),
      target: foldName(reference.table),
      columns: reference.columns.map(foldName),
      required: reference.columns.every(isRequired),
      ...(reference.line ? { line: reference.line } : {}),
    }
    taken.add(role.name)
    return role
  })
  return {
    name: foldName(table.name),
    attributes,
    roles,
    identifier: identifierOf(table, surrogate, roles),
    keys: declaredKeys(table).map(({ columns }) => membersOf(columns, roles)),
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
  return key ? membersOf(key.columns, roles) : []
}

/** The members that columns of a table stand for, each once. */
function membersOf(columns: readonly string[], roles: readonly WorldRole[]): string[] {
  const memberOf = (column: string): string =>
    roles.find(role => role.columns.some(name => sameName(name, column)))?.name ?? foldName(column)
  return [...new Set(columns.map(memberOf))]
}

const NUMBER_ENDINGS = /_?(no|nr|num|number|id|code|key|ref|name)$/

/**
 * `garden_code` leads to the role "garden"; where nothing is left or the name is taken, the target's name is
 * used.
 */
function roleName(columns: readonly string[], target: string, taken: ReadonlySet<string>): string {
  const stem =
    columns.length === 1
      ? foldName(columns[0]!)
          .replace(NUMBER_ENDINGS, '')
          .replace(/[\s_]+$/, '')
      : ''
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
