import { sameName, type Reference, type Table } from '../schema'
import type { EntityPlacement, Pair, RolePlacement } from './alignment'
import { isReferring, stepOf, type AlignmentDraft } from './draft'
import type { WorldAttribute, WorldEntity, WorldRole } from './world'
import { LAYOUT } from './weights'

/**
 * Entities without a table that are told apart by what they lead to, found in the rows of another: folded
 * into one of their ends (a play's one actor, or actor1 and actor2, for the castings of plays), or left in a
 * table that leads to all their ends (the rate of a day and a currency beside each exchange).
 */
export function placeGuests(draft: AlignmentDraft): void {
  for (const entity of draft.world.entities) {
    if (draft.placement(entity.name) || draft.pinned(entity.name) !== undefined) continue
    if (entity.roles.length < 2 || !isToldByEnds(entity)) continue
    if (draft.repetitions.some(other => other.entity === entity.name)) continue
    if (!lodge(draft, entity)) fold(draft, entity)
  }
}

/** What has a day or a number beside its ends is more than a link: without a table its history is lost. */
const isToldByEnds = ({ identifier, roles }: WorldEntity): boolean =>
  identifier.length > 1 && identifier.every(member => roles.some(({ name }) => name === member))

/** In a table that leads to all the ends, if a fact of the entity is found there by its name. */
function lodge(draft: AlignmentDraft, entity: WorldEntity): boolean {
  for (const host of draft.world.entities) {
    const table = draft.tableOf(host.name)
    if (!table) continue
    const facts = factsIn(draft, entity, table).filter(({ column }) => !draft.isUsed(table, column))
    const roles = entity.roles.map(role => sharedRole(draft, role, host))
    if (facts.length === 0 || roles.includes(undefined)) continue
    settleIn(draft, entity, host, table, facts)
    for (const [i, role] of entity.roles.entries())
      draft.addRole(entity, role, roles[i]!.layout, { ...FOUND, reasons: ['inside'] })
    return true
  }
  return false
}

/** A role of the host that is placed and leads to the same. */
function sharedRole(
  draft: AlignmentDraft,
  { target }: WorldRole,
  host: WorldEntity,
): RolePlacement | undefined {
  const names = host.roles.filter(role => role.target === target).map(({ name }) => name)
  return draft.roles.find(
    ({ entity, role, layout }) =>
      entity === host.name &&
      names.includes(role) &&
      (layout.kind === 'forward' || layout.kind === 'columns'),
  )
}

/**
 * What its ends alone tell apart, in the table of one of them, where a reference that stands for nothing else
 * leads to each of the others.
 */
function fold(draft: AlignmentDraft, entity: WorldEntity): void {
  for (const own of entity.roles) {
    const table = draft.tableOf(own.target)
    const host = draft.world.entities.find(({ name }) => name === own.target)
    const others = entity.roles.filter(role => role !== own)
    const references = table && others.map(role => spareReference(draft, entity, role, table))
    if (!host || !table || !references || references.includes(undefined)) continue
    if (new Set(references).size < references.length) continue
    const facts = factsIn(draft, entity, table).filter(({ column }) => !draft.isUsed(table, column))
    settleIn(draft, entity, host, table, facts)
    draft.addRole(entity, own, { kind: 'inside', table: table.name }, { ...FOUND, reasons: ['inside'] })
    for (const [i, role] of others.entries()) {
      const reference = references[i]!
      draft.usedReferences.add(reference)
      draft.use(table, ...reference.columns)
      draft.addRole(
        entity,
        role,
        { kind: 'forward', step: stepOf(table, reference) },
        { ...FOUND, reasons: ['same-references'] },
      )
    }
    return
  }
}

/** Of several the one whose name is nearest, of those the first: actor1 before actor2. */
function spareReference(
  draft: AlignmentDraft,
  entity: WorldEntity,
  role: WorldRole,
  table: Table,
): Reference | undefined {
  const target = draft.tableOf(role.target)
  const likeness = ({ columns }: Reference): number =>
    Math.max(...columns.map(column => draft.comparer.role(entity, role, column).score))
  return table.references
    .filter(reference => target && sameName(reference.table, target.name))
    .filter(reference => !draft.usedReferences.has(reference))
    .sort((a, b) => likeness(b) - likeness(a))[0]
}

interface Fact {
  readonly attribute: WorldAttribute
  readonly column: string
  readonly score: number
}

/** The attributes of the entity that are found in the table by their names, numbered ones by the first. */
function factsIn(draft: AlignmentDraft, entity: WorldEntity, table: Table): Fact[] {
  return entity.attributes.flatMap((attribute): Fact[] => {
    const [best] = table.columns
      .filter(({ name }) => !isReferring(table, name))
      .map(column => ({
        attribute,
        column: column.name,
        score: Math.max(
          draft.comparer.attribute(entity, attribute, table, column).score,
          draft.comparer.qualified(entity, attribute, column.name).score,
          draft.comparer.attribute(entity, attribute, table, {
            ...column,
            name: column.name.replace(/_?1$/, ''),
          }).score,
        ),
      }))
      .sort((a, b) => b.score - a.score)
    return best && best.score >= LAYOUT.fact ? [best] : []
  })
}

const FOUND: Omit<Pair, 'reasons'> = { score: LAYOUT.inside, confidence: 'sure' }

function settleIn(
  draft: AlignmentDraft,
  entity: WorldEntity,
  host: WorldEntity,
  table: Table,
  facts: readonly Fact[],
): void {
  const placement: EntityPlacement = {
    entity: entity.name,
    table: table.name,
    inside: { entity: host.name, role: null },
    parts: [],
    ...FOUND,
    reasons: ['inside'],
  }
  draft.entities.push(placement)
  for (const { attribute, column, score } of facts) {
    const found = table.columns.find(({ name }) => name === column)!
    draft.addAttribute(entity, attribute, table, found, { score, confidence: 'sure', reasons: ['inside'] })
  }
}
