import { describe, expect, it } from 'vitest'
import { emptyExercise, prepareExercise } from '@nomenklatura/core/exercise'
import { markScript, markedPoints } from '@nomenklatura/core/marking'
import { reasonInWords } from '@nomenklatura/core/words'
import { APIARY } from './four-worlds/apiary'
import { LETTERPRESS } from './four-worlds/letterpress'
import { LIGHTHOUSES } from './four-worlds/lighthouses'
import { REPAIRS } from './four-worlds/repairs'
import type { Answer, World } from './four-worlds/world'

const WORLDS = [APIARY, LETTERPRESS, REPAIRS, LIGHTHOUSES]

const prepared = ({ name, model, rules }: World) =>
  prepareExercise({
    ...emptyExercise(name),
    dialect: 'postgresql',
    dialects: ['mysql', 'sqlserver', 'oracle', 'sqlite'],
    models: [{ name: 'model', script: model }],
    rules: rules.map((rule, i) => ({
      id: `r${i + 1}`,
      sentence: `rule ${i + 1}`,
      group: 'all',
      points: 1,
      rule,
    })),
  })

/** A hundred and twenty answers in four worlds; each verdict was written down before any of them was marked. */
describe.each(WORLDS.map(world => [world.name, world] as const))('%s', (_, world) => {
  const exercise = prepared(world)

  it('is upheld by its own model', () => {
    expect(markScript(exercise, world.model).cells.filter(({ verdict }) => verdict !== 'upheld')).toEqual([])
  })
  it('has thirty answers, half of them right', () => {
    expect(world.answers.length).toBe(30)
    expect(world.answers.filter(({ expects }) => Object.keys(expects).length === 0).length).toBe(15)
  })
  it.each(world.answers.map(answer => [answer.note, answer] as const))('%s', (__, answer: Answer) => {
    const { cells } = markScript(exercise, answer.script, answer.dialect ? { dialect: answer.dialect } : {})
    const found = cells.filter(({ verdict }) => verdict !== 'upheld')
    const why = found.map(
      ({ rule, verdict, because }) => `${rule} ${verdict}: ${because.map(reasonInWords).join(' ')}`,
    )
    expect(
      Object.fromEntries(found.map(({ rule, verdict }) => [rule.slice(1), verdict])),
      why.join('\n'),
    ).toEqual(Object.fromEntries(Object.entries(answer.expects)))
    if (Object.keys(answer.expects).length > 0) return
    const { got, of } = markedPoints(exercise, cells)
    expect(got).toBe(of)
  })
})
