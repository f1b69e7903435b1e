import { describeType } from '../dictionary'
import {
  declaredKeys,
  findTable,
  foldName,
  isRequired,
  sameColumns,
  sameName,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import { actionsOf, marksOfColumn } from './physical-marks'
import {
  EMPTY_DIAGRAM,
  type Diagram,
  type DiagramAttribute,
  type DiagramEnd,
  type DiagramEntity,
  type DiagramRelationship,
  type Level,
} from './document'

/**
 * The diagram of a schema: each table a card, a reference within the primary key makes it weak. At conceptual level,
 * where people speak of pairs and of several values, a table between is one line: it is known by its key, which is two
 * or more whole references, and nothing refers to it; and a table of a key and one value is a fact with several
 * values. Verb phrases are not known.
 * @defaultValue level: physical
 */
export function diagramFromSchema(schema: Schema, level: Level = 'physical'): Diagram {
  const ids = new Map(schema.tables.map((table, i) => [foldName(table.name), `e${i + 1}`]))
  const isReferred = ({ name }: Table): boolean =>
    schema.tables.some(table => table.references.some(reference => sameName(reference.table, name)))
  const known = (table: Table): Reference[] =>
    table.references.filter(reference => findTable(schema, reference.table) !== undefined)
  const isFolded = (table: Table): boolean => level === 'conceptual' && !isReferred(table)
  const between = schema.tables.filter(table => isFolded(table) && isBetween(table, known(table)))
  const lists = schema.tables.filter(
    table => !between.includes(table) && isFolded(table) && isList(table, known(table)),
  )
  const own = schema.tables.filter(table => !between.includes(table) && !lists.includes(table))
  const entities = own.map(table =>
    entityOf(
      table,
      ids.get(foldName(table.name))!,
      known(table),
      lists.filter(list => sameName(list.references[0]!.table, table.name)),
    ),
  )
  const drawn = own.flatMap(table =>
    known(table).map(reference => ({
      table,
      reference,
      relationship: relationshipOf(table, reference, ids),
    })),
  )
  const relationships = [
    ...drawn.map(({ relationship }) => relationship),
    ...between.map(table => meetingOf(table, known(table), ids)),
  ].map((relationship, i) => ({ ...relationship, id: `r${i + 1}` }))
  const linksOf = (table: Table): TableLink[] =>
    drawn.flatMap((one, i) =>
      one.table === table ? [{ id: relationships[i]!.id, columns: one.reference.columns }] : [],
    )
  return {
    ...EMPTY_DIAGRAM,
    level,
    relationships,
    entities: entities.map((entity, i) => ({
      ...entity,
      uniques: uniquesOf(own[i]!, entity.attributes, linksOf(own[i]!)),
    })),
  }
}

interface TableLink {
  readonly id: string
  readonly columns: readonly string[]
}

/**
 * Unique sets of facts and whole references; one that is a single reference is said by the relationship
 * itself.
 */
function uniquesOf(
  table: Table,
  attributes: readonly DiagramAttribute[],
  links: readonly TableLink[],
): string[][] {
  return table.uniques.flatMap(({ columns }) => {
    if (links.some(link => sameColumns(link.columns, columns))) return []
    const facts = columns.flatMap(
      name => attributes.find(attribute => sameName(attribute.name, name))?.id ?? [],
    )
    const whole = links.filter(link =>
      link.columns.every(name => columns.some(column => sameName(column, name))),
    )
    const covered = new Set(whole.flatMap(link => link.columns.map(foldName)))
    return columns.every(
      name => covered.has(foldName(name)) || attributes.some(attribute => sameName(attribute.name, name)),
    )
      ? [[...facts, ...whole.map(({ id }) => id)]]
      : []
  })
}

/** What an exercise gives, as a diagram that is there already. */
export function givenDiagram(schema: Schema, level: Level): Diagram {
  const drawn = diagramFromSchema(schema, level)
  return {
    ...drawn,
    entities: drawn.entities.map(entity => ({ ...entity, given: true })),
    relationships: drawn.relationships.map(relationship => ({ ...relationship, given: true })),
  }
}

/** The primary key is made of two or more references, each of them whole. */
function isBetween({ primaryKey, uniques }: Table, references: readonly Reference[]): boolean {
  const parts = references.filter(({ columns }) =>
    columns.every(name => primaryKey?.columns.some(key => sameName(key, name))),
  )
  const covered = parts.flatMap(({ columns }) => columns)
  const areApart = covered.length === new Set(covered.map(foldName)).size
  return (
    primaryKey !== null &&
    uniques.length === 0 &&
    parts.length > 1 &&
    parts.length === references.length &&
    areApart &&
    primaryKey.columns.every(key => covered.some(name => sameName(name, key)))
  )
}

/** One reference and one value, both the key. */
function isList({ primaryKey, columns, uniques }: Table, references: readonly Reference[]): boolean {
  const [reference] = references
  return (
    references.length === 1 &&
    uniques.length === 0 &&
    reference !== undefined &&
    primaryKey !== null &&
    primaryKey.columns.length === columns.length &&
    columns.length === reference.columns.length + 1
  )
}

function attributesOf(table: Table, id: string, references: readonly Reference[]): DiagramAttribute[] {
  const free = table.columns.filter(
    ({ name }) => !references.some(({ columns }) => columns.some(column => sameName(column, name))),
  )
  return free.map((column, i) => ({
    id: `${id}.${i + 1}`,
    name: column.name,
    identifies: table.primaryKey?.columns.some(key => sameName(key, column.name)) ?? false,
    several: false,
    derived: false,
    parts: [],
    required: isRequired(table, column.name),
    ...describeType(column.type),
    ...marksOfColumn(column),
  }))
}

function entityOf(
  table: Table,
  id: string,
  references: readonly Reference[],
  lists: readonly Table[],
): DiagramEntity {
  const attributes = attributesOf(table, id, references)
  const several = lists.map((list, i): DiagramAttribute => {
    const value = list.columns.find(
      ({ name }) => !list.references[0]!.columns.some(column => sameName(column, name)),
    )!
    return {
      id: `${id}.s${i + 1}`,
      name: value.name,
      identifies: false,
      several: true,
      derived: false,
      parts: [],
      required: null,
      ...describeType(value.type),
    }
  })
  return {
    id,
    name: table.name,
    attributes: [...attributes, ...several],
    uniques: [],
    description: '',
    ...(table.given ? { given: true } : {}),
  }
}

function endOf(
  reference: Reference,
  ids: ReadonlyMap<string, string>,
  part: Pick<DiagramEnd, 'role' | 'least' | 'most' | 'identifies'>,
): DiagramEnd {
  return {
    entity: ids.get(foldName(reference.table))!,
    ...part,
    columns: [...reference.columns],
    ...actionsOf(reference),
  }
}

/**
 * Who the target is to the table, where its name alone does not say: several references lead there, or it is
 * the table itself. It is what the column is called beside the target's name and its key: lead of
 * lead_pilot_no. Empty where nothing is left.
 */
function roleIn(table: Table, reference: Reference): string {
  const isAmbiguous =
    sameName(table.name, reference.table) ||
    table.references.filter(other => sameName(other.table, reference.table)).length > 1
  const [column, ...more] = reference.columns
  if (!isAmbiguous || column === undefined || more.length > 0) return ''
  const said = new Set([...wordsIn(reference.table), ...reference.targetColumns.flatMap(wordsIn), ...NUMBERS])
  const left = wordsIn(column).filter(word => !said.has(word) && !said.has(`${word}s`))
  return left.every(word => /^\d+$/.test(word)) ? '' : left.join(' ')
}

const NUMBERS = ['no', 'nr', 'num', 'number', 'id', 'code', 'key', 'ref', 'fk']

const wordsIn = (name: string): string[] =>
  name
    .replace(/([\p{Ll}\d])(\p{Lu})/gu, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(word => word !== '')

/** The table that refers stands at the many end, unless its reference is unique. */
function relationshipOf(
  table: Table,
  reference: Reference,
  ids: ReadonlyMap<string, string>,
): DiagramRelationship {
  const isPart = reference.columns.every(name => table.primaryKey?.columns.some(key => sameName(key, name)))
  const isUnique = declaredKeys(table).some(({ columns }) => sameColumns(columns, reference.columns))
  const target = endOf(reference, ids, {
    role: roleIn(table, reference),
    least: reference.columns.every(name => isRequired(table, name)) ? 1 : 0,
    most: 'one',
    identifies: isPart,
  })
  return {
    id: '',
    name: '',
    back: '',
    ends: [
      target,
      {
        entity: ids.get(foldName(table.name))!,
        role: '',
        least: 0,
        most: isUnique ? 'one' : 'many',
        identifies: false,
      },
    ],
    attributes: [],
  }
}

function meetingOf(
  table: Table,
  references: readonly Reference[],
  ids: ReadonlyMap<string, string>,
): DiagramRelationship {
  const id = ids.get(foldName(table.name))!
  return {
    id: '',
    name: '',
    back: '',
    table: table.name,
    ends: references.map(reference =>
      endOf(reference, ids, { role: '', least: 0, most: 'many', identifies: false }),
    ),
    attributes: attributesOf(table, id, references),
  }
}
