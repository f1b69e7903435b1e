import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { agreementOf } from '@nomenklatura/core/marking'

const times = (n: number, ...pair: [string, string]): [string, string][] =>
  Array.from({ length: n }, () => pair)

describe('the agreement of two', () => {
  it('is what the textbook example has: 20 yes, 15 no, 5 and 10 apart give kappa 0.4', () => {
    // The usual worked example of two readers and fifty proposals (from memory).
    const found = agreementOf([
      ...times(20, 'yes', 'yes'),
      ...times(5, 'yes', 'no'),
      ...times(10, 'no', 'yes'),
      ...times(15, 'no', 'no'),
    ])
    expect(found).toMatchObject({ of: 50, alike: 35 })
    expect(found.kappa).toBeCloseTo(0.4, 10)
  })

  it('is 1 where all is alike, -1 where all is the other way round, and no figure where nothing differs', () => {
    expect(agreementOf([...times(2, 'a', 'a'), ...times(3, 'b', 'b')]).kappa).toBe(1)
    expect(agreementOf([...times(4, 'a', 'b'), ...times(4, 'b', 'a')]).kappa).toBe(-1)
    expect(agreementOf(times(7, 'a', 'a'))).toEqual({ of: 7, alike: 7, kappa: null })
    expect(agreementOf([])).toEqual({ of: 0, alike: 0, kappa: null })
  })

  const pairs = fc.array(
    fc.tuple(fc.constantFrom('upheld', 'broken', 'not shown'), fc.constantFrom('upheld', 'broken')),
  )
  it('is the same whoever is named first, and never over 1', () => {
    fc.assert(
      fc.property(pairs, judged => {
        const { kappa } = agreementOf(judged)
        const turned = agreementOf(judged.map(([a, b]) => [b, a] as const)).kappa
        expect(turned === null ? null : turned.toFixed(12)).toBe(kappa === null ? null : kappa.toFixed(12))
        if (kappa !== null) {
          expect(kappa).toBeLessThanOrEqual(1)
          expect(kappa).toBeGreaterThanOrEqual(-1)
        }
      }),
    )
  })
})
