import { describe, expect, it } from 'vitest'
import type { Policy } from '../../src/exercise'
import type { Cell } from '../../src/sheets'
import { accountInWords, points, pointsOfCell, type Override } from '../../src/marking'
import type { Rule, RuleEntry, Verdict } from '../../src/rules'

const POLICY: Policy = {
  tooStrict: 0.5,
  permissiveNeedsConstraint: true,
  consequencesCost: false,
  roundTo: 0,
}
const entry = (id: string, rule: Rule, worth = 1): RuleEntry => ({
  id,
  group: 'g',
  sentence: `Sentence ${id}.`,
  points: worth,
  rule,
})
const cell = (rule: string, verdict: Verdict, follows: string | null = null): Cell => ({
  rule,
  sheet: 'script',
  verdict,
  follows,
})

const AT_MOST = entry('r1', { kind: 'atMostOne', entity: 'accession', role: 'trip' }, 2)
const MANY = entry('r2', { kind: 'manyAllowed', entity: 'accession', role: 'trip' })
const MUST = entry('r3', { kind: 'mustHave', entity: 'accession', path: 'taxon' }, 3)
const RULES = [AT_MOST, MANY, MUST]
const got = (
  cells: readonly Cell[],
  policy: Partial<Policy> = {},
  overrides: readonly Override[] = [],
): number => points(RULES, cells, overrides, { ...POLICY, ...policy }).got

describe('points', () => {
  it.each([
    ['upheld keeps all', 'upheld', 6000],
    ['broken loses all', 'broken', 3000],
    ['too strict keeps half', 'too strict', 4500],
    ['not shown loses all', 'not shown', 3000],
  ] as const)('%s', (_, verdict, expected) => {
    expect(got([cell('r1', 'upheld'), cell('r2', 'upheld'), cell('r3', verdict)])).toBe(expected)
  })

  it('cannot tell is open: it costs nothing and gives nothing until decided', () => {
    const {
      got: certain,
      open,
      of,
    } = points(RULES, [cell('r1', 'upheld'), cell('r2', 'upheld'), cell('r3', 'cannot tell')], [], POLICY)
    expect([certain, open, of]).toEqual([3000, 3000, 6000])
  })

  it('of a rule in two sheets each has its share; the cells of a rule give the rule, the rules the whole', () => {
    const cells: Cell[] = [
      cell('r1', 'upheld'),
      { ...cell('r1', 'broken'), sheet: 'diagram' },
      cell('r2', 'cannot tell'),
      { ...cell('r3', 'too strict'), sheet: 'diagram' },
      cell('r3', 'upheld'),
    ]
    const all = points(RULES, cells, [], POLICY)
    expect(pointsOfCell(all, { rule: 'r1', sheet: 'diagram' })).toEqual({ got: 0, open: 0, of: 1000 })
    expect(pointsOfCell(all, { rule: 'r3', sheet: 'diagram' })).toEqual({ got: 750, open: 0, of: 1500 })
    for (const part of ['got', 'open', 'of'] as const) {
      const sum = (sums: readonly { got: number; open: number; of: number }[]): number =>
        sums.reduce((total, one) => total + one[part], 0)
      expect(sum(Object.values(all.byRule))).toBe(all[part])
      expect(sum(Object.values(all.byCell!))).toBe(all[part])
    }
    // What was told before the shares of cells were kept.
    const { byCell: _, ...old } = all
    expect(pointsOfCell(old, { rule: 'r1', sheet: 'script' })).toEqual(all.byRule['r1'])
  })

  it('what follows from another mistake keeps its points, unless the instructor wants otherwise', () => {
    const cells = [cell('r1', 'broken'), cell('r2', 'upheld'), cell('r3', 'broken', 'r1')]
    expect(got(cells, { permissiveNeedsConstraint: false })).toBe(4000)
    expect(got(cells, { permissiveNeedsConstraint: false, consequencesCost: true })).toBe(1000)
  })

  it('a permission counts only beside a demand about the same that is upheld', () => {
    expect(got([cell('r1', 'broken'), cell('r2', 'upheld'), cell('r3', 'upheld')])).toBe(3000)
    expect(
      got([cell('r1', 'broken'), cell('r2', 'upheld'), cell('r3', 'upheld')], {
        permissiveNeedsConstraint: false,
      }),
    ).toBe(4000)
    expect(got([cell('r1', 'upheld'), cell('r2', 'upheld'), cell('r3', 'upheld')])).toBe(6000)
  })

  it('a decision by hand replaces the verdict and is followed by nothing', () => {
    const override: Override = { rule: 'r3', sheet: 'script', verdict: 'upheld', reason: 'As agreed.' }
    expect(got([cell('r1', 'upheld'), cell('r2', 'upheld'), cell('r3', 'cannot tell')], {}, [override])).toBe(
      6000,
    )
  })

  it('a rule that is switched off, or has no cell, drops out of the total', () => {
    const { of } = points(
      [{ ...AT_MOST, off: true }, MANY, MUST],
      [cell('r1', 'broken'), cell('r3', 'upheld')],
      [],
      POLICY,
    )
    expect(of).toBe(3000)
  })

  it('lateness is taken off before the sum is rounded, half up and once', () => {
    const all = [cell('r1', 'upheld'), cell('r2', 'upheld'), cell('r3', 'upheld')]
    expect(got(all, { lateLoss: 10 })).toBe(5400)
    expect(got(all, { lateLoss: 10, roundTo: 0.5 })).toBe(5500)
    expect(got(all, { lateLoss: 10, roundTo: 1 })).toBe(5000)
    expect(
      got([cell('r1', 'too strict'), cell('r2', 'broken'), cell('r3', 'too strict')], { roundTo: 1 }),
    ).toBe(3000)
  })

  it('thirds and tenths do not drift', () => {
    const many = Array.from({ length: 30 }, (_, i) =>
      entry(`r${i}`, { kind: 'mustHave', entity: 'e', path: `a${i}` }, 0.1),
    )
    expect(
      points(
        many,
        many.map(({ id }) => cell(id, 'upheld')),
        [],
        POLICY,
      ).got,
    ).toBe(3000)
  })

  it('the account says where each point went and ends with what is left', () => {
    const result = points(
      RULES,
      [cell('r1', 'broken'), cell('r2', 'upheld'), cell('r3', 'cannot tell')],
      [],
      POLICY,
    )
    expect(accountInWords(result, RULES)).toEqual([
      '6 to begin with',
      'less 2, rule 1, script, broken: Sentence r1.',
      'less 1, rule 2, script, counts only beside a rule that demands something of the same: Sentence r2.',
      '3 open, rule 3, script, to be decided: Sentence r3.',
      '0, and 3 more if all open points are given',
    ])
  })
})
