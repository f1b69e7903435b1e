import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import { prepareExercise, type MarkableAnswer, type PreparedExercise } from '@nomenklatura/core/exercise'
import { markAnswer, markedPoints } from '@nomenklatura/core/marking'
import {
  DRAWER_HAND_INS,
  EXCHANGE_HAND_INS,
  KEEPER_HAND_INS,
  LEDGER_HAND_INS,
  PAIR_HAND_INS,
  TRIAL_HAND_INS,
  type PlannedHandIn,
} from '../../db/demo/plan'
import { COLLECTED, COLLECTED_HAND_INS, TRIALS, TRIAL_DRAWN } from '../../db/demo/with-diagrams'

const prepared = (name: string): PreparedExercise =>
  prepareExercise(ExerciseDocument.parse(JSON.parse(readFileSync(`db/demo/exercises/${name}.json`, 'utf8'))))
const exercises: Readonly<Record<string, PreparedExercise>> = {
  'who-collected-what': prepared('who-collected-what'),
  'exchange-with-partner-gardens': prepared('exchange-with-partner-gardens'),
}

const notUpheld = (exercise: PreparedExercise, answer: MarkableAnswer): Record<string, string> =>
  Object.fromEntries(
    markAnswer(exercise, answer)
      .cells.filter(({ verdict }) => verdict !== 'upheld')
      .map(({ rule, sheet, verdict }) => [
        exercise.document.sheets!.length > 1 ? `${sheet} ${rule}` : rule,
        verdict,
      ]),
  )

describe('the frozen answers, written before the engine', () => {
  const files = readdirSync('tests/reference/frozen')
    .filter(file => file.endsWith('.sql'))
    .sort()

  it('are twenty-four, ten of them right', () => {
    expect(files.length).toBe(24)
    expect(
      files.filter(file => readFileSync(`tests/reference/frozen/${file}`, 'utf8').includes('-- right'))
        .length,
    ).toBe(10)
  })

  it.each(files)('%s', file => {
    const script = readFileSync(`tests/reference/frozen/${file}`, 'utf8')
    const exercise = exercises[/-- exercise: (.*)/.exec(script)![1]!]!
    const expected = Object.fromEntries(
      [...script.matchAll(/-- expect: (r\d+) (.*)/g)].map(match => [match[1], match[2]]),
    )
    expect(notUpheld(exercise, { script })).toEqual(expected)
    if (script.includes('-- right')) {
      const { got, of } = markedPoints(exercise, markAnswer(exercise, { script }).cells)
      expect(got).toBe(of)
    }
  })
})

describe('the model answer of each demo exercise upholds its own rules, on every sheet', () => {
  const others = ['a-drawer-for-every-packet', 'keepers-and-bays', 'exchange-with-partner-gardens'].map(
    name => [name, prepared(name)] as const,
  )
  it.each([
    ...others,
    ['who-collected-what', prepareExercise(COLLECTED)] as const,
    ['trial-by-trial', prepareExercise(TRIALS)] as const,
  ])('%s', (_, exercise) => {
    expect(exercise.document.models.length).toBeGreaterThan(0)
    for (const model of exercise.document.models) expect(notUpheld(exercise, model)).toEqual({})
  })
})

describe('exercises 2 and 4 with a diagram beside', () => {
  it.each([
    ['Who collected what', COLLECTED, COLLECTED_HAND_INS],
    ['Trial by trial', TRIALS, TRIAL_DRAWN],
  ] as const)('%s: who is right on the one sheet is right in the drawing of it', (_, document, plans) => {
    const exercise = prepareExercise(document)
    for (const plan of plans.filter(({ expects }) => Object.keys(expects).length === 0))
      expect([plan.student, notUpheld(exercise, plan)]).toEqual([plan.student, {}])
  })
})

describe.each([
  ['The intake ledger', prepared('the-intake-ledger'), LEDGER_HAND_INS],
  ['A drawer for every packet', prepared('a-drawer-for-every-packet'), DRAWER_HAND_INS],
  ['Keepers and bays', prepared('keepers-and-bays'), KEEPER_HAND_INS],
  ['Trial by trial', prepared('trial-by-trial'), TRIAL_HAND_INS],
  ['Who collected what', exercises['who-collected-what']!, PAIR_HAND_INS],
  ['Exchange with partner gardens', exercises['exchange-with-partner-gardens']!, EXCHANGE_HAND_INS],
] as const)('the demo hand-ins of "%s"', (_, exercise, plans: readonly PlannedHandIn[]) => {
  it.each(
    plans.filter(plan => plan.expects !== 'unreadable').map(plan => [plan.student, plan.note, plan] as const),
  )('%s: %s is found by the rules meant for it and blamed by no other', (__, ___, plan) => {
    expect(notUpheld(exercise, plan)).toEqual(plan.expects)
  })

  it.each(plans.filter(plan => plan.expects === 'unreadable').map(plan => [plan.student, plan] as const))(
    '%s: nothing readable gets no point for what it does not show',
    (__, plan) => {
      const { cells } = markAnswer(exercise, plan)
      expect(cells.every(({ verdict }) => verdict === 'not shown')).toBe(true)
      expect(markedPoints(exercise, cells).got).toBe(0)
    },
  )
})
