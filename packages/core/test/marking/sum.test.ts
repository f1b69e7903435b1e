import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { GivenPoints, Policy } from '../../src/exercise'
import { accountInWords, isCellLine, points } from '../../src/marking'
import type { RuleEntry, Verdict } from '../../src/rules'
import type { Cell } from '../../src/sheets'

const POLICY: Policy = {
  tooStrict: 0.5,
  permissiveNeedsConstraint: false,
  consequencesCost: false,
  roundTo: 0,
}
const rule = (id: string, group: string, worth: number, more: Partial<RuleEntry> = {}): RuleEntry => ({
  id,
  group,
  sentence: `Sentence ${id}.`,
  points: worth,
  rule: { kind: 'mustHave', entity: 'accession', path: 'taxon' },
  ...more,
})
const RULES = [rule('r1', 'keys', 2), rule('r2', 'keys', 1), rule('r3', 'sizes', 3)]
const cells = (...verdicts: Verdict[]): Cell[] =>
  verdicts.map((verdict, i) => ({ rule: `r${i + 1}`, sheet: 'script', verdict, follows: null }))
const of = (policy: Partial<Policy>, verdicts: Verdict[], rules = RULES) => {
  const { got, open, of: all } = points(rules, cells(...verdicts), [], { ...POLICY, ...policy })
  return [got, open, all]
}
const [UP, BROKEN, STRICT, OPEN] = ['upheld', 'broken', 'too strict', 'cannot tell'] as const

describe('a group of rules', () => {
  const whole: Partial<Policy> = { groups: [{ group: 'keys', kind: 'all or nothing' }] }
  it.each([
    ['all upheld gives all', [UP, UP, UP], [6000, 0, 6000]],
    ['one broken gives nothing', [UP, BROKEN, UP], [3000, 0, 6000]],
    ['too strict is a mistake as well', [STRICT, UP, UP], [3000, 0, 6000]],
    ['what is open may still give all', [UP, OPEN, UP], [3000, 3000, 6000]],
    ['beside a mistake what is open gives nothing more', [BROKEN, OPEN, UP], [3000, 0, 6000]],
    ['the other groups are as they were', [UP, UP, STRICT], [4500, 0, 6000]],
  ] as const)('all or nothing: %s', (_, verdicts, expected) => {
    expect(of(whole, [...verdicts])).toEqual(expected)
  })

  const off: Partial<Policy> = { groups: [{ group: 'keys', kind: 'per mistake', off: 0.75, floor: 1 }] }
  it.each([
    ['none costs nothing', [UP, UP, UP], [6000, 0, 6000]],
    ['one costs so much', [BROKEN, UP, UP], [5250, 0, 6000]],
    ['too strict costs as much', [UP, STRICT, UP], [5250, 0, 6000]],
    ['two cost twice', [BROKEN, BROKEN, UP], [4500, 0, 6000]],
    ['what is open counts as a mistake until it is none', [BROKEN, OPEN, UP], [4500, 750, 6000]],
  ] as const)('per mistake: %s', (_, verdicts, expected) => {
    expect(of(off, [...verdicts])).toEqual(expected)
  })
  it('per mistake: down to the floor, which is never over what the group is worth', () => {
    expect(
      of({ groups: [{ group: 'keys', kind: 'per mistake', off: 5, floor: 1 }] }, [BROKEN, UP, UP]),
    ).toEqual([4000, 0, 6000])
    expect(
      of({ groups: [{ group: 'keys', kind: 'per mistake', off: 5, floor: 9 }] }, [BROKEN, UP, UP]),
    ).toEqual([6000, 0, 6000])
  })
})

describe('what a person gives', () => {
  const criteria: Policy['criteria'] = [
    { id: 'c1', sentence: 'Names are easy to read.', points: 2 },
    { id: 'c2', sentence: 'Has an index.', points: 1, bonus: true },
  ]
  const given = (...all: [string, number, string?][]): GivenPoints[] =>
    all.map(([criterion, thousandths, reason = '']) => ({ criterion, thousandths, reason }))
  it('is open until it is judged; a bonus is none until it is given', () => {
    expect(of({ criteria }, [UP, UP, UP])).toEqual([6000, 2000, 8000])
    expect(of({ criteria, given: given(['c1', 1500]) }, [UP, UP, UP])).toEqual([7500, 0, 8000])
    expect(of({ criteria, given: given(['c1', 2000], ['c2', 1000]) }, [UP, UP, UP])).toEqual([9000, 0, 8000])
  })
  it('is given freely, or taken down to nothing', () => {
    expect(of({ given: given(['extra', 500, 'Drawn well.']) }, [UP, UP, BROKEN])).toEqual([3500, 0, 6000])
    expect(of({ given: given(['extra', -9000, 'Not their own.']) }, [UP, UP, BROKEN])).toEqual([0, 0, 6000])
  })
  it('stands in the account with what was said', () => {
    const all = points(RULES, cells(UP, UP, UP), [], {
      ...POLICY,
      criteria,
      given: given(['c1', 1500, 'Some are short.'], ['extra', 250, 'Early.']),
    })
    expect(accountInWords(all, RULES)).toEqual([
      '8 to begin with',
      'less 0.5, judged by hand: Names are easy to read. Some are short.',
      '0.25 more, given by hand: Early.',
      '7.75',
    ])
  })
})

