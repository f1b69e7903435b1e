import { violationInWords as inWords, type ViolationNames } from '../words'
import type { FormViolation } from './relation'
import type { Dependency, Multivalued, Universe } from './universe'

/** A dependency as it is written on a sheet. */
export function dependencyInWords(universe: Universe, dependency: Dependency | Multivalued): string {
  return `${universe.list(dependency.from).join(', ') || '∅'} ${'multi' in dependency ? '→→' : '→'} ${universe.list(dependency.to).join(', ') || '∅'}`
}

/** What a dependency breaks, and why, by the names that its sentence needs. */
export function violationNames(
  universe: Universe,
  { form, dependency: { from, to }, dependency, key }: FormViolation,
): ViolationNames {
  return {
    form,
    dependency: dependencyInWords(universe, dependency),
    left: universe.list(from),
    right: universe.list(to),
    key: key ? universe.list(key) : [],
    rest: universe.list(universe.all.minus(from).minus(to)),
  }
}

/** What a dependency breaks, and why. */
export function violationInWords(universe: Universe, violation: FormViolation): string {
  return inWords(violationNames(universe, violation))
}
