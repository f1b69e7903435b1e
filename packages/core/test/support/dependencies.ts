import fc from 'fast-check'
import { Universe, type AttributeSet, type Dependency } from '../../src/dependencies'

/** The little language of these tests: single letters are attributes, `AB->C D` a dependency. */
export const letters = new Universe([...'ABCDEFGHIJ'])
export const set = (names: string): AttributeSet => letters.set(names)
export const fd = (text: string): Dependency => {
  const [from = '', to = ''] = text.split('->')
  return letters.dependency(from.trim(), to.trim())
}

export const SIZE = 5
export const small = new Universe([...'ABCDE'])

export const aSet = (): fc.Arbitrary<AttributeSet> => fc.subarray([...'ABCDE']).map(names => small.set(names))
export const fds = (): fc.Arbitrary<Dependency[]> =>
  fc.array(fc.record({ from: aSet(), to: aSet() }), { maxLength: 6 })

/** All 32 subsets of the small universe. */
export const subsets: readonly AttributeSet[] = Array.from({ length: 1 << SIZE }, (_, bits) =>
  small.set([...'ABCDE'].filter((__, i) => (bits >> i) & 1)),
)

/** Closure by its definition: apply dependencies until nothing changes. */
export function closureByDefinition(start: AttributeSet, dependencies: readonly Dependency[]): AttributeSet {
  let reached = start
  for (let before: AttributeSet | undefined; !before?.equals(reached);) {
    before = reached
    for (const { from, to } of dependencies) if (from.isSubsetOf(reached)) reached = reached.union(to)
  }
  return reached
}

/**
 * Whether the parts join without loss under functional dependencies alone, by the textbook's tableau: equate
 * until nothing changes, look for a row of zeros.
 */
export function losslessByTableau(
  parts: readonly AttributeSet[],
  dependencies: readonly Dependency[],
): boolean {
  const rows = parts.map((part, r) => Array.from({ length: SIZE }, (_, at) => (part.has(at) ? 0 : r + 1)))
  for (let changed = true; changed;) {
    changed = false
    for (const { from, to } of dependencies)
      for (const a of rows)
        for (const b of rows) {
          if (![...from].every(at => a[at] === b[at])) continue
          for (const at of to) {
            const [least, most] = [Math.min(a[at]!, b[at]!), Math.max(a[at]!, b[at]!)]
            if (least === most) continue
            for (const row of rows) if (row[at] === most) row[at] = least
            changed = true
          }
        }
  }
  return rows.some(row => row.every(symbol => symbol === 0))
}
