import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PLAIN_SCHEME, courseMark, type CourseScheme, type ExerciseShare } from '../../src/marking'

const of = (...shares: number[]): ExerciseShare[] =>
  shares.map((share, i) => ({ exerciseId: `e${i + 1}`, share }))

describe('the mark of a course', () => {
  it.each<[string, ExerciseShare[], Partial<CourseScheme>, number | null]>([
    ['is the mean where nothing is said', of(1, 0.5, 0), {}, 50],
    ['by weight', of(1, 0.5), { weights: { e1: 3 } }, 87.5],
    ['without what weighs nothing', of(1, 0), { weights: { e2: 0 } }, 100],
    ['of the best two', of(0.2, 0.8, 0.6), { best: 2 }, 70],
    ['of the best, where more are asked than there are', of(0.5), { best: 9 }, 50],
    ['of equal shares the heavier counts', of(0.5, 0.5, 1), { best: 2, weights: { e2: 3 } }, 62.5],
    ['is to a hundredth', of(1, 0, 0), {}, 33.33],
    ['is none where nothing counts', of(1), { weights: { e1: 0 } }, null],
    ['is none without exercises', [], {}, null],
  ])('%s', (_, shares, scheme, percent) => {
    expect(courseMark(shares, { ...PLAIN_SCHEME, ...scheme }).percent).toBe(percent)
  })

  it('has the highest grade that is reached, however the scale is ordered', () => {
    const scale = [
      { from: 50, grade: 'pass' },
      { from: 90, grade: 'with honour' },
      { from: 70, grade: 'good' },
    ]
    const grade = (share: number) => courseMark(of(share), { ...PLAIN_SCHEME, scale }).grade
    expect([0.49, 0.5, 0.6999, 0.7, 0.9, 1].map(grade)).toEqual([
      null,
      'pass',
      'pass',
      'good',
      'with honour',
      'with honour',
    ])
  })

  const share = fc.integer({ min: 0, max: 100 }).map(n => n / 100)
  it('of the best n is that of those n of all choices whose shares are largest', () => {
    fc.assert(
      fc.property(
        fc.array(share, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 6 }),
        (all, best) => {
          const { percent } = courseMark(of(...all), { ...PLAIN_SCHEME, best })
          const n = Math.min(best, all.length)
          const choices = Array.from({ length: 2 ** all.length }, (_, bits) =>
            all.filter((_, i) => bits & (1 << i)),
          )
            .filter(choice => choice.length === n)
            .map(choice => Math.round((choice.reduce((a, b) => a + b, 0) / n) * 10_000) / 100)
          expect(percent).toBe(Math.max(...choices))
        },
      ),
    )
  })

  it('never falls when a share rises', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(share, fc.integer({ min: 0, max: 5 })), { minLength: 1, maxLength: 6 }),
        fc.nat(5),
        share,
        (all, at, more) => {
          const place = at % all.length
          const scheme = {
            ...PLAIN_SCHEME,
            weights: Object.fromEntries(all.map(([, weight], i) => [`e${i + 1}`, weight])),
          }
          const before = courseMark(of(...all.map(([one]) => one)), scheme).percent ?? 0
          const raised = all.map(([one], i) => (i === place ? Math.max(one, more) : one))
          expect(courseMark(of(...raised), scheme).percent ?? 0).toBeGreaterThanOrEqual(before)
        },
      ),
    )
  })
})
