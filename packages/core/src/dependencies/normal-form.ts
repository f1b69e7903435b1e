import { AttributeSet } from './attribute-set'
import { candidateKeys, primeAttributes, type KeyOptions, type Keys } from './candidate-keys'
import { closure } from './closure'
import { minimalCover } from './minimal-cover'
import type { Dependency } from './universe'

export const NORMAL_FORMS = ['UNF', '1NF', '2NF', '3NF', 'BCNF'] as const
export type NormalForm = (typeof NORMAL_FORMS)[number]

export interface Violation {
  /** The lowest form that this dependency breaks. */
  readonly form: '2NF' | '3NF' | 'BCNF'
  readonly dependency: Dependency
  /** For 2NF: a key of which the left side is a proper part. */
  readonly key?: AttributeSet
}

export interface NormalFormResult {
  /** Undefined when the limit stopped the search for keys before the form was decided. */
  readonly form: NormalForm | undefined
  /** One per violating dependency, 2NF before 3NF before BCNF. */
  readonly violations: readonly Violation[]
  readonly keys: Keys
}

/**
 * The highest normal form up to BCNF over the implied dependencies, with its violations.
 *
 * BCNF and 3NF can be read from a minimal cover; 2NF needs the closure of every proper key part (a partial
 * dependency need not stand in the cover), found by dropping one attribute of a key at a time. Primality
 * needs all keys: *undecided* where a limit stopped them. Sources: Codd 1971 (2NF, 3NF), 1974 (BCNF); that a
 * cover suffices for 3NF and BCNF: Ullman, Principles of Database Systems.
 */
export function normalForm(
  size: number,
  dependencies: readonly Dependency[],
  options: KeyOptions & { nonAtomic?: boolean } = {},
): NormalFormResult {
  const keys = candidateKeys(size, dependencies, options)
  const { prime, undecided } = primeAttributes(size, keys)
  const all = AttributeSet.full(size)
  const { cover } = minimalCover(size, dependencies)
  const offending = cover.filter(({ from }) => !all.isSubsetOf(closure(size, from, dependencies)))
  const partial = partialDependencies(size, dependencies, keys, prime.union(undecided))
  const violations = [
    ...partial,
    ...offending
      .filter(
        ({ from, to }) => !partial.some(v => v.dependency.from.equals(from) && v.dependency.to.equals(to)),
      )
      .map((dependency): Violation =>
        prime.union(undecided).meets(dependency.to)
          ? { form: 'BCNF', dependency }
          : { form: '3NF', dependency },
      ),
  ].sort((a, b) => NORMAL_FORMS.indexOf(a.form) - NORMAL_FORMS.indexOf(b.form))
  return { form: formOf(options.nonAtomic ?? false, violations, keys.complete), violations, keys }
}

function formOf(
  nonAtomic: boolean,
  violations: readonly Violation[],
  complete: boolean,
): NormalForm | undefined {
  if (nonAtomic) return 'UNF'
  const lowest = violations[0]?.form
  if (lowest === '2NF') return '1NF'
  if (!lowest) return 'BCNF'
  if (!complete) return undefined
  return lowest === '3NF' ? '2NF' : '3NF'
}

/** For each non-prime attribute that a proper part of a key determines: a left-reduced such dependency. */
function partialDependencies(
  size: number,
  dependencies: readonly Dependency[],
  { keys }: Keys,
  mayBePrime: AttributeSet,
): Violation[] {
  const found = new Map<string, Violation>()
  for (const key of keys) {
    for (const left of key) {
      const part = key.without(left)
      for (const attribute of closure(size, part, dependencies).minus(part).minus(mayBePrime)) {
        const from = reduce(size, part, attribute, dependencies)
        const dependency = { from, to: AttributeSet.of(size, [attribute]) }
        found.set(`${from.key}>${attribute}`, { form: '2NF', dependency, key })
      }
    }
  }
  return [...found.values()]
}

function reduce(
  size: number,
  start: AttributeSet,
  goal: number,
  dependencies: readonly Dependency[],
): AttributeSet {
  let from = start
  for (const attribute of start) {
    const smaller = from.without(attribute)
    if (closure(size, smaller, dependencies).has(goal)) from = smaller
  }
  return from
}
