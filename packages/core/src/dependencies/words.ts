import type { FormViolation, RelationForm } from './relation'
import type { Dependency, Multivalued, Universe } from './universe'

export const braces = (names: readonly string[]): string => `{${names.join(', ')}}`

/** A dependency as it is written on a sheet. */
export function dependencyInWords(universe: Universe, dependency: Dependency | Multivalued): string {
  return `${universe.list(dependency.from).join(', ') || '∅'} ${'multi' in dependency ? '→→' : '→'} ${universe.list(dependency.to).join(', ') || '∅'}`
}

export function formInWords(form: RelationForm): string {
  if (form === 'UNF') return 'no normal form yet (several values in one cell)'
  if (form === 'BCNF') return 'Boyce-Codd normal form'
  return `${{ '1NF': 'first', '2NF': 'second', '3NF': 'third', '4NF': 'fourth' }[form]} normal form`
}

/** What a dependency breaks, and why. */
export function violationInWords(universe: Universe, { form, dependency, key }: FormViolation): string {
  const words = dependencyInWords(universe, dependency)
  const left = braces(universe.list(dependency.from))
  switch (form) {
    case '2NF':
      return `${words} breaks second normal form: ${left} is only a part of the key ${braces(key ? universe.list(key) : [])}, and the right side stands in no key.`
    case '3NF':
      return `${words} breaks third normal form: ${left} is no key, and the right side stands in none.`
    case 'BCNF':
      return `${words} breaks Boyce-Codd normal form: ${left} is no key. Third normal form lets it stand, since the right side is part of one.`
    case '4NF': {
      const rest = universe.list(universe.all.minus(dependency.from).minus(dependency.to)).join(', ')
      return `${words} breaks fourth normal form: ${left} is no key, yet every ${universe.list(dependency.to).join(', ')} that goes with it is combined with every ${rest}.`
    }
  }
}
