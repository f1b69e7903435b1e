import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readDependencies, Universe } from '../../src/dependencies'
import { shorten } from '../../src/language'
import { readRows } from '../../src/rows'
import { DIALECTS } from '../../src/schema'
import { reviewScript } from '../../src/sql'

/** Whether a text, or any text within a value, holds half of a sign that takes two code units. */
const hasHalfSign = (value: unknown): boolean =>
  /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/.test(
    JSON.stringify(value).replace(/\\u(d[89a-f][0-9a-f]{2})/gi, (_, code: string) =>
      String.fromCharCode(Number.parseInt(code, 16)),
    ),
  )

describe('signs of two code units', () => {
  it('shorten never cuts one in half, and keeps what is short', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', maxLength: 40 }),
        fc.integer({ min: 1, max: 30 }),
        (text, most) => {
          const short = shorten(text, most)
          expect(Array.from(short).length).toBeLessThanOrEqual(most)
          expect(hasHalfSign(short)).toBe(false)
          if (Array.from(text).length <= most) expect(short).toBe(text)
        },
      ),
    )
  })

  it.each(DIALECTS)('are whole in whatever is said of a script: %s', dialect => {
    const piece = fc.constantFrom(
      '--x',
      '😀',
      '😀😀😀',
      'CREATE TABLE ',
      't',
      '(',
      ')',
      ' integer',
      "'",
      '"',
      '`',
      '#',
      '/*',
      '\n',
      ';',
      'INSERT INTO t VALUES (',
      ', ',
      'REFERENCES ',
      '𝒜',
      'CHECK (',
      'x',
    )
    fc.assert(
      fc.property(
        fc.array(piece, { maxLength: 24 }),
        pieces => !hasHalfSign(reviewScript(pieces.join(''), { dialect })),
      ),
      { numRuns: 300 },
    )
  })

  it('are whole in what is said of dependencies and in names of columns', () => {
    expect(hasHalfSign(readDependencies(`${'x'.repeat(38)}😀😀😀`, new Universe(['a', 'b'])))).toBe(false)
    expect(hasHalfSign(readRows(`${'𝒜'.repeat(70)},b\n1,2\n`))).toBe(false)
  })

  it('a comment of MySQL without its blank is told whole', () => {
    const [finding] = reviewScript('--x😀😀😀😀😀😀😀\nCREATE TABLE t (a int PRIMARY KEY);', {
      dialect: 'mysql',
    }).findings
    expect(finding).toMatchObject({ code: 'syntax.other-dialect' })
    expect(hasHalfSign(finding)).toBe(false)
  })
})
