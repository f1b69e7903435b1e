import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  CaseMarks,
  MARK_KINDS,
  NO_MARKS,
  mayBeMarked,
  nameOfPhrase,
  parseCaseMarks,
  readableCaseMarks,
  withMark,
  withoutMark,
} from '../../src/exercise'

describe('marks in a case', () => {
  it.each([
    ['the partner gardens', 'entity', 'partner garden'],
    ['Each garden', 'entity', 'garden'],
    ['several boxes', 'entity', 'box'],
    ['dispatches', 'entity', 'dispatch'],
    ['any of its journeys,', 'entity', 'journey'],
    ['taxon', 'entity', 'taxon'],
    ['glass', 'entity', 'glass'],
    ['batteries', 'entity', 'battery'],
    ['a name', 'fact', 'name'],
    ['the number of seeds', 'fact', 'number of seeds'],
    ['“postal\n address”', 'fact', 'postal address'],
  ] as const)('%j is called, as %s, %s', (phrase, as, name) => {
    expect(nameOfPhrase({ phrase, as })).toBe(name)
  })

  it('have one kind each, and are taken off again', () => {
    const one = withMark(NO_MARKS, 'garden', 'entity')
    expect(withMark(one, 'garden', 'fact').marks).toEqual([{ phrase: 'garden', as: 'fact' }])
    expect(withoutMark(one, 'garden')).toEqual(NO_MARKS)
  })

  it('are of some words, not too many', () => {
    expect(['garden', 'code of four letters'].every(mayBeMarked)).toBe(true)
    for (const phrase of ['', ' ', '12', 'a'.repeat(201)]) expect(mayBeMarked(phrase), phrase).toBe(false)
  })

  it('whatever is marked is kept and read again; whatever else was kept is told apart', () => {
    const marks = fc.array(
      fc.tuple(fc.string({ minLength: 1, maxLength: 200 }), fc.constantFrom(...MARK_KINDS)),
      { maxLength: 400 },
    )
    fc.assert(
      fc.property(marks, all => {
        const kept = all.reduce((before, [phrase, as]) => withMark(before, phrase, as), NO_MARKS)
        expect(CaseMarks.safeParse(kept).success).toBe(true)
        expect(parseCaseMarks(JSON.stringify(kept))).toEqual(kept)
      }),
      { numRuns: 60 },
    )
    expect(parseCaseMarks('')).toEqual(NO_MARKS)
    for (const text of [
      '{',
      '[]',
      '{"marks":[{"phrase":"","as":"fact"}]}',
      '{"marks":[{"phrase":"a","as":"rule"}]}',
    ])
      expect(parseCaseMarks(text), text).toBe(null)
    expect(readableCaseMarks(JSON.stringify(withMark(NO_MARKS, 'garden', 'entity')))).toBe('entity: garden')
    expect(readableCaseMarks('{')).toBe('{')
  })
})
