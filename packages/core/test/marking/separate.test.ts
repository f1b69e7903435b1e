import { describe, expect, it } from 'vitest'
import { askSeparately, nextRuleNumber } from '../../src/marking'
import type { RuleEntry } from '../../src/rules'

const role = { entity: 'accession', role: 'trip' } as const
const RULES: readonly RuleEntry[] = [
  {
    id: 'r1',
    group: 'Accession',
    sentence: 'An accession has a number.',
    points: 1,
    rule: { kind: 'identifies', entity: 'accession', by: ['number'] },
  },
  {
    id: 'r7',
    group: 'Accession',
    sentence: 'An accession has exactly one trip.',
    points: 1,
    rule: { kind: 'atMostOne', ...role },
    and: [
      { kind: 'mustHave', entity: 'accession', path: 'trip' },
      { kind: 'refersTo', ...role },
    ],
  },
]

describe('asking the parts of a sentence separately', () => {
  it('puts an entry for each in its place; the points sum to what they were', () => {
    const separate = askSeparately(RULES, 'r7')
    expect(separate.map(({ id, rule, points }) => [id, rule.kind, points])).toEqual([
      ['r1', 'identifies', 1],
      ['r7', 'atMostOne', 0.334],
      ['r8', 'mustHave', 0.333],
      ['r9', 'refersTo', 0.333],
    ])
    expect(separate.every(({ and }) => and === undefined)).toBe(true)
    expect(separate[2]!.sentence).toBe('An accession has exactly one trip. (must have)')
  })

  it('leaves a sentence of one part with its points', () => {
    expect(askSeparately(RULES, 'r1')[0]).toMatchObject({ id: 'r1', points: 1 })
    expect(nextRuleNumber([])).toBe(1)
  })
})
