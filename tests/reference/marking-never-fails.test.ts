import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { reasonForStudent, reasonInWords } from '@nomenklatura/core/words'
import { describe, expect, it } from 'vitest'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import { prepareExercise, type PreparedExercise } from '@nomenklatura/core/exercise'
import { accountInWords, explainRule, markScript, markedPoints } from '@nomenklatura/core/marking'
import { tokenize, reviewScript } from '@nomenklatura/core/sql'
import { FRENCH, UNDECIDED, exchangeScript } from '../../db/demo/answers-exchange'
import { WORLDS } from '../../packages/core/test/rules/layouts'
import { worldFromSchema } from '@nomenklatura/core/alignment'
import { proposeRules } from '@nomenklatura/core/rules'

const exchange = prepareExercise(
  ExerciseDocument.parse(
    JSON.parse(readFileSync('db/demo/exercises/exchange-with-partner-gardens.json', 'utf8')),
  ),
)
const SCRIPTS = [
  exchangeScript({ hand: 'alter', surrogate: true }),
  exchangeScript({ hand: 'mysql' }, ['origin in pairs']),
  exchangeScript({ hand: 'inline' }, ['trip inside accession']),
  FRENCH,
  UNDECIDED,
]

/**
 * Marks, and looks at all that the desk and the command line say of it: nothing may throw, and the points add
 * up.
 */
function mark(exercise: PreparedExercise, script: string): void {
  const marking = markScript(exercise, script)
  const points = markedPoints(exercise, marking.cells)
  expect(points.got).toBeGreaterThanOrEqual(0)
  expect(points.got + points.open).toBeLessThanOrEqual(points.of)
  expect(accountInWords(points, exercise.document.rules).length).toBeGreaterThanOrEqual(2)
  for (const { because, verdict, doubt } of marking.cells) {
    expect(because.length).toBeGreaterThan(0)
    expect(
      because.every(
        reason =>
          !reasonInWords(reason).includes('undefined') &&
          !reasonForStudent(reason).includes('undefined') &&
          (reason.place === null || (reason.place.start >= 0 && reason.place.end <= script.length)),
      ),
    ).toBe(true)
    expect(doubt !== undefined).toBe(verdict === 'cannot tell')
  }
}

describe('whatever the script, marking gives an answer', () => {
  it('every prefix of scripts, in steps of nineteen characters', () => {
    for (const script of SCRIPTS)
      for (let end = 0; end <= script.length; end += 19) mark(exchange, script.slice(0, end))
  })

  it('every script with one token taken out', () => {
    for (const script of SCRIPTS.slice(0, 3)) {
      const { tokens } = tokenize(script)
      for (const { start, end } of tokens.filter((_, i) => i % 3 === 0))
        mark(exchange, script.slice(0, start) + script.slice(end))
    }
  })

  it('statements of different answers thrown together', () => {
    const statements = SCRIPTS.flatMap(script => script.split(/(?<=;)\n/))
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...statements), { maxLength: 12 }), some => {
        mark(exchange, some.join('\n'))
      }),
      { numRuns: 120 },
    )
  })

  it('pins that make no sense are passed over', () => {
    const element = fc.constantFrom(
      'accession',
      'accession.trip',
      'accession.taxon_name',
      'dispatch_line',
      'dispatch_line.dispatch',
      'nothing',
      'a.b.c',
      '',
    )
    const place = fc.constantFrom(
      'accession',
      'accession.trip_no',
      'dispatch',
      'dispatch_line.dispatch_no+accession_no',
      'trip',
      'nowhere',
      'trip.nothing',
      '.',
      '',
    )
    const pins = fc.array(fc.record({ element, to: fc.array(place, { maxLength: 3 }) }), { maxLength: 6 })
    fc.assert(
      fc.property(pins, fc.constantFrom(...SCRIPTS), (some, script) => {
        markScript(exchange, script, { pins: some })
      }),
      { numRuns: 400 },
    )
  })
})

describe('exercises made from the golden worlds', () => {
  it.each(WORLDS.map(world => [world.name, world] as const))(
    '%s: the proposed sheet is upheld by its own model, and marks every layout',
    (_, { model, rules, layouts }) => {
      const { schema } = reviewScript(model)
      const proposed = proposeRules(worldFromSchema(schema), schema)
      const further = rules.map((rule, i) => ({
        id: `r${500 + i}`,
        group: 'g',
        sentence: 'A rule of the table.',
        points: 1,
        rule,
      }))
      const exercise = prepareExercise({
        starter: null,
        models: [{ name: 'Model', script: model }],
        glossary: [],
        samples: {},
        rules: [...proposed, ...further],
        rubric: { tooStrict: 0.5, permissiveNeedsConstraint: true, consequencesCost: false, roundTo: 0 },
      })
      const cells = markScript(exercise, model).cells.filter(({ rule }) => Number(rule.slice(1)) < 500)
      expect(cells.filter(({ verdict }) => verdict !== 'upheld')).toEqual([])
      for (const { script } of layouts) {
        mark(exercise, script)
        for (const { id } of exercise.document.rules)
          expect(
            explainRule(exercise, script, id).every(line => line.includes('→') || line.startsWith('given')),
          ).toBe(true)
      }
    },
  )
})
