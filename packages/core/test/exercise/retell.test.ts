import { describe, expect, it } from 'vitest'
import { retold, type Retelling } from '../../src/exercise'

const TARN: Retelling = {
  world: 'Tarn',
  words: {
    'bell': 'hive',
    'bells': 'hives',
    'bell tower': 'shed',
    'OS': 'TA',
    'cast': 'built',
    'a (b)': 'c',
  },
}

describe('words of another world', () => {
  it.each([
    ['Bells hang; a bell was CAST.', 'Hives hang; a hive was CAST.'],
    ['CREATE TABLE bell (bell_no int, fk_bell int)', 'CREATE TABLE hive (hive_no int, fk_hive int)'],
    ['doorbell, bellow, Bell2', 'doorbell, bellow, Bell2'],
    ['A bell tower has bells.', 'A shed has hives.'],
    ['OS-17 and os', 'TA-17 and os'],
    ['Cast was a (b)', 'Built was c'],
  ])('%s', (text, wanted) => {
    expect(retold(text, TARN)).toBe(wanted)
  })

  it('stand in lists and in the names of samples as well, and never in what is the application’s own', () => {
    const document = {
      bell: ['bell', 3, null],
      kind: 'bell',
      rule: { form: 'bell', of: 'bell' },
      samples: { 'bell.kind': ['bell'] },
    }
    expect(retold(document, TARN)).toEqual({
      bell: ['hive', 3, null],
      kind: 'bell',
      rule: { form: 'bell', of: 'hive' },
      samples: { 'hive.kind': ['hive'] },
    })
  })

  it('are none where none are named', () => {
    expect(retold('a bell', { world: 'Here', words: {} })).toBe('a bell')
  })
})
