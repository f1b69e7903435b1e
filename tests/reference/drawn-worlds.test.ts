import { describe, expect, it } from 'vitest'
import { emptyExercise, prepareExercise } from '@nomenklatura/core/exercise'
import { markAnswer } from '@nomenklatura/core/marking'
import { reasonInWords } from '@nomenklatura/core/words'
import { DRAWN_WORLDS } from './drawn-worlds'
import { MORE_WORLDS } from './drawn-worlds-more'

/** Drawings at the three levels; each verdict was written down before any of them was marked. */
describe.each([...DRAWN_WORLDS, ...MORE_WORLDS].map(world => [world.name, world] as const))(
  '%s',
  (_, { model, rules, answers }) => {
    const exercise = prepareExercise({
      ...emptyExercise('Drawn'),
      dialect: 'postgresql',
      sheets: ['diagram'],
      level: model.level,
      models: [{ name: 'model', script: '', diagram: model }],
      rules: rules.map((rule, i) => ({
        id: `r${i + 1}`,
        group: 'all',
        sentence: rule.kind,
        points: 1,
        rule,
      })),
    })
    const wrong = (diagram: typeof model) => {
      const cells = markAnswer(exercise, { script: '', diagram }).cells.filter(
        ({ verdict }) => verdict !== 'upheld',
      )
      return {
        verdicts: Object.fromEntries(cells.map(({ rule, verdict }) => [rule.slice(1), verdict])),
        why: cells.map(({ rule, because }) => `${rule}: ${because.map(reasonInWords).join(' ')}`).join('\n'),
      }
    }
    it('is upheld by its own model', () => expect(wrong(model).verdicts).toEqual({}))
    it.each(answers.map(answer => [answer.note, answer] as const))('%s', (__, { diagram, expects }) => {
      const { verdicts, why } = wrong(diagram)
      expect(verdicts, why).toEqual(expects)
    })
  },
)
