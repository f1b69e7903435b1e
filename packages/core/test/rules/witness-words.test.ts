import { describe, expect, it } from 'vitest'
import { worldFromSchema } from '../../src/alignment'
import { prepareExercise } from '../../src/exercise'
import { markScript } from '../../src/marking'
import { proposeRules, witnessInWords, type RuleEntry } from '../../src/rules'
import { readScript } from '../../src/sql'

/**
 * What stands under the rows of a witness says what should be: refused, kept or deleted along, not one of
 * them for all.
 */
const MODEL =
  'CREATE TABLE bay (no integer PRIMARY KEY); CREATE TABLE drawer (no integer PRIMARY KEY, bay_no integer REFERENCES bay ON DELETE CASCADE ON UPDATE CASCADE);'
const schema = readScript(MODEL).schema
const rule = (entry: RuleEntry['rule']): RuleEntry => ({
  id: 'r1',
  group: 'g',
  sentence: 'A rule.',
  points: 1,
  rule: entry,
})

function sentence(script: string, entry: RuleEntry['rule']): string {
  const exercise = prepareExercise({
    starter: null,
    models: [{ name: 'Model', script: MODEL }],
    glossary: [],
    samples: {},
    rules: [rule(entry)],
    rubric: { tooStrict: 0.5, permissiveNeedsConstraint: true, consequencesCost: false, roundTo: 0 },
  })
  const { witness } = markScript(exercise, script).cells[0]!
  if (!witness) return 'no witness'
  const { done, word, rest } = witnessInWords(witness)
  return `${done} ${word}${rest}.`
}
const withAction = (action: string): string => MODEL.replace('ON DELETE CASCADE ON UPDATE CASCADE', action)
const onDelete = (outcome: 'refused' | 'gone' | 'unlinked' | 'dangling'): RuleEntry['rule'] => ({
  kind: 'onDelete',
  entity: 'drawer',
  role: 'bay',
  outcome,
})
const onUpdate = (outcome: 'refused' | 'follows'): RuleEntry['rule'] => ({
  kind: 'onUpdate',
  entity: 'drawer',
  role: 'bay',
  outcome,
})

describe('the sentence under a witness', () => {
  it('the rule names are those of the world', () =>
    expect(
      proposeRules(worldFromSchema(schema), schema).some(({ rule: { kind } }) => kind === 'onDelete'),
    ).toBe(true))

  it.each([
    [
      'ON DELETE CASCADE',
      onDelete('refused'),
      'Deleting the marked row is accepted: the rows that refer to it are deleted along; it should be refused.',
    ],
    [
      'ON DELETE CASCADE',
      onDelete('unlinked'),
      'Deleting the marked row is accepted: the rows that refer to it are deleted along; the rows that refer to it should stay, without it.',
    ],
    [
      'ON DELETE SET NULL',
      onDelete('gone'),
      'Deleting the marked row is accepted: the rows that refer to it stay, without it; the rows that refer to it should be deleted along.',
    ],
    [
      '',
      onDelete('gone'),
      'Deleting the marked row is refused by the reference of drawer (bay_no); the rows that refer to it should be deleted along.',
    ],
    [
      'ON UPDATE CASCADE',
      onUpdate('refused'),
      'Changing the key of the marked row is accepted: the rows that refer to it follow; it should be refused.',
    ],
    [
      '',
      onUpdate('follows'),
      'Changing the key of the marked row is refused by the reference of drawer (bay_no); the rows that refer to it should follow.',
    ],
  ])('%s', (action, entry, expected) => expect(sentence(withAction(action), entry)).toBe(expected))

  it('a row that is entered is accepted or refused, as before', () => {
    expect(
      sentence(
        'CREATE TABLE bay (no integer); CREATE TABLE drawer (no integer PRIMARY KEY, bay_no integer);',
        { kind: 'refersTo', entity: 'drawer', role: 'bay' },
      ),
    ).toBe('The marked row is accepted, should be refused.')
  })
})
