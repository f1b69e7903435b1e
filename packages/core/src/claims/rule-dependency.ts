import { findEntity, findRole, type World, type WorldEntity } from '../alignment'
import { dependencyInWords, type Relation } from '../dependencies'
import { phrase } from '../words'
import type { Rule } from '../rules'
import { findColumn, findTable, sameName, type Schema, type Table } from '../schema'
import { dependencyVerdict } from './judge-dependencies'
import { Meanings } from './meanings'
import type { ReadClaims } from './read'
import { because, notShown, say, twoRows, type ClaimVerdict } from './verdicts'

/** A dependency in the names of the relation, that a rule about tables asks for, or forbids. */
export interface RuleDependency {
  readonly from: readonly string[]
  readonly to: readonly string[]
  /** Whether the rule allows many: then it must not hold. */
  readonly isForbidden: boolean
}

/**
 * What a rule about tables says of the exercise's relation (semantics, section 5): *identifies*, *determines*
 * and *at most one* are each a dependency, *many allowed* that there is none. Nothing where one of its elements
 * has no attribute of its own in the relation, or where the relation itself says otherwise.
 */
export function dependencyOfRule(
  rule: Rule,
  { world, schema, relation }: { world: World; schema: Schema; relation: Relation },
): RuleDependency | undefined {
  const entity = findEntity(world, rule.entity)
  if (!entity) return undefined
  const names = new ElementNames(world, schema, relation)
  const found = sidesOf(rule, entity, names)
  if (!found?.from || !found.to) return undefined
  const { from, isForbidden = false } = found
  const to = found.to.filter(name => !from.includes(name))
  if (from.length === 0 || to.length === 0) return undefined
  const holds = relation.implies(relation.universe.dependency(from, to))
  return holds === isForbidden ? undefined : { from, to, isForbidden }
}

interface Sides {
  readonly from: readonly string[] | undefined
  readonly to: readonly string[] | undefined
  readonly isForbidden?: boolean
}

function sidesOf(rule: Rule, entity: WorldEntity, names: ElementNames): Sides | undefined {
  switch (rule.kind) {
    case 'identifies':
      return { from: names.all(entity, rule.by), to: names.known(entity) }
    case 'determines':
      return { from: names.all(entity, rule.from), to: names.all(entity, rule.to) }
    case 'atMostOne':
      return { from: names.all(entity, entity.identifier), to: names.of(entity, rule.role) }
    case 'manyAllowed':
      return {
        from: names.of(entity, rule.role),
        to: names.all(entity, entity.identifier),
        isForbidden: true,
      }
    default:
      return undefined
  }
}

/** The attributes of the relation that stand for elements of the world. */
class ElementNames {
  private readonly meanings: Meanings

  constructor(
    private readonly world: World,
    private readonly schema: Schema,
    private readonly relation: Relation,
  ) {
    this.meanings = new Meanings(relation.universe, schema)
  }

  of(entity: WorldEntity, member: string): readonly string[] | undefined {
    const table = findTable(this.schema, entity.name)
    const role = findRole(entity, member)
    if (!table) return undefined
    if (!role) return this.ofColumn(table, member)
    const key = this.meanings.ofKey(table, { columns: role.columns })
    return key && this.relation.universe.list(key)
  }

  all(entity: WorldEntity, members: readonly string[]): readonly string[] | undefined {
    const sets = members.map(member => this.of(entity, member))
    return sets.every(set => set !== undefined) ? [...new Set(sets.flat())] : undefined
  }

  /** What of an entity stands in the relation at all. */
  known(entity: WorldEntity): readonly string[] {
    const members = [...entity.attributes, ...entity.roles].map(({ name }) => name)
    return [...new Set(members.flatMap(member => this.of(entity, member) ?? []))]
  }

  /** A name that columns of several tables have is nobody's. */
  private ofColumn(table: Table, column: string): readonly string[] | undefined {
    const meaning = this.meanings.of(table, column)
    const isOf = (other: Table): boolean =>
      findEntity(this.world, other.name)?.attributes.some(
        ({ name }) => findColumn(other, name) && this.meanings.of(other, name) === meaning,
      ) ?? false
    return meaning === undefined ||
      this.schema.tables.some(other => !sameName(other.name, table.name) && isOf(other))
      ? undefined
      : [meaning]
  }
}

/** What is claimed, asked for a dependency that a rule about tables needs, or forbids. */
export function judgeRuleDependency(
  read: ReadClaims,
  { from, to, isForbidden }: RuleDependency,
): ClaimVerdict {
  if (!isForbidden)
    return dependencyVerdict(read, { ask: 'dependency', from: [...from], to: [...to], multi: false })
  const { universe, relation, claimed, dependencies, task, values } = read
  if (dependencies.length === 0) return notShown('dependency')
  const forbidden = universe.dependency(from, to)
  const dependency = dependencyInWords(universe, forbidden)
  if (!claimed.implies(forbidden)) return say('upheld', [because('dependency-free', { dependency })])
  return say('too strict', [because('dependency-forbidden', { dependency })], {
    witness: twoRows(relation, forbidden, {
      name: task.name,
      values,
      outcome: 'refused',
      by: phrase('dependency', { dependency }),
    }),
  })
}
