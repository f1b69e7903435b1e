import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { correlation, distribution, fallingTogether, itemFigures } from '@nomenklatura/core/marking'

describe('figures of a class', () => {
  it('marks are spread over ten parts of the whole; who has all is in the last', () => {
    const hands = [0, 9.99, 10, 55, 99.9, 100].map(got => ({ got, of: 100 }))
    expect(distribution(hands)).toEqual([2, 1, 0, 0, 0, 1, 0, 0, 0, 2])
    expect(distribution([{ got: 0, of: 0 }])).toEqual([1, 0, 0, 0, 0, 0, 0, 0, 0, 0])
    fc.assert(
      fc.property(fc.array(fc.record({ got: fc.double({ noNaN: true }), of: fc.nat() })), all => {
        expect(distribution(all).reduce((a, b) => a + b, 0)).toBe(all.length)
      }),
    )
  })

  it('an item that strong answers keep and weak ones lose tells them apart; one that all keep tells nothing', () => {
    const hands = [
      { got: 3, of: 3, shares: { a: 1, b: 1, c: 1 } },
      { got: 2, of: 3, shares: { a: 1, b: 0, c: 1 } },
      { got: 1, of: 3, shares: { a: 0, b: 0, c: 1 } },
      { got: 2, of: 3, shares: { a: 0, b: 1, c: 1 } },
    ]
    const { a, c } = itemFigures(hands)
    expect(a!.facility).toBe(0.5)
    expect(c).toEqual({ facility: 1, discrimination: null })
    const apart = itemFigures([
      { got: 3, of: 3, shares: { a: 1, b: 1, c: 1 } },
      { got: 0, of: 3, shares: { a: 0, b: 0, c: 0 } },
    ])
    expect(apart['a']!.discrimination).toBeCloseTo(1)
  })

  // Deviations −2 −1 0 1 2 and −2 0 1 0 1: products sum to 6, squares to 10 and 6. Reckoned by hand.
  it('correlation is Pearson’s: (1,2), (2,4), (3,5), (4,4), (5,5) have 6 / √60', () => {
    expect(correlation([1, 2, 3, 4, 5], [2, 4, 5, 4, 5])).toBeCloseTo(6 / Math.sqrt(60), 12)
    expect(correlation([0.1, 0.1, 0.1], [1, 2, 3])).toBe(null)
  })

  it('correlation lies between -1 and 1, is the same either way, and does not mind the scale', () => {
    const pairs = fc.array(fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 })), {
      minLength: 2,
      maxLength: 30,
    })
    fc.assert(
      fc.property(pairs, all => {
        const [a, b] = [all.map(([x]) => x), all.map(([, y]) => y)]
        const r = correlation(a, b)
        if (r === null) return
        expect(Math.abs(r)).toBeLessThanOrEqual(1)
        expect(correlation(b, a)).toBeCloseTo(r, 9)
        expect(
          correlation(
            a.map(x => 3 * x + 7),
            b,
          ),
        ).toBeCloseTo(r, 9)
      }),
    )
  })

  it('items that the same hand-ins lose fall together, where two and more lose them', () => {
    const lose = (...lost: string[]) => ({
      got: 0,
      of: 5,
      shares: Object.fromEntries(['a', 'b', 'c', 'd', 'e'].map(item => [item, lost.includes(item) ? 0 : 1])),
    })
    const hands = [lose('a', 'b'), lose('a', 'b', 'c'), lose('d', 'e'), lose()]
    expect(fallingTogether(hands)).toEqual([['a', 'b']])
    expect(fallingTogether(hands, 1)).toEqual([
      ['a', 'b'],
      ['d', 'e'],
    ])
  })
})
