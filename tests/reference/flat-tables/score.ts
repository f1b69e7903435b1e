import { Relation, Universe, readDependencies } from '@nomenklatura/core/dependencies'
import { findInRows } from '@nomenklatura/core/rows'
import type { MeantTable } from './tables'

export interface MeantScore {
  readonly found: number
  readonly of: number
  readonly missed: readonly string[]
  /** What is taken to be meant and does not follow from what was. */
  readonly falseOnes: readonly string[]
}

/** How much of what a designer meant stands among what looks meant, each with its own left side. */
export function scoreOf({ table, meant }: MeantTable): MeantScore {
  const universe = new Universe(table.columns)
  const { items } = readDependencies(meant, universe)
  const wanted = items.flatMap(({ dependency: { from, to } }) =>
    universe.list(to).map(right => ({ from, to: universe.set([right]) })),
  )
  const taken = findInRows(table)
    .dependencies.filter(({ look }) => look === 'meant')
    .map(({ from, to }) => universe.dependency(from, [to]))
  const words = ({ from, to }: (typeof wanted)[number]): string =>
    `${universe.list(from).join(', ')} -> ${universe.list(to).join(', ')}`
  const said = new Relation(universe, { functional: wanted, multivalued: [] })
  const isTaken = (dependency: (typeof wanted)[number]): boolean =>
    taken.some(({ from, to }) => from.equals(dependency.from) && to.equals(dependency.to))
  const missed = wanted.filter(dependency => !isTaken(dependency))
  return {
    found: wanted.length - missed.length,
    of: wanted.length,
    missed: missed.map(words),
    falseOnes: taken.filter(dependency => !said.implies(dependency)).map(words),
  }
}
