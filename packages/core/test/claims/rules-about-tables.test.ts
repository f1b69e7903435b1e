import { describe, expect, it } from 'vitest'
import { NO_CLAIMS } from '../../src/claims'
import { emptyExercise, prepareExercise, type ExerciseDocument } from '../../src/exercise'
import { markAnswer } from '../../src/marking'
import type { Rule, RuleEntry } from '../../src/rules'

/** A kennel boards dogs: each dog is of one owner; a stay is of one dog, from a day on. */
const MODEL = `CREATE TABLE owner (owner_no int PRIMARY KEY, phone varchar(20) NOT NULL UNIQUE);
CREATE TABLE dog (chip char(9) PRIMARY KEY, breed varchar(30) NOT NULL, owner_no int NOT NULL REFERENCES owner);
CREATE TABLE stay (chip char(9) REFERENCES dog, begins date, days int NOT NULL, PRIMARY KEY (chip, begins));`
const RELATION: NonNullable<ExerciseDocument['relation']> = {
  name: 'kennel',
  attributes: ['chip', 'breed', 'owner_no', 'phone', 'begins', 'days'],
  dependencies: 'chip -> breed, owner_no\nowner_no -> phone\nphone -> owner_no\nchip, begins -> days',
  isGiven: false,
  isFresh: false,
  asks: { keys: true, prime: false, form: true, split: '3NF', closures: [] },
}
const RULES: readonly Rule[] = [
  { kind: 'identifies', entity: 'dog', by: ['chip'] },
  { kind: 'determines', entity: 'owner', from: ['phone'], to: ['owner_no'] },
  { kind: 'atMostOne', entity: 'dog', role: 'owner' },
  { kind: 'manyAllowed', entity: 'dog', role: 'owner' },
  { kind: 'identifies', entity: 'stay', by: ['dog', 'begins'] },
  { kind: 'mustHave', entity: 'dog', member: 'breed' } as unknown as Rule,
]
const exercise = (relation: typeof RELATION, rules: readonly Rule[] = RULES.slice(0, 5)) =>
  prepareExercise({
    ...emptyExercise('Kennel'),
    sheets: ['dependencies', 'script'],
    models: [{ name: 'Model answer', script: MODEL }],
    relation,
    rules: rules.map((rule, i): RuleEntry => ({
      id: `r${i + 1}`,
      group: 'all',
      sentence: `rule ${i + 1}`,
      points: 1,
      rule,
    })),
  })
const verdicts = (dependencies: string, relation = RELATION): string[] =>
  markAnswer(exercise(relation), { script: '', claims: { ...NO_CLAIMS, dependencies } })
    .cells.filter(({ sheet }) => sheet === 'dependencies')
    .map(({ rule, verdict }) => `${rule} ${verdict}`)

describe('rules about tables, asked of the dependencies', () => {
  it('are upheld by what implies them, however it is written', () => {
    expect(verdicts(RELATION.dependencies)).toEqual(RULES.slice(0, 5).map((_, i) => `r${i + 1} upheld`))
    expect(
      verdicts('phone -> owner_no; owner_no -> phone; chip -> breed phone; begins chip -> days'),
    ).toEqual(RULES.slice(0, 5).map((_, i) => `r${i + 1} upheld`))
  })
  it.each([
    [
      'no dependency at all',
      '',
      ['r1 not shown', 'r2 not shown', 'r3 not shown', 'r4 not shown', 'r5 not shown'],
    ],
    [
      'an owner is not told by the dog',
      'chip -> breed; owner_no -> phone; phone -> owner_no; chip, begins -> days',
      ['r1 broken', 'r2 upheld', 'r3 broken', 'r4 upheld', 'r5 upheld'],
    ],
    [
      'an owner has one dog',
      'chip -> breed, owner_no; owner_no -> phone, chip; phone -> owner_no; chip, begins -> days',
      ['r1 upheld', 'r2 upheld', 'r3 upheld', 'r4 too strict', 'r5 upheld'],
    ],
    [
      'a dog stays once only: the shorter key still fixes all',
      'chip -> breed, owner_no, days, begins; owner_no -> phone; phone -> owner_no',
      ['r1 upheld', 'r2 upheld', 'r3 upheld', 'r4 upheld', 'r5 upheld'],
    ],
  ])('%s', (_, dependencies, wanted) => expect(verdicts(dependencies)).toEqual(wanted))
  it('a broken one comes with two rows, one too strict with those it would refuse', () => {
    const { cells } = markAnswer(exercise(RELATION), {
      script: '',
      claims: { ...NO_CLAIMS, dependencies: 'chip -> breed\nowner_no -> chip, phone' },
    })
    const of = (rule: string) => cells.find(cell => cell.rule === rule && cell.sheet === 'dependencies')!
    expect(of('r3')).toMatchObject({ verdict: 'broken', witness: { outcome: 'accepted' } })
    expect(of('r3').witness!.tables[0]!.rows).toHaveLength(2)
    expect(of('r4')).toMatchObject({ verdict: 'too strict', witness: { outcome: 'refused' } })
  })
  it('are not asked where the dependencies are given, or the relation does not speak of them', () => {
    expect(verdicts('', { ...RELATION, isGiven: true })).toEqual([])
    const other = { ...RELATION, attributes: ['lamp', 'wick'], dependencies: 'lamp -> wick' }
    expect(verdicts('lamp -> wick', other)).toEqual([])
    const without = { ...RELATION, dependencies: 'chip -> breed\nchip, begins -> days' }
    expect(verdicts('chip -> breed', without).map(line => line.slice(0, 2))).toEqual(['r4', 'r5'])
  })
})
