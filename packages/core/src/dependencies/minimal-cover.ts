import { AttributeSet } from './attribute-set'
import { closure, closureIgnoring } from './closure'
import type { Dependency } from './universe'

/**
 * What was taken away on the way to a minimal cover, and why. `dependency` is the position in the list that
 * was given.
 */
export type CoverStep =
  | { readonly kind: 'trivial'; readonly dependency: number; readonly attribute: number }
  | { readonly kind: 'superfluous-attribute'; readonly dependency: number; readonly attribute: number }
  | { readonly kind: 'redundant'; readonly dependency: number; readonly attribute: number }

interface Single {
  readonly source: number
  readonly attribute: number
  readonly from: AttributeSet
}

/**
 * A minimal (canonical) cover: equivalent dependencies with one attribute on the right, no superfluous
 * attribute on a left side and no redundant dependency; with a log of what was dropped. Order: that of the
 * input, then of the attributes. Time O(n²·size). Source: Maier, The Theory of Relational Databases, 1983,
 * section 5.
 */
export function minimalCover(
  size: number,
  dependencies: readonly Dependency[],
): { cover: Dependency[]; log: CoverStep[] } {
  const log: CoverStep[] = []
  const reduced = reduceLeft(size, dependencies, log)
  const cover = dropRedundant(size, reduced, log)
  return { cover: cover.map(single => toDependency(size, single)), log }
}

function toDependency(size: number, { from, attribute }: Single): Dependency {
  return { from, to: AttributeSet.of(size, [attribute]) }
}

function reduceLeft(size: number, dependencies: readonly Dependency[], log: CoverStep[]): Single[] {
  return dependencies.flatMap(({ from, to }, source) =>
    [...to].flatMap(attribute => {
      if (from.has(attribute)) {
        log.push({ kind: 'trivial', dependency: source, attribute })
        return []
      }
      let left = from
      for (const candidate of from) {
        const smaller = left.without(candidate)
        if (!closure(size, smaller, dependencies).has(attribute)) continue
        left = smaller
        log.push({ kind: 'superfluous-attribute', dependency: source, attribute: candidate })
      }
      return [{ source, attribute, from: left }]
    }),
  )
}

function dropRedundant(size: number, singles: readonly Single[], log: CoverStep[]): Single[] {
  const all = singles.map(single => toDependency(size, single))
  const gone = new Uint8Array(all.length)
  singles.forEach(({ from, attribute, source }, i) => {
    gone[i] = 1
    if (closureIgnoring(size, from, all, gone).has(attribute))
      log.push({ kind: 'redundant', dependency: source, attribute })
    else gone[i] = 0
  })
  return singles.filter((_, i) => gone[i] === 0)
}
