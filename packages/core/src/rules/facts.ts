import { sameName } from '../schema'
import { Universe, type Dependency } from '../dependencies'
import type { WorldEntity } from '../alignment'
import type { Reading } from './reading'

/**
 * A fact of the world seen from a table: the path of roles that leads to its entity, and the attribute there.
 */
export interface Fact {
  readonly path: readonly string[]
  readonly entity: string
  readonly attribute: string
}

const DEEPEST = 3

export function factName({ path, attribute }: Fact): string {
  return [...path, attribute].join('.')
}

/**
 * All facts that can be reached from an entity along its roles, nearest first; the entity's own have an empty
 * path.
 */
export function factsAround(reading: Reading, entity: string): Fact[] {
  const facts: Fact[] = []
  const visit = (name: string, path: readonly string[]): void => {
    const found = reading.entity(name)
    if (!found) return
    for (const { name: attribute } of found.attributes) facts.push({ path, entity: found.name, attribute })
    if (path.length < DEEPEST) for (const role of found.roles) visit(role.target, [...path, role.name])
  }
  visit(entity, [])
  return facts
}

/**
 * The facts that the table itself writes: own attributes, the identifiers that its references stand for, what
 * is merged in, copies.
 */
export function factsIn(reading: Reading, table: string, entity: WorldEntity): Fact[] {
  return factsWritten(reading.watched({}), table, entity)
}

/** Looks at every fact there is: a verdict does not rest on all of them. */
function factsWritten(reading: Reading, table: string, entity: WorldEntity): Fact[] {
  const written: Fact[] = []
  const add = (path: readonly string[], name: string, attribute: string): void =>
    void written.push({ path, entity: name, attribute })
  const identify = (path: readonly string[], name: string, depth: number): void => {
    const found = reading.entity(name)
    for (const member of found?.identifier ?? []) {
      const role = found!.roles.find(other => other.name === member)
      if (!role) add(path, name, member)
      else if (depth < DEEPEST) identify([...path, member], role.target, depth + 1)
    }
  }
  const visit = (of: WorldEntity, path: readonly string[]): void => {
    for (const { name } of of.attributes)
      if (sameName(reading.attribute(of.name, name)?.table ?? '', table)) add(path, of.name, name)
    for (const role of of.roles) {
      const layout = reading.rolePlacement(of.name, role.name)?.layout
      const target = reading.entity(role.target)
      if (layout?.kind === 'inside' && target && path.length < DEEPEST) visit(target, [...path, role.name])
      else if (
        (layout?.kind === 'forward' && sameName(layout.step.fromTable, table)) ||
        layout?.kind === 'columns'
      )
        identify([...path, role.name], role.target, path.length + 1)
    }
  }
  visit(entity, [])
  if (reading.part(entity.name, table)) identify([], entity.name, 0)
  for (const copy of reading.alignment.copies)
    if (sameName(copy.table, table)) add(copy.path, copy.entity, copy.attribute)
  return unique(written)
}

function unique(facts: readonly Fact[]): Fact[] {
  return [...new Map(facts.map(fact => [factName(fact), fact])).values()]
}

/**
 * What the exercise says determines what, among the facts around an entity: identifiers, and the rules of
 * kind "determines".
 */
export function dependenciesAround(
  reading: Reading,
  entity: string,
): { universe: Universe; dependencies: Dependency[] } {
  const facts = factsAround(reading, entity)
  const universe = new Universe(facts.map(factName))
  const dependencies: Dependency[] = []
  const say = (from: readonly string[], to: readonly string[]): void => {
    if (from.length > 0 && [...from, ...to].every(name => universe.names.includes(name)))
      dependencies.push(universe.dependency(from, to))
  }
  const places = new Map(facts.map(({ path, entity: name }) => [path.join('.'), { path, name }]))
  for (const { path, name } of places.values()) {
    const found = reading.entity(name)!
    for (const identifier of identifiersOf(reading, found)) {
      const here = identifier.flatMap(member => factsOfPath(reading, name, path, member))
      say(
        here,
        found.attributes.map(attribute => factName({ path, entity: name, attribute: attribute.name })),
      )
      for (const role of found.roles) say(here, identifierFacts(reading, role.target, [...path, role.name]))
    }
    for (const rule of reading.rules) {
      if (rule.kind !== 'determines' || !sameName(rule.entity, name)) continue
      const at = (paths: readonly string[]): string[] =>
        paths.flatMap(member => factsOfPath(reading, name, path, member))
      say(at(rule.from), at(rule.to))
    }
  }
  return { universe, dependencies }
}

/** By what one is told from another: as the model declares it, and in every way that a rule says. */
function identifiersOf({ rules }: Reading, { name, identifier }: WorldEntity): (readonly string[])[] {
  const said = rules.flatMap(rule =>
    (rule.kind === 'identifies' || rule.kind === 'pairOnce') && sameName(rule.entity, name) ? [rule.by] : [],
  )
  return [identifier, ...said]
}

function identifierFacts(reading: Reading, entity: string, path: readonly string[], depth = 0): string[] {
  return (reading.entity(entity)?.identifier ?? []).flatMap(member =>
    depth < DEEPEST ? factsOfPath(reading, entity, path, member, depth) : [],
  )
}

/** The names of the facts that a path such as "taxon.genus" or a role stands for, seen from `path`. */
export function factsOfPath(
  reading: Reading,
  entity: string,
  path: readonly string[],
  member: string,
  depth = 0,
): string[] {
  const [first, ...rest] = member.split('.')
  const role = reading.role(entity, first!)
  if (!role) return [factName({ path, entity, attribute: first! })]
  const further = [...path, role.name]
  return rest.length > 0
    ? factsOfPath(reading, role.target, further, rest.join('.'), depth + 1)
    : identifierFacts(reading, role.target, further, depth + 1)
}
