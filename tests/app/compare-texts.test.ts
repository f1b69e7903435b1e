import fc from 'fast-check'
import { expect, it } from 'vitest'
import { compareTexts } from '../../app/utils/compare-texts'

it('tells lines of then, of now and of both, in their order', () => {
  expect(compareTexts('a\nb\nc', 'a\nx\nc\n')).toEqual([
    { is: 'both', text: 'a' },
    { is: 'then', text: 'b' },
    { is: 'now', text: 'x' },
    { is: 'both', text: 'c' },
  ])
  expect(compareTexts('', 'a')).toEqual([{ is: 'now', text: 'a' }])
  expect(compareTexts('', '')).toEqual([])
})

it('loses no line of either', () => {
  const text = fc.array(fc.constantFrom('a', 'b', 'c', ''), { minLength: 1, maxLength: 8 })
  fc.assert(
    fc.property(text, text, (then, now) => {
      const lines = compareTexts(`${then.join('\n')}\n`, `${now.join('\n')}\n`)
      expect(lines.filter(({ is }) => is !== 'now').map(line => line.text)).toEqual(then)
      expect(lines.filter(({ is }) => is !== 'then').map(line => line.text)).toEqual(now)
    }),
  )
})
