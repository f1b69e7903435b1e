import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { markScript, markedPoints } from '@nomenklatura/core/marking'
import type { Dialect } from '@nomenklatura/core/schema'
import { readScript, writeScript } from '@nomenklatura/core/sql'
import { WORLDS, exerciseOf } from './four-worlds'
import { CHANGES, drawsFrom } from './harmless-changes'

const DIALECTS: readonly Dialect[] = ['postgresql', 'mysql', 'sqlserver', 'oracle']

describe.each(WORLDS.map(world => [world.name, world] as const))('%s', (_, world) => {
  const exercise = exerciseOf(world)
  const model = readScript(world.model).schema

  it('keeps its points, got or open, under any three harmless changes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...Object.keys(CHANGES)), { minLength: 1, maxLength: 3 }),
        fc.constantFrom(...DIALECTS),
        fc.nat(),
        (names, dialect, seed) => {
          const draw = drawsFrom(seed)
          const schema = [...new Set(names)].reduce((now, name) => CHANGES[name]!(now, draw), model)
          const { text } = writeScript(schema, { to: dialect, from: 'postgresql' })
          const { cells } = markScript(exercise, text, { dialect })
          const { got, open, of } = markedPoints(exercise, cells)
          const lost = cells.filter(({ verdict }) => verdict !== 'upheld' && verdict !== 'cannot tell')
          expect(
            got + open,
            `${names.join(', ')}: ${lost.map(({ rule, verdict }) => `${rule} ${verdict}`).join(', ')}\n${text}`,
          ).toBe(of)
        },
      ),
      { numRuns: 120 },
    )
  })
})
