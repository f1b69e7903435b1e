import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isLike } from '../../src/sql/values/like'

/**
 * The definition (ISO/IEC 9075-2, like predicate; from memory): `%` is any string, `_` any one sign. By
 * trying every way.
 */
function byDefinition(text: readonly string[], pattern: string): boolean {
  if (pattern === '') return text.length === 0
  const [sign, rest] = [pattern[0]!, pattern.slice(1)]
  if (sign === '%')
    return byDefinition(text, rest) || (text.length > 0 && byDefinition(text.slice(1), pattern))
  return text.length > 0 && (sign === '_' || sign === text[0]) && byDefinition(text.slice(1), rest)
}

describe('LIKE', () => {
  it('is what the definition says, on small texts', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('a', 'b', '😀'), { maxLength: 6 }),
        fc.array(fc.constantFrom('a', 'b', '%', '_'), { maxLength: 6 }),
        (text, pattern) => {
          expect(isLike(text.join(''), pattern.join(''))).toBe(byDefinition(text, pattern.join('')))
        },
      ),
      { numRuns: 3000 },
    )
  })

  it.each([
    ['50%', '50\\%', true],
    ['50x', '50\\%', false],
    ['a_b', 'a\\_b', true],
    ['SKV-00417', 'SKV-_____', true],
    ['skv', 'SKV', false],
    ['', '%', true],
    ['', '', true],
    ['a', '', false],
    ['a\\', 'a\\', true],
  ])('%s LIKE %s: %s', (text, pattern, expected) => expect(isLike(text, pattern)).toBe(expected))

  it('ILIKE does not care about case', () => expect(isLike('Skarholm', 'SKAR%', true)).toBe(true))

  it('a pattern that a regular expression would try in every way is told at once', () => {
    expect(isLike('a'.repeat(2000), `${'%a'.repeat(500)}%b`)).toBe(false)
    expect(isLike(`${'a'.repeat(2000)}b`, `${'%a'.repeat(500)}%b`)).toBe(true)
  })
})