describe('bonus and cap', () => {
  const rules = [...RULES, rule('r4', 'more', 2, { bonus: true })]
  it('a bonus adds to what is got and not to what can be lost', () => {
    expect(of({}, [UP, UP, UP, UP], rules)).toEqual([8000, 0, 6000])
    expect(of({}, [UP, UP, UP, BROKEN], rules)).toEqual([6000, 0, 6000])
    expect(of({}, [UP, UP, BROKEN, STRICT], rules)).toEqual([4000, 0, 6000])
    expect(of({}, [UP, UP, UP, OPEN], rules)).toEqual([6000, 2000, 6000])
  })
  it('the cap is the most, of what is open too; lateness is taken off what is left', () => {
    expect(of({ cap: 7 }, [UP, UP, UP, UP], rules)).toEqual([7000, 0, 6000])
    expect(of({ cap: 7 }, [UP, UP, UP, OPEN], rules)).toEqual([6000, 1000, 6000])
    expect(of({ cap: 7, lateLoss: 10 }, [UP, UP, UP, UP], rules)).toEqual([6300, 0, 6000])
    expect(of({ cap: 4 }, [UP, UP, UP, UP], rules)).toEqual([4000, 0, 6000])
  })
  it('rounding gives nobody more than can be got', () => {
    const odd = [rule('r1', 'keys', 10.25)]
    expect(of({ roundTo: 0.5 }, [UP], odd)).toEqual([10_250, 0, 10_250])
    expect(of({ roundTo: 0.5 }, [UP, UP, UP, UP], [...RULES, rule('r4', 'x', 0.3, { bonus: true })])).toEqual(
      [6300, 0, 6000],
    )
  })
})

describe('any sheet under any policy', () => {
  const verdict = fc.constantFrom<Verdict>('upheld', 'broken', 'too strict', 'not shown', 'cannot tell')
  const policies = fc.record({
    groups: fc.constantFrom<Policy['groups']>(
      undefined,
      [{ group: 'keys', kind: 'all or nothing' }],
      [{ group: 'keys', kind: 'per mistake', off: 0.5, floor: 0.5 }],
    ),
    criteria: fc.constantFrom<Policy['criteria']>(undefined, [
      { id: 'c1', sentence: 'a', points: 2 },
      { id: 'c2', sentence: 'b', points: 1, bonus: true },
    ]),
    cap: fc.constantFrom(null, 3, 7),
    given: fc.subarray<GivenPoints>([
      { criterion: 'c1', thousandths: 1250, reason: 'x' },
      { criterion: 'c2', thousandths: 1000, reason: '' },
      { criterion: 'extra', thousandths: -700, reason: 'y' },
    ]),
  })
  const bonus = [...RULES, rule('r4', 'keys', 1, { bonus: true })]

  it('its lines lead from what one begins with to what is left', () => {
    fc.assert(
      fc.property(fc.array(verdict, { minLength: 4, maxLength: 4 }), policies, (verdicts, policy) => {
        const all = points(bonus, cells(...verdicts), [], { ...POLICY, ...policy })
        const isOpenBonus = (line: (typeof all.account)[number]): boolean =>
          isCellLine(line) && line.rule === 'r4'
        const lost = all.account
          .filter(line => !isOpenBonus(line))
          .reduce((sum, { thousandths }) => sum + thousandths, 0)
        expect(all.of - lost).toBe(all.got)
        expect(all.got).toBeGreaterThanOrEqual(0)
        expect(all.open).toBeGreaterThanOrEqual(0)
      }),
    )
  })

  it('a verdict that is better never gives less', () => {
    fc.assert(
      fc.property(
        fc.array(verdict, { minLength: 4, maxLength: 4 }),
        policies,
        fc.nat(3),
        (verdicts, policy, at) => {
          const better = verdicts.with(at, 'upheld')
          const got = (list: Verdict[]): number =>
            points(bonus, cells(...list), [], { ...POLICY, ...policy }).got
          expect(got(better)).toBeGreaterThanOrEqual(got(verdicts))
        },
      ),
    )
  })
})
