import type { Dependency, Multivalued, Universe } from '../dependencies'

/** "a, b and c"; empty for none. */
export function list(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}

export const braces = (names: readonly string[]): string => `{${names.join(', ')}}`

/** A dependency as it is written on the sheet. */
export function dependencyInWords(universe: Universe, dependency: Dependency | Multivalued): string {
  return `${universe.list(dependency.from).join(', ') || '∅'} ${'multi' in dependency ? '→→' : '→'} ${universe.list(dependency.to).join(', ') || '∅'}`
}
