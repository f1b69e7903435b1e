import { describe, expect, it } from 'vitest'
import {
  changesInWords,
  emptyExercise,
  saysTheSame,
  type ExerciseDocument,
} from '@nomenklatura/core/exercise'

const DOCUMENT: ExerciseDocument = {
  ...emptyExercise('Trays'),
  models: [{ name: 'Model answer', script: 'CREATE TABLE tray (no int PRIMARY KEY);' }],
  rules: [
    {
      id: 'r1',
      group: 'Tray',
      sentence: 'A tray is identified by its number.',
      points: 2,
      rule: { kind: 'identifies', entity: 'tray', by: ['no'] } as ExerciseDocument['rules'][number]['rule'],
    },
    {
      id: 'r2',
      group: 'Tray',
      sentence: 'Every tray has a number.',
      points: 1,
      rule: {
        kind: 'atomic',
        entity: 'tray',
        attribute: 'no',
      } as ExerciseDocument['rules'][number]['rule'],
    },
  ],
}
const [FIRST, SECOND] = DOCUMENT.rules as [
  ExerciseDocument['rules'][number],
  ExerciseDocument['rules'][number],
]
const changed = (part: Partial<ExerciseDocument>): string[] =>
  changesInWords(DOCUMENT, { ...DOCUMENT, ...part })

describe('what changed in an exercise', () => {
  it('is nothing where the same is said, in whatever order its fields stand', () => {
    const turned = Object.fromEntries(Object.entries(structuredClone(DOCUMENT)).reverse()) as ExerciseDocument
    expect(changesInWords(DOCUMENT, turned)).toEqual([])
    expect(saysTheSame(DOCUMENT, { ...turned, habits: undefined })).toBe(true)
    expect(saysTheSame({ a: [1, 2] }, { a: [2, 1] })).toBe(false)
  })
  it('is told for a rule: points, switched off, its words, its meaning, more and fewer, their order', () => {
    expect(changed({ rules: [{ ...FIRST, points: 3 }, SECOND] })).toEqual(['rule 1: 3 points instead of 2'])
    expect(changed({ rules: [{ ...FIRST, points: 1, off: true }, SECOND] })).toEqual([
      'rule 1: 1 point instead of 2, switched off',
    ])
    expect(changed({ rules: [{ ...FIRST, sentence: 'Numbers tell trays apart.' }, SECOND] })).toEqual([
      'rule 1: says “Numbers tell trays apart.”',
    ])
    expect(changed({ rules: [{ ...FIRST, rule: SECOND.rule }, SECOND] })).toEqual([
      'rule 1: means something else',
    ])
    expect(changed({ rules: [FIRST] })).toEqual(['rule 2 is left out: Every tray has a number.'])
    expect(changed({ rules: [FIRST, SECOND, { ...SECOND, id: 'r3' }] })).toEqual([
      'rule 3 is new: Every tray has a number.',
    ])
    expect(changed({ rules: [SECOND, FIRST] })).toEqual(['the order of the rules'])
  })
  it('is told for all else by name', () => {
    expect(changed({ title: 'Crates', brief: 'x', glossary: [{ element: 'tray', names: ['bin'] }] })).toEqual(
      ['the title: Crates', 'the brief', 'the glossary'],
    )
    expect(changed({ helpLevel: 'assessed', dialect: 'mysql' }).join('; ')).toMatch(
      /the dialect: MySQL.* instead of .*; the help level: assessed instead of /,
    )
    const more = [...DOCUMENT.models, { name: 'Another', script: '' }]
    expect(changed({ models: more })).toEqual(['the model answer Another is new'])
    expect(changesInWords({ ...DOCUMENT, models: more }, DOCUMENT)).toEqual([
      'the model answer Another is left out',
    ])
    expect(changed({ models: [{ ...DOCUMENT.models[0]!, script: '' }] })).toEqual(['the model answer'])
  })
  it('is never nothing where the documents differ', () => {
    const keys = Object.keys(DOCUMENT) as (keyof ExerciseDocument)[]
    const told = (key: keyof ExerciseDocument): boolean =>
      changesInWords(DOCUMENT, { ...DOCUMENT, [key]: 'something else' } as unknown as ExerciseDocument)
        .length > 0
    const compared = keys.filter(key => !['format', 'version', 'models', 'rules', 'dialect'].includes(key))
    expect(compared.filter(key => !told(key))).toEqual([])
  })
})
