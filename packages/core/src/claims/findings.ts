import {
  dependencyInWords,
  claimFinding,
  closure,
  type Dependency,
  type WrittenDependency,
} from '../dependencies'
import type { Finding } from '../findings'
import { listInWords } from '../language'
import { keyFault } from './judge-keys'
import type { ReadClaims } from './read'

/**
 * What the sheet says about itself, without a look at what is right: trivial, redundant, and more on the left
 * than is needed.
 */
export function ownFindings({ universe, dependencies, task }: ReadClaims): Finding[] {
  if (task.isGiven) return []
  const functional = dependencies.filter(({ dependency }) => !('multi' in dependency))
  return functional.flatMap(own => {
    const { dependency, place } = own
    const written = dependencyInWords(universe, dependency)
    if (dependency.to.isSubsetOf(dependency.from))
      return [claimFinding('dependencies.trivial', 'dependencies', place, { written })]
    const others = functional.filter(other => other !== own).map(other => other.dependency)
    if (dependency.to.isSubsetOf(closure(universe.size, dependency.from, others)))
      return [claimFinding('dependencies.redundant', 'dependencies', place, { written })]
    const superfluous = superfluousIn(dependency, functional, universe.size)
    return superfluous === undefined
      ? []
      : [
          claimFinding('dependencies.superfluous-attribute', 'dependencies', place, {
            written,
            attribute: universe.names[superfluous]!,
          }),
        ]
  })
}

function superfluousIn(
  { from, to }: Dependency,
  all: readonly WrittenDependency[],
  size: number,
): number | undefined {
  const dependencies = all.map(({ dependency }) => dependency)
  return [...from].find(attribute => to.isSubsetOf(closure(size, from.without(attribute), dependencies)))
}

/**
 * What does not fit the relation, at the place where it is claimed: told only where the help level tells
 * verdicts.
 */
export function judgedFindings({ universe, relation, dependencies, keys, task }: ReadClaims): Finding[] {
  return [
    ...(task.isGiven
      ? []
      : dependencies
          .filter(({ dependency }) => !relation.implies(dependency))
          .map(({ dependency, place }) =>
            claimFinding('dependencies.surplus', 'dependencies', place, {
              written: dependencyInWords(universe, dependency),
            }),
          )),
    ...keys.flatMap(({ names, place }) => {
      const fault = keyFault(relation, universe.set(names))
      if (!fault) return []
      const key = names.join(', ')
      return [
        fault.kind === 'not unique'
          ? claimFinding('dependencies.key-not-unique', 'keys', place, {
              key,
              missing: listInWords(universe.list(fault.missing)),
            })
          : claimFinding('dependencies.key-not-minimal', 'keys', place, {
              key,
              attribute: listInWords(universe.list(fault.superfluous)),
            }),
      ]
    }),
  ]
}
