import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { markScript } from '@nomenklatura/core/marking'
import { readScript, writeScript } from '@nomenklatura/core/sql'
import { WORLDS, exerciseOf } from '../reference/four-worlds'
import { CHANGES, drawsFrom } from '../reference/harmless-changes'
import { MISTAKES } from '../reference/typical-mistakes'
import { closeServer, falseProofs, openServer } from './proofs'

beforeAll(openServer)
afterAll(closeServer)

/**
 * A mistake that people make is noticed by a rule that is meant for it, whatever else is changed without harm; and
 * what is blamed fails on the server: its rows are tried there.
 */
describe.each(WORLDS.map(world => [world.name, world] as const))('%s', (_, world) => {
  const exercise = exerciseOf(world)
  const model = readScript(world.model).schema

  it('a typical mistake is noticed, and nothing is blamed that holds', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...Object.keys(MISTAKES)),
        fc.option(fc.constantFrom(...Object.keys(CHANGES)), { nil: null }),
        fc.nat(),
        async (name, change, seed) => {
          const draw = drawsFrom(seed)
          const mistaken = MISTAKES[name]!(model, exercise.world, draw)
          if (!mistaken) return
          const schema = change === null ? mistaken.schema : CHANGES[change]!(mistaken.schema, draw)
          const { text } = writeScript(schema, { to: 'postgresql', from: 'postgresql' })
          const marking = markScript(exercise, text)
          const blamed = marking.cells.filter(({ verdict }) => verdict !== 'upheld')
          const told = `${name}, ${change}: ${blamed.map(({ rule, verdict }) => `${rule} ${verdict}`).join(', ')}\n${text}`
          const meant = exercise.document.rules
            .filter(({ rule }) => mistaken.isMeant(rule))
            .map(({ id }) => id)
          if (meant.length > 0)
            expect(
              blamed.some(({ rule }) => meant.includes(rule)),
              told,
            ).toBe(true)
          expect(
            blamed.filter(({ verdict }) => verdict === 'not shown'),
            told,
          ).toEqual([])
          const { faults } = await falseProofs(text, marking)
          expect(faults, told).toEqual([])
          const unproven = blamed.filter(
            ({ verdict, witness, rule }) => verdict !== 'cannot tell' && !witness && !meant.includes(rule),
          )
          expect(unproven, told).toEqual([])
        },
      ),
      { numRuns: 50 },
    )
  })
})
