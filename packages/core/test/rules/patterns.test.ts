import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checksOn, reviewScript } from '../../src/sql'

/** CHECKs by regular expression; that PostgreSQL agrees is tested in tests/server/check-values.test.ts. */
const outcome = (pattern: string, value: string | null): string => {
  const { schema } = reviewScript(`CREATE TABLE t (c text CHECK (c ~ '${pattern.replaceAll("'", "''")}'));`)
  return checksOn(schema.tables[0]!, 'c', value).outcome
}

describe('a pattern', () => {
  it.each([
    ['^[A-Z]{3}-[0-9]{5}$', 'SKV-00417', 'SKV-0417'],
    ['^\\d{3}$', '007', '7'],
    ['^[A-Za-z ]+$', 'Silene pallida', 'Silene 2'],
    ['^a?b$', 'b', 'aab'],
    ['^N\\.\\d{1,2}$', 'N.12', 'N12'],
    ['^[^0-9]{4}$', 'ALVA', 'ALV4'],
    ['\\d', 'x1', 'x'],
  ])('%s admits %s and refuses %s', (pattern, good, bad) => {
    expect([outcome(pattern, good), outcome(pattern, bad), outcome(pattern, null)]).toEqual([
      'passes',
      'refuses',
      'passes',
    ])
  })

  it.each([
    '^(a|b)$',
    '^(a+)+$',
    '^.*$',
    'a|b',
    '^[[:upper:]]$',
    '(?i)abc',
    '^\\w+$',
    '[a-z]{0,99}'.repeat(4),
    'a?'.repeat(30),
    'a*b*c*d*',
  ])('%s is not judged', pattern => {
    expect(outcome(pattern, 'abc')).toBe('unknown')
  })

  it('whatever it is, the answer comes', () => {
    fc.assert(
      fc.property(
        fc.string({
          unit: fc.constantFrom(
            'a',
            'b',
            '[',
            ']',
            '{',
            '}',
            '1',
            ',',
            '+',
            '*',
            '?',
            '\\',
            '^',
            '$',
            '-',
            '.',
            '(',
            ')',
          ),
          maxLength: 60,
        }),
        fc.string({ unit: fc.constantFrom('a', 'b', '1'), maxLength: 40 }),
        (pattern, value) => {
          expect(['passes', 'refuses', 'unknown']).toContain(outcome(pattern, value))
        },
      ),
      { numRuns: 1500 },
    )
  })
})
