import { declaredKeys, findTable, foldName, isRequired, sameName, type Schema, type Table } from '../schema'
import { assign } from './assignment'
import { isReferring, typeLikeness, type AlignmentDraft } from './draft'
import { isSurrogate } from './surrogates'
import type { World, WorldAttribute, WorldEntity } from './world'
import { NEITHER, SHAPE } from './weights'

/**
 * How alike entities and tables are without a look at any name: types of facts, the form of the key, what
 * leads where. 0 to 1.
 */
export function shapeScores(
  draft: AlignmentDraft,
  entities: readonly WorldEntity[],
  tables: readonly Table[],
): number[][] {
  const incoming = incomingTo(draft)
  const own = entities.map(entity =>
    tables.map(
      table =>
        SHAPE.facts * factsAlike(draft, entity, table) +
        SHAPE.form * formAlike(draft, entity, table, incoming),
    ),
  )
  return own.map((row, e) =>
    row.map(
      (score, t) =>
        SHAPE.own * score + SHAPE.neighbours * neighboursAlike(draft, entities[e]!, tables[t]!, incoming),
    ),
  )
}

/** For each table, by folded name, the names of the tables that refer to it, one for each reference. */
type Incoming = ReadonlyMap<string, readonly string[]>

function incomingTo({ schema }: AlignmentDraft): Incoming {
  const found = new Map<string, string[]>()
  for (const { name, references } of schema.tables) {
    for (const { table } of references) {
      const known = found.get(foldName(table)) ?? []
      known.push(foldName(name))
      found.set(foldName(table), known)
    }
  }
  return found
}

/**
 * Each fact takes the column of the likest type that is left; the mean over the larger side. Where nothing is
 * declared to refer, roles are facts too.
 */
function factsAlike(draft: AlignmentDraft, entity: WorldEntity, table: Table): number {
  const columns = table.columns.filter(
    column => !isReferring(table, column.name) && !isSurrogate(table, column),
  )
  const facts = isBare(draft)
    ? [...entity.attributes, ...entity.roles.flatMap(role => identifyingFacts(draft.world, role.target))]
    : entity.attributes
  const most = Math.max(facts.length, columns.length)
  if (most === 0) return 1
  const scores = facts.map(fact =>
    columns.map(column => {
      const likeness = typeLikeness(fact, column)
      if (likeness < 1) return likeness > 0 ? SHAPE.compatibleFact : 0
      return fact.required === isRequired(table, column.name) ? 1 : SHAPE.otherwiseRequired
    }),
  )
  return assign(scores, SHAPE.leastFact).reduce((sum, c, f) => sum + (c < 0 ? 0 : scores[f]![c]!), 0) / most
}

const bare = new WeakMap<Schema, boolean>()

/** Whether nothing at all is declared to refer; looked at once for a schema. */
function isBare({ schema }: AlignmentDraft): boolean {
  const known = bare.get(schema) ?? !schema.tables.some(({ references }) => references.length > 0)
  bare.set(schema, known)
  return known
}

/** The attributes that tell one entity from another, through the roles of its identifier. */
function identifyingFacts(world: World, name: string, depth = 0): WorldAttribute[] {
  const entity = world.entities.find(other => other.name === name)
  return (entity?.identifier ?? []).flatMap(member => {
    const attribute = entity!.attributes.find(other => other.name === member)
    const role = entity!.roles.find(other => other.name === member)
    if (attribute) return [attribute]
    if (role && depth < 4) return identifyingFacts(world, role.target, depth + 1)
    return []
  })
}

/** As many references, and a key of as many of them. */
function formAlike(draft: AlignmentDraft, entity: WorldEntity, table: Table, to: Incoming): number {
  if (isBare(draft)) return NEITHER
  const references = near(entity.roles.length, table.references.length)
  const keys = declaredKeys(table).filter(
    ({ columns }) =>
      !columns.every(name =>
        table.columns.some(column => sameName(column.name, name) && isSurrogate(table, column)),
      ),
  )
  const rolesInKey = entity.identifier.filter(member =>
    entity.roles.some(role => role.name === member),
  ).length
  const inKey = Math.max(
    0,
    ...keys.map(
      ({ columns }) =>
        1 -
        Math.abs(
          rolesInKey -
            table.references.filter(reference =>
              reference.columns.every(name => columns.some(other => sameName(other, name))),
            ).length,
        ) /
          2,
    ),
  )
  const incoming = near(
    draft.world.entities.flatMap(other => other.roles.filter(role => role.target === entity.name)).length,
    to.get(foldName(table.name))?.length ?? 0,
  )
  return SHAPE.references * references + SHAPE.inKey * inKey + SHAPE.incoming * incoming
}

function near(a: number, b: number): number {
  return a === b ? 1 : Math.max(0, 1 - Math.abs(a - b) / Math.max(a, b))
}

/**
 * The share of neighbours that are paired already with a neighbour of the table; one half where nothing is
 * known yet.
 */
function neighboursAlike(
  draft: AlignmentDraft,
  entity: WorldEntity,
  table: Table,
  incoming: Incoming,
): number {
  if (isBare(draft)) return NEITHER
  const targets = new Set(table.references.map(reference => foldName(reference.table)))
  const sources = new Set(incoming.get(foldName(table.name)) ?? [])
  const known: boolean[] = []
  const look = (name: string, around: ReadonlySet<string>): void => {
    const paired = draft.placement(name)
    if (paired && findTable(draft.schema, paired.table)) known.push(around.has(foldName(paired.table)))
  }
  for (const role of entity.roles) look(role.target, targets)
  for (const other of draft.world.entities)
    if (other.roles.some(role => role.target === entity.name)) look(other.name, sources)
  return known.length === 0 ? NEITHER : known.filter(Boolean).length / known.length
}
