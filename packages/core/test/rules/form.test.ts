import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyExercise, prepareExercise, type ExerciseDocument } from '../../src/exercise'
import { markAnswer } from '../../src/marking'
import { heldAgainst } from '../../src/proof'
import {
  RULE_FORMS,
  Rule,
  RuleEntry,
  beginRule,
  ruleFrom,
  sentenceFrom,
  slotsFrom,
  slotsOf,
  speaksOtherwise,
  unknownElements,
} from '../../src/rules'

const SCRIPT = `CREATE TABLE hut (hut_no integer PRIMARY KEY, name varchar(30) NOT NULL, beds integer CHECK (beds > 0));
CREATE TABLE walker (badge char(4) PRIMARY KEY, phone varchar(15));
CREATE TABLE night (
  hut_no integer REFERENCES hut,
  badge char(4) REFERENCES walker,
  slept_on date,
  PRIMARY KEY (hut_no, badge, slept_on)
);`
const document: ExerciseDocument = {
  ...emptyExercise('Huts'),
  models: [{ name: 'Three tables', script: SCRIPT }],
  samples: { 'hut.name': ['Upper hut'] },
}
const { world } = prepareExercise(document)
const entry = (rule: Rule, more: Partial<RuleEntry> = {}): RuleEntry => ({
  id: 'r1',
  group: 'g',
  sentence: 's',
  points: 1,
  rule,
  ...more,
})

describe('the forms of rules', () => {
  it.each(RULE_FORMS.map(form => [form.kind, form] as const))(
    '%s begins as a rule about something that is there',
    (kind, form) => {
      const values = beginRule(world, kind)
      const filled = slotsOf(form).some(({ of }) => of === 'values') ? { ...values, values: ['17'] } : values
      const made = ruleFrom(kind, filled)
      if (!('rule' in made)) throw new Error(made.fault)
      expect(unknownElements(world, entry(made.rule), prepareExercise(document).model.schema)).toEqual([])
      const slots = slotsFrom(made.rule)!
      expect(ruleFrom(kind, slots)).toEqual({ rule: made.rule })
      const sentence = sentenceFrom(kind, slots)
      expect(sentence).toMatch(/^\S.*\.$/)
      expect(speaksOtherwise(entry(made.rule, { sentence }))).toBeNull()
    },
  )

  it('of a name is begun with the table where everything happens', () => {
    expect(beginRule(world, 'called')).toEqual({ entity: 'night', name: 'night' })
    expect(beginRule(world, 'called', { entity: 'hut' })).toEqual({ entity: 'hut', name: 'hut' })
  })

  it('say what is still to be chosen', () => {
    expect(ruleFrom('refusesValue', beginRule(world, 'refusesValue'))).toEqual({
      fault: 'Something is still to be chosen: a value.',
    })
  })

  it('make a rule, or say why not, whatever stands in the slots', () => {
    const value = fc.oneof(fc.string(), fc.array(fc.string(), { maxLength: 4 }))
    fc.assert(
      fc.property(
        fc.constantFrom(...RULE_FORMS),
        fc.dictionary(
          fc.constantFrom('entity', 'by', 'from', 'to', 'path', 'role', 'values', 'outcome'),
          value,
        ),
        (form, values) => {
          const made = ruleFrom(form.kind, values)
          if ('rule' in made) expect(Rule.safeParse(made.rule).success).toBe(true)
          else expect(made.fault).not.toBe('')
          expect(typeof sentenceFrom(form.kind, values)).toBe('string')
        },
      ),
    )
  })
})

describe('a sentence that says something else than its rule', () => {
  const atMostOne: Rule = { kind: 'atMostOne', entity: 'night', role: 'hut' }
  it.each([
    ['One night is spent in many huts.', atMostOne, 'more than one'],
    ['A hut takes at most one night.', { kind: 'manyAllowed', entity: 'night', role: 'hut' }, 'at most one'],
    ['Every walker must say a phone.', { kind: 'mayLack', entity: 'walker', path: 'phone' }, 'always there'],
    ['The phone is optional.', { kind: 'mustHave', entity: 'walker', path: 'phone' }, 'may be missing'],
    [
      'Zero beds are accepted.',
      { kind: 'refusesValue', entity: 'hut', attribute: 'beds', values: ['0'] },
      'is accepted',
    ],
  ] as const)('%s', (sentence, rule, words) => {
    expect(speaksOtherwise(entry(rule as Rule, { sentence }))).toContain(words)
  })

  it.each([
    'One night is spent in at most one hut.',
    'Each night has exactly one hut.',
    'A night names its hut.',
    'Many nights may be spent in one hut, but each in at most one.',
  ])('is not: %s', sentence => {
    expect(speaksOtherwise(entry(atMostOne, { sentence }))).toBeNull()
  })

  it('is not where a part of the rule says so', () => {
    const and: Rule[] = [{ kind: 'mayLack', entity: 'night', path: 'hut' }]
    expect(speaksOtherwise(entry(atMostOne, { and, sentence: 'It has one hut, or none.' }))).toBeNull()
  })
})

describe('a rule', () => {
  const exists = entry({ kind: 'refersTo', entity: 'night', role: 'hut' })

  it('is held against each model answer, on each sheet that can show it', () => {
    const weaker = SCRIPT.replace('hut_no integer REFERENCES hut', 'hut_no integer')
    const two: ExerciseDocument = {
      ...document,
      sheets: ['diagram', 'script'],
      models: [...document.models, { name: 'Without a reference', script: weaker }],
    }
    const held = heldAgainst(two, exists)
    expect(held.map(({ name, sheet, verdict }) => [name, sheet, verdict])).toEqual([
      ['Three tables', 'diagram', 'upheld'],
      ['Without a reference', 'diagram', 'broken'],
      ['Three tables', 'script', 'upheld'],
      ['Without a reference', 'script', 'broken'],
    ])
    expect(held.at(-1)!.because).not.toEqual([])
  })

  it('is asked in the sheets alone that it names', () => {
    const both: ExerciseDocument = { ...document, sheets: ['diagram', 'script'] }
    const sheetsOf = (rule: RuleEntry): string[] =>
      markAnswer(prepareExercise({ ...both, rules: [rule] }), { script: SCRIPT }).cells.map(
        ({ sheet }) => sheet,
      )
    expect(sheetsOf(exists)).toEqual(['diagram', 'script'])
    expect(sheetsOf({ ...exists, sheets: ['script'] })).toEqual(['script'])
    expect(RuleEntry.safeParse({ ...exists, sheets: [] }).success).toBe(false)
  })

  it('of given rows is judged row by row', () => {
    const rows = entry({
      kind: 'givenRows',
      entity: 'hut',
      rows: [
        { entity: 'hut', accept: true, values: { hut_no: '1', name: 'Upper hut', beds: '4' } },
        { entity: 'hut', accept: false, values: { hut_no: '1', name: 'Lower hut', beds: '4' } },
        { entity: 'hut', accept: false, values: { hut_no: '2', name: null, beds: '4' } },
        { entity: 'hut', accept: false, values: { hut_no: '3', name: 'Old hut', beds: '0' } },
      ],
    })
    expect(heldAgainst(document, rows)).toMatchObject([{ verdict: 'upheld' }])
  })
})
