import { describe, expect, it } from 'vitest'
import { NEW_TASK } from '../../src/claims'
import { emptyExercise, type ExerciseDocument } from '../../src/exercise'
import { missingBeforePublishing } from '../../src/marking'
import type { Rule } from '../../src/rules'

const READY: ExerciseDocument = {
  ...emptyExercise('Trips'),
  brief: 'A trip brings in accessions.',
  models: [
    { name: 'Model answer', script: 'CREATE TABLE trip ( id integer PRIMARY KEY, set_out date NOT NULL );' },
  ],
  rules: [
    {
      id: 'r1',
      group: 'Trip',
      sentence: 'A trip has an id.',
      points: 1,
      rule: { kind: 'identifies', entity: 'trip', by: ['id'] },
    },
  ],
}
const parts = (change: Partial<ExerciseDocument>): string[] =>
  missingBeforePublishing({ ...READY, ...change }).map(({ part }) => part)
const asking = (relation: Partial<typeof NEW_TASK>): Partial<ExerciseDocument> => ({
  sheets: ['dependencies'],
  relation: { ...NEW_TASK, name: 'intake', ...relation },
})

describe('what is missing before an exercise is published', () => {
  it('is nothing where brief, model answer and rules fit each other', () => {
    expect(missingBeforePublishing(READY)).toEqual([])
  })

  it.each<[string, Partial<ExerciseDocument>, string[]]>([
    ['no brief', { brief: ' \n' }, ['the brief']],
    ['no model answer', { models: [] }, ['a model answer', 'rules that fit the model answer']],
    [
      'a model answer that does not run',
      {
        models: [
          { name: 'Model', script: `${READY.models[0]!.script} CREATE TABLE a ( b integer, b date );` },
        ],
      },
      ['a model answer without errors'],
    ],
    ['no rule that is switched on', { rules: READY.rules.map(rule => ({ ...rule, off: true })) }, ['a rule']],
    [
      'a rule about what is not there',
      { rules: [{ ...READY.rules[0]!, rule: { kind: 'identifies', entity: 'trip', by: ['code'] } }] },
      ['rules that fit the model answer'],
    ],
    ['a relation without attributes', asking({}), ['a relation with its dependencies']],
    [
      'a relation without a dependency',
      asking({ attributes: ['a', 'b'] }),
      ['a relation with its dependencies'],
    ],
    [
      'dependencies of what the relation has not',
      asking({ attributes: ['a', 'b'], dependencies: 'a -> c' }),
      ['dependencies that can be read'],
    ],
  ])('%s', (_, change, expected) => {
    expect(parts(change).slice(0, expected.length)).toEqual(expected)
  })

  it('names the rule and what it does not find', () => {
    const rule: Rule = { kind: 'stores', entity: 'trip', attribute: 'no', values: ['1'] }
    expect(missingBeforePublishing({ ...READY, rules: [{ ...READY.rules[0]!, id: 'r12', rule }] })).toEqual([
      {
        part: 'rules that fit the model answer',
        about: 'rules',
        sentence: 'Rule 12: "trip" of the model answer has no "no".',
      },
    ])
  })
})
