import type { Names } from '../param'

export type Form = 'UNF' | '1NF' | '2NF' | '3NF' | 'BCNF' | '4NF'

export const braces = (names: Names): string => `{${names.join(', ')}}`

export function formInWords(form: Form): string {
  if (form === 'UNF') return 'no normal form yet (several values in one cell)'
  if (form === 'BCNF') return 'Boyce-Codd normal form'
  return `${{ '1NF': 'first', '2NF': 'second', '3NF': 'third', '4NF': 'fourth' }[form]} normal form`
}

/** A dependency that breaks a form: as it is written, its sides, and what stands beside it. */
export type ViolationNames = {
  readonly form: Exclude<Form, 'UNF' | '1NF'>
  readonly dependency: string
  readonly left: Names
  readonly right: Names
  /** The key of which the left side is a part; of the second form only. */
  readonly key: Names
  /** What is on neither side; of the fourth form only. */
  readonly rest: Names
}

/** What a dependency breaks, and why. */
export function violationInWords({ form, dependency, left, right, key, rest }: ViolationNames): string {
  const begin = `${dependency} breaks ${formInWords(form)}`
  switch (form) {
    case '2NF':
      return `${begin}: ${braces(left)} is only a part of the key ${braces(key)}, and the right side stands in no key.`
    case '3NF':
      return `${begin}: ${braces(left)} is no key, and the right side stands in none.`
    case 'BCNF':
      return `${begin}: ${braces(left)} is no key. Third normal form lets it stand, since the right side is part of one.`
    case '4NF':
      return `${begin}: ${braces(left)} is no key, yet every ${right.join(', ')} that goes with it is combined with every ${rest.join(', ')}.`
  }
}
