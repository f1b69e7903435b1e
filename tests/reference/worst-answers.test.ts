import { describe, expect, it } from 'vitest'
import { FAMILIES, mark } from '../../bench/worst'

/**
 * Answers that once took too long or made too much: whatever is handed in, what is told of it can be sent,
 * and each finding is told or counted. Times are the benchmarks'.
 */
const MOST_BYTES = 2_000_000

describe('what is told of the worst answers is bounded', () => {
  it.each(FAMILIES.map(family => [family.name, family] as const))('%s', (_, family) => {
    const { bytes, findings } = mark(family, family.sizes.at(-1)!)
    expect(bytes).toBeLessThan(MOST_BYTES)
    expect(findings).toBeGreaterThanOrEqual(0)
  })

  it('what is left out is counted', () => {
    const { findings } = mark(
      FAMILIES.find(({ name }) => name === 'typing errors')!,
      750,
    )
    expect(findings).toBe(750 * 6)
  })
})
