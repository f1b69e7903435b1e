import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyExercise, prepareExercise } from '../../src/exercise'
import { fitsMask } from '../../src/rows'
import { rulesOfSize, sizeFromWords, misfits, fittingValues } from '../../src/rules'

const { world } = prepareExercise({
  ...emptyExercise('Boats'),
  models: [
    {
      name: 'm',
      script: `CREATE TABLE berth (berth_no smallint PRIMARY KEY, grid_reference char(12) NOT NULL);
        CREATE TABLE boat (sail_no char(7) PRIMARY KEY, berth_no smallint REFERENCES berth);`,
    },
  ],
})

describe('the form of a text, from words', () => {
  it.each([
    ['five digits, a space, six digits', '99999 999999'],
    ['A grid reference is five digits, a space and six digits.', '99999 999999'],
    ['two capital letters, a hyphen and four digits', 'AA-9999'],
    ['2 letters followed by 3 small letters', 'AAaaa'],
    ['one letter, then 10 digits', 'A9999999999'],
    ['a code of twelve characters', 'XXXXXXXXXXXX'],
    ['four figures, a full stop, two figures', '9999.99'],
  ])('%s', (words, mask) => {
    expect(sizeFromWords(words)).toEqual({ mask, upTo: false })
  })

  it('may say the most alone', () => {
    expect(sizeFromWords('a name of up to 40 characters')).toEqual({ mask: 'X'.repeat(40), upTo: true })
    expect(sizeFromWords('at most three letters')).toEqual({ mask: 'AAA', upTo: true })
  })

  it.each([
    'A bay has drawers.',
    'It is worth 4 points.',
    'Digits and letters are kept as they are.',
    'There are two boats and a hyphen.',
    'a name of 900 characters',
  ])('is not said by: %s', words => {
    expect(sizeFromWords(words)).toBeUndefined()
  })

  it('gives values that fit, and others that do not', () => {
    const sign = fc.constantFrom('9', 'A', 'a', 'X', '-', ' ', '.')
    fc.assert(
      fc.property(fc.array(sign, { minLength: 1, maxLength: 12 }), signs => {
        const mask = signs.join('')
        fc.pre(/[Aa9X]/.test(mask))
        const size = { mask, upTo: false }
        for (const value of fittingValues(size, 3)) expect(fitsMask(value, mask), value).toBe(true)
        for (const value of misfits(size)) expect(fitsMask(value, mask), value).toBe(false)
      }),
    )
  })
})

describe('rules of a form', () => {
  it('are about the fact that is named, with samples of it', () => {
    const found = rulesOfSize(
      world,
      'The sail number of a boat has two capital letters, a hyphen and four digits',
    )
    expect(found?.element).toBe('boat.sail_no')
    expect(found?.samples).toHaveLength(2)
    expect(found?.rules.map(({ kind }) => kind)).toEqual(['stores', 'refusesValue', 'refusesValue'])
    expect(found?.rules[0]).toMatchObject({ entity: 'boat', attribute: 'sail_no', values: found?.samples })
    expect(rulesOfSize(world, 'Its grid reference: five digits, a space, six digits')?.element).toBe(
      'berth.grid_reference',
    )
  })

  it('are not made where no form or no fact is named', () => {
    expect(rulesOfSize(world, 'A boat has a sail number')).toBeUndefined()
    expect(rulesOfSize(world, 'Its colour is told by four letters')).toBeUndefined()
  })
})
