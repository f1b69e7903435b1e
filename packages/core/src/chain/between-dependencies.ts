import { Meanings, type ReadClaims } from '../claims'
import { dependencyInWords, type AttributeSet, type Dependency } from '../dependencies'
import type { Finding } from '../findings'
import { declaredKeys, soundPart } from '../schema'
import { chainFinding, type ChainSheet } from './sheet'

/**
 * What tables make of claimed dependencies: each attribute has a place, each part of the split a table, and
 * what determines something tells the rows of some table apart. Nothing is said where most of the attributes
 * have no place: then the sheets speak of different things.
 */
export function betweenDependencies(claims: ReadClaims, later: ChainSheet): Finding[] {
  const { universe, claimed, parts } = claims
  const schema = soundPart(later.schema)
  const meanings = new Meanings(universe, schema)
  const placed = universe.set(
    schema.tables.flatMap(table => table.columns.flatMap(({ name }) => meanings.of(table, name) ?? [])),
  )
  if ([...placed].length * 2 < universe.size) return []
  const keys = schema.tables.flatMap(table =>
    declaredKeys(table).flatMap(key => meanings.ofKey(table, key) ?? []),
  )
  const tellsApart = (set: AttributeSet): boolean =>
    keys.some(key => claimed.closure(key).equals(claimed.closure(set)))
  const isSpokenOf = (set: AttributeSet): boolean => set.isSubsetOf(placed)
  const say = (code: Finding['code'], params: Finding['params']): Finding =>
    chainFinding(later, code, null, { ...params, sheet: 'dependencies' })

  const split = parts.map(({ names, title }) => ({
    title,
    names,
    keys: claimed.part(universe.set(names))?.keys ?? [],
  }))
  const missing = split.filter(
    part => part.keys.length > 0 && part.keys.every(isSpokenOf) && !part.keys.some(tellsApart),
  )
  const isToldWithPart = (from: AttributeSet): boolean =>
    split.some(part => part.keys.some(key => claimed.closure(key).equals(claimed.closure(from))))
  const determinants = bySide(claimed.cover).filter(
    ({ from, to }) =>
      isSpokenOf(from) && !to.intersect(placed).isEmpty() && !tellsApart(from) && !isToldWithPart(from),
  )
  return [
    ...universe
      .list(universe.all.minus(placed))
      .map(attribute => say('chain.attribute-missing', { attribute })),
    ...missing.map(({ title, names, keys: [key] }) =>
      say('chain.part-missing', {
        part: title || `{${names.join(', ')}}`,
        by: universe.list(key!).join(', '),
      }),
    ),
    ...determinants.map(dependency =>
      say('chain.determinant-no-key', {
        dependency: dependencyInWords(universe, dependency),
        by: universe.list(dependency.from).join(', '),
      }),
    ),
  ]
}

/** Dependencies with the same left side as one. */
function bySide(dependencies: readonly Dependency[]): Dependency[] {
  const sides = new Map<string, Dependency>()
  for (const { from, to } of dependencies)
    sides.set(from.key, { from, to: sides.get(from.key)?.to.union(to) ?? to })
  return [...sides.values()]
}
