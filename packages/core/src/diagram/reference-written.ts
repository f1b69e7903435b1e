import type { Diagram, DiagramAttribute, DiagramEnd, DiagramEntity, DiagramRelationship } from './document'

/** What a line leads to. */
export interface ReferredTo {
  /** The columns of its key. */
  readonly key: readonly string[]
  readonly target: string
  /** Whether another reference to the same is by that column already. */
  readonly isTaken: (column: string) => boolean
}

/** Words that say only that something has a number or a name: as a key they do not say of what. */
const BARE = /^(?:no|nr|num|number|id|code|key|ref|name|title)$/

/**
 * The facts of a card that stand for the reference of a line, one for each column of the key: `guild_code`, `guild`,
 * `guildCode`, `fk_guild`, a role before either. Undefined where not all of them are there. A key that is called by a
 * bare word is found under it only on a card that is identified by references alone.
 */
export function referenceWritten(
  diagram: Diagram,
  card: DiagramEntity,
  relationship: DiagramRelationship,
  end: DiagramEnd,
  { key, target, isTaken }: ReferredTo,
): string[] | undefined {
  const isSelf = end.entity === card.id || areKin(diagram, end.entity, card.id)
  const found: string[] = []
  for (const column of key) {
    const names = namesOf(diagram, card, relationship, end, { key, target }, column)
    const attribute = card.attributes.find(
      fact =>
        isPlain(fact) &&
        !found.includes(fact.name.trim()) &&
        !isTaken(fact.name.trim()) &&
        !(isSelf && fact.identifies) &&
        names.has(bare(fact.name)),
    )
    if (!attribute) return undefined
    found.push(attribute.name.trim())
  }
  return found.length > 0 ? found : undefined
}

/** Whether the one is a kind of the other: they have the key in common. */
function areKin({ kinds }: Diagram, a: string, b: string): boolean {
  return kinds.some(
    ({ general, special }) =>
      (general === a && special.includes(b)) || (general === b && special.includes(a)),
  )
}

const isPlain = ({ several, derived, parts, name }: DiagramAttribute): boolean =>
  !several && !derived && parts.length === 0 && name.trim() !== ''

/** Letters and digits alone, without the marks of a foreign key: `fk_GuildCode` gives guildcode. */
function bare(name: string): string {
  return name
    .trim()
    .replace(/([\p{Ll}\d])(\p{Lu})/gu, '$1_$2')
    .toLowerCase()
    .replace(/^fk_|_fk$/, '')
    .replace(/[^\p{L}\p{N}]+/gu, '')
}

function namesOf(
  diagram: Diagram,
  card: DiagramEntity,
  relationship: DiagramRelationship,
  { entity, role }: DiagramEnd,
  { key, target }: Pick<ReferredTo, 'key' | 'target'>,
  column: string,
): ReadonlySet<string> {
  const [own, of] = [bare(column), bare(target)]
  const isOnly =
    diagram.relationships.filter(
      ({ id, ends }) =>
        id !== relationship.id &&
        ends.length === 2 &&
        ends.some(end => end.entity === card.id) &&
        ends.some(end => end.entity === entity),
    ).length === 0
  const ofRole = role.trim() === '' ? [] : [bare(role) + own, ...(key.length === 1 ? [bare(role)] : [])]
  const speaks = own.includes(of) || (!BARE.test(column.trim().toLowerCase()) && !/^\p{L}{1,3}$/u.test(own))
  const ofTarget = [
    of + own,
    ...(key.length === 1 ? [of] : []),
    ...(speaks || isIdentifiedByReferences(diagram, card) ? [own] : []),
  ]
  return new Set([...ofRole, ...(role.trim() === '' || isOnly ? ofTarget : [])])
}

/** Whether a card that at least two lines lead from to one each has no more identifying facts than they have keys. */
function isIdentifiedByReferences(diagram: Diagram, card: DiagramEntity): boolean {
  const targets = diagram.relationships.flatMap(({ ends }) => {
    const [a, b] = ends
    if (ends.length !== 2 || !a || !b) return []
    return [
      ...(b.entity === card.id && a.most === 'one' && a.entity !== card.id ? [a.entity] : []),
      ...(a.entity === card.id && b.most === 'one' && b.entity !== card.id ? [b.entity] : []),
    ]
  })
  const keys = diagram.entities
    .filter(({ id }) => targets.includes(id))
    .flatMap(({ name, attributes }) =>
      attributes
        .filter(({ identifies }) => identifies)
        .flatMap(fact => [bare(fact.name), bare(name) + bare(fact.name), bare(name)]),
    )
  const own = card.attributes.filter(({ identifies }) => identifies)
  return targets.length > 1 && own.length > 1 && own.every(({ name }) => keys.includes(bare(name)))
}
