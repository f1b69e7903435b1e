import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { editDistance, nearest } from '../../src/language'

/** Optimal string alignment by its recurrence, without bounds (Boytsov 2011, from memory). */
function byRecurrence(a: string, b: string): number {
  const table = Array.from({ length: a.length + 1 }, (_, i) =>
    Array.from({ length: b.length + 1 }, (_, j) => {
      if (i === 0) return j
      if (j === 0) return i
      return 0
    }),
  )
  for (let i = 1; i <= a.length; i++) {
    for (let j = 1; j <= b.length; j++) {
      const replaced = table[i - 1]![j - 1]! + Number(a[i - 1] !== b[j - 1])
      const swapped =
        i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]
          ? table[i - 2]![j - 2]! + 1
          : Infinity
      table[i]![j] = Math.min(table[i - 1]![j]! + 1, table[i]![j - 1]! + 1, replaced, swapped)
    }
  }
  return table[a.length]![b.length]!
}

describe('near words', () => {
  const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 9 })
  it('their distance is that of the recurrence, and one more than the limit beyond it', () => {
    fc.assert(
      fc.property(word, word, fc.integer({ min: 0, max: 4 }), (a, b, limit) => {
        const distance = byRecurrence(a, b)
        expect(editDistance(a, b)).toBe(distance)
        expect(editDistance(a, b, limit)).toBe(Math.min(distance, limit + 1))
      }),
      { numRuns: 5000 },
    )
  })

  it('of long words as well', () => expect(editDistance('x'.repeat(500), `${'x'.repeat(499)}y`)).toBe(1))

  it.each([
    ['tirp', 'trip'],
    ['rtip', 'trip'],
    ['collecter', 'collector'],
    ['ollector', 'collector'],
    ['Collectro', 'collector'],
  ])('%s is meant for %s', (written, meant) => expect(nearest(written, ['garden', meant])).toBe(meant))

  it('is cut, not slow, among thousands of names', () => {
    const names = Array.from({ length: 5000 }, (_, i) => `table_${i}`)
    expect(nearest('tabel_4', names)).toBe('table_4')
    for (let i = 0; i < 5000; i++) nearest(`tabel_x${i}y`, names)
  })
})
