import { describe, expect, it } from 'vitest'
import { worldFromSchema } from '../../src/alignment'
import { Readings, type Verdict } from '../../src/rules'
import { readScript, reviewScript } from '../../src/sql'
import { WORLDS, type Layout, type World } from './layouts'

const LETTER: Readonly<Record<Verdict, string>> = {
  'upheld': 'u',
  'broken': 'b',
  'too strict': 's',
  'not shown': 'n',
  'cannot tell': 'c',
}

function judge({ model, rules }: World, { script }: Layout) {
  const world = worldFromSchema(readScript(model).schema)
  const { schema } = reviewScript(script)
  const readings = new Readings(world, schema, {}, rules)
  return rules.map(rule => readings.evaluate(rule))
}

it('has at least forty layouts, each with a cell for every rule', () => {
  expect(WORLDS.flatMap(({ layouts }) => layouts).length).toBeGreaterThanOrEqual(40)
  for (const { rules, layouts } of WORLDS)
    for (const { cells } of layouts) expect(cells.length).toBe(rules.length)
})

describe.each(WORLDS.map(world => [world.name, world] as const))('%s', (_, world) => {
  it.each(world.layouts.map(layout => [layout.name, layout] as const))('%s', (__, layout) => {
    const evaluations = judge(world, layout)
    const said = evaluations.map(
      ({ verdict }, i) => `${LETTER[verdict]} ${world.rules[i]!.kind}: ${layout.cells[i]!.slice(2)}`,
    )
    expect(said).toEqual(
      layout.cells.map((cell, i) => `${cell[0]} ${world.rules[i]!.kind}: ${cell.slice(2)}`),
    )
    for (const { verdict, because, doubt } of evaluations) {
      expect(because.length).toBeGreaterThan(0)
      expect(doubt !== undefined).toBe(verdict === 'cannot tell')
    }
  })
})
