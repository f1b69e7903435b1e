import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { ExerciseDocument, prepareExercise } from '@nomenklatura/core/exercise'
import { markScript, markedPoints } from '@nomenklatura/core/marking'
import {
  EXCHANGE_MISTAKES,
  PLURALS,
  SHIPMENT_WORDS,
  exchangeScript,
  type ExchangeMistake,
  type ExchangeStyle,
} from '../../db/demo/answers-exchange'
import {
  CREW,
  PAIR_MISTAKES,
  STAFF,
  pairScript,
  type PairMistake,
  type PairStyle,
} from '../../db/demo/answers-pair'

/**
 * The same design, or the same mistake, in another handwriting gets the same verdicts and so the same marks.
 */
const load = (name: string) =>
  prepareExercise(ExerciseDocument.parse(JSON.parse(readFileSync(`db/demo/exercises/${name}.json`, 'utf8'))))
const exchange = load('exchange-with-partner-gardens')
const pair = load('who-collected-what')
const HANDS = ['inline', 'out of line', 'alter', 'mysql', 'lower'] as const

const verdicts = (exercise: typeof pair, script: string): Record<string, string> =>
  Object.fromEntries(
    markScript(exercise, script)
      .cells.filter(({ verdict }) => verdict !== 'upheld')
      .map(({ rule, verdict }) => [rule, verdict]),
  )

describe('exchange with partner gardens', () => {
  const styles: ExchangeStyle[] = HANDS.flatMap(hand =>
    [undefined, SHIPMENT_WORDS, PLURALS].flatMap(names =>
      [false, true].map(surrogate => ({ hand, surrogate, ...(names ? { names } : {}) })),
    ),
  )
  it.each(
    styles.map(
      style =>
        [
          `${style.hand}, ${style.surrogate ? 'surrogates' : 'natural keys'}, ${style.names?.garden ?? 'own names'}`,
          style,
        ] as const,
    ),
  )('%s: right is right', (_, style) => {
    expect(verdicts(exchange, exchangeScript(style))).toEqual({})
  })
  it.each(Object.keys(EXCHANGE_MISTAKES) as ExchangeMistake[])(
    '%s leads to the same verdicts in every handwriting',
    mistake => {
      for (const style of styles)
        expect(verdicts(exchange, exchangeScript(style, [mistake])), JSON.stringify(style)).toEqual(
          EXCHANGE_MISTAKES[mistake],
        )
    },
  )
})

describe('who collected what', () => {
  const styles: PairStyle[] = HANDS.flatMap(hand =>
    [undefined, CREW, STAFF].map(names => ({ hand, ...(names ? { names } : {}) })),
  )
  it.each(Object.keys(PAIR_MISTAKES) as PairMistake[])(
    '%s leads to the same verdicts in every handwriting',
    mistake => {
      for (const style of styles)
        expect(verdicts(pair, pairScript(style, [mistake])), JSON.stringify(style)).toEqual(
          PAIR_MISTAKES[mistake],
        )
    },
  )
})

describe('the ends of the scale', () => {
  it('the model answer gets all points, an empty script none, tables without constraints next to none', () => {
    for (const exercise of [exchange, pair]) {
      const pointsOf = (script: string) => markedPoints(exercise, markScript(exercise, script).cells)
      const whole = pointsOf(exercise.document.models[0]!.script)
      expect(whole.got).toBe(whole.of)
      expect(pointsOf('').got).toBe(0)
    }
    const heap = readFileSync('tests/reference/frozen/22-heap-of-tables.sql', 'utf8')
    const { got, of } = markedPoints(exchange, markScript(exchange, heap).cells)
    expect(got / of).toBeLessThan(0.25)
  })

  it('the order of the tables changes nothing but whether the script runs', () => {
    for (const file of readdirSync('tests/reference/frozen').filter(name => /^(09|16|19|24)/.test(name))) {
      const script = readFileSync(`tests/reference/frozen/${file}`, 'utf8').replace(/^--.*\n/gm, '')
      const reversed = script
        .split(/(?<=;)\s*\n/)
        .reverse()
        .join('\n')
      expect(verdicts(exchange, reversed)).toEqual({ ...verdicts(exchange, script), r32: 'broken' })
    }
  })
})
