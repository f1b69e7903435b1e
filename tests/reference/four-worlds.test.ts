import { describe, expect, it } from 'vitest'
import { markScript, markedPoints } from '@nomenklatura/core/marking'
import { reasonInWords } from '@nomenklatura/core/words'
import { MORE_WORLDS, WORLDS, exerciseOf, type Answer } from './four-worlds'

/** A hundred and twenty answers in four worlds, and a further set; each verdict was written down before any of them was marked. */
describe.each([...WORLDS, ...MORE_WORLDS].map(world => [world.name, world] as const))('%s', (_, world) => {
  const exercise = exerciseOf(world)

  it('is upheld by its own model', () => {
    expect(markScript(exercise, world.model).cells.filter(({ verdict }) => verdict !== 'upheld')).toEqual([])
  })
  it.runIf(WORLDS.includes(world))('has thirty answers, half of them right', () => {
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
