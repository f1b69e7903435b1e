import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  NO_CLAIMS,
  difficultyOf,
  freshTask,
  proposeClaimRules,
  relationOf,
  type RelationTask,
} from '../../src/claims'
import { DEFAULT_RUBRIC } from '../../src/exercise'
import { personalExercise, prepareExercise, type MarkableExercise } from '../../src/exercise'
import { markAnswer } from '../../src/marking'

const TASK: RelationTask = {
  name: 'ledger',
  attributes: ['a', 'b', 'c', 'd', 'e'],
  dependencies: 'a b -> c\nc -> d\nd -> b\na -> e',
  isGiven: true,
  isFresh: true,
  asks: { keys: true, prime: true, form: true, split: '3NF', closures: [['a', 'c']] },
}
const exercise: MarkableExercise = {
  sheets: ['dependencies'],
  relation: TASK,
  starter: null,
  models: [],
  glossary: [],
  samples: {},
  rules: proposeClaimRules(TASK),
  rubric: DEFAULT_RUBRIC,
}

describe('a task that is fresh for each student', () => {
  it('has the same shape: what was renamed back has the same closures', () => {
    fc.assert(
      fc.property(fc.string(), seed => {
        const { task, renamed } = freshTask(TASK, seed)
        const own = relationOf(TASK)
        const fresh = relationOf(task)
        expect(difficultyOf(task)).toEqual(difficultyOf(TASK))
        for (let bits = 0; bits < 32; bits++) {
          const names = TASK.attributes.filter((_, i) => (bits >> i) & 1)
          const expected = own.universe
            .list(own.closure(own.universe.set(names)))
            .map(name => renamed.get(name)!)
            .sort()
          expect(
            fresh.universe
              .list(fresh.closure(fresh.universe.set(names.map(name => renamed.get(name)!))))
              .sort(),
          ).toEqual(expected)
        }
      }),
      { numRuns: 30 },
    )
  })

  it('is the same for the same seed and differs for others', () => {
    expect(freshTask(TASK, 'one').task).toEqual(freshTask(TASK, 'one').task)
    expect(
      new Set(Array.from({ length: 50 }, (_, i) => freshTask(TASK, `student ${i}`).task.attributes.join()))
        .size,
    ).toBe(50)
  })

  it('is marked under the names of its student: the right answer there is right, that of a neighbour is not', () => {
    const answer = (seed: string) => {
      const { relation } = personalExercise(exercise, seed)
      const { universe, keys } = relationOf(relation!)
      return {
        script: '',
        claims: { ...NO_CLAIMS, keys: keys.keys.map(key => universe.list(key).join(' ')).join('\n') },
      }
    }
    const verdicts = (seed: string, of: string) =>
      markAnswer(prepareExercise(personalExercise(exercise, seed)), answer(of))
        .cells.filter(({ rule }) => exercise.rules.find(({ id }) => id === rule)!.group === 'Keys')
        .map(({ verdict }) => verdict)
    expect(
      verdicts('ilse', 'ilse')
        .slice(0, -1)
        .every(verdict => verdict === 'upheld'),
    ).toBe(true)
    expect(
      verdicts('ilse', 'bram')
        .slice(0, -1)
        .every(verdict => verdict === 'upheld'),
    ).toBe(false)
  })

  it('says its sentences in the names of the student', () => {
    const { rules, relation } = personalExercise(exercise, 'ilse')
    const key = rules.find(({ rule }) => rule.kind === 'claim' && rule.about.ask === 'key')!
    expect(relation!.attributes.some(name => key.sentence.includes(name))).toBe(true)
    expect(key.sentence).not.toContain('{a,')
  })
})
