import { rows } from './rows'
import { worst } from './worst'
import { readFileSync } from 'node:fs'
import { cpus } from 'node:os'
import {
  Universe,
  analyse,
  candidateKeys,
  closure,
  keysOneByOne,
  type Dependency,
} from '../packages/core/src/dependencies'
import {
  EMPTY_DIAGRAM,
  checkDiagram,
  newFact,
  schemaFromDiagram,
  svgOf,
  type Diagram,
} from '../packages/core/src/diagram'
import { ExerciseDocument, prepareExercise } from '../packages/core/src/exercise'
import { markAnswer, markScript } from '../packages/core/src/marking'
import { readScript, reviewScript } from '../packages/core/src/sql'
import { ledgerClaims } from '../db/demo/answers-ledger'

/**
 * Benchmarks, as ratios within one run. `--short` runs each a few times only, to see that they still run: it
 * judges nothing. By hand: npm run bench; with --sandbox the engines as well.
 */
const short = process.argv.includes('--short')

interface Measured {
  readonly medianMs: number
}

async function measure(run: () => unknown, times: number): Promise<Measured> {
  const count = short ? Math.min(3, times) : times
  for (let i = 0; i < Math.min(count, 50); i++) await run()
  const samples: number[] = []
  for (let i = 0; i < count; i++) {
    const begun = performance.now()
    await run()
    samples.push(performance.now() - begun)
  }
  return { medianMs: samples.sort((a, b) => a - b)[samples.length >> 1]! }
}

/** Medians of two things measured in turns, both warm: what the machine does meanwhile meets both alike. */
async function alternately(first: () => unknown, second: () => unknown): Promise<[number, number]> {
  for (let i = 0; i < (short ? 3 : 1500); i++) {
    await first()
    await second()
  }
  const blocks = short ? 1 : 9
  const medians: [number[], number[]] = [[], []]
  for (let block = 0; block < blocks; block++) {
    medians[0].push((await measure(first, 60)).medianMs)
    medians[1].push((await measure(second, 60)).medianMs)
  }
  const middle = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!
  return [middle(medians[0]), middle(medians[1])]
}

const ms = (value: number): string => `${value < 10 ? value.toFixed(3) : value.toFixed(1)} ms`
const report = (what: string, text: string): void => console.log(`${what.padEnd(58)} ${text}`)

const document = ExerciseDocument.parse(
  JSON.parse(readFileSync('db/demo/exercises/exchange-with-partner-gardens.json', 'utf8')),
)
const model = document.models[0]!.script
/** A script of 2 KB as a student writes it. */
const script = `${model}\n${model.replaceAll(/(TABLE|REFERENCES|pk_|fk_)(\s*)(\w+)/g, '$1$2x_$3')}`
  .slice(0, 2048)
  .replace(/CREATE TABLE [^;]*$/, '')

async function parsing(): Promise<void> {
  const kb = script.length / 1024
  const ours = await measure(() => readScript(script), 400)
  const checked = await measure(() => reviewScript(script), 400)
  report(
    `parse ${kb.toFixed(1)} KB with diagnostics, warm`,
    `${ms(ours.medianMs)}; with the script's own checks ${ms(checked.medianMs)}`,
  )
  try {
    const { loadModule, parse } = await import('libpg-query')
    await loadModule()
    const [own, theirs] = await alternately(
      () => readScript(script),
      () => parse(script),
    )
    report(
      '  the same by libpg-query (WebAssembly), in turns',
      `${ms(theirs)}; ours ${ms(own)}, ${(own / theirs).toFixed(2)} of it`,
    )
  } catch (error) {
    report('  libpg-query', `not here: ${(error as Error).message}`)
  }
  const sizes = short ? [16, 64] : [160, 640, 2560, 10_240]
  let before: number | undefined
  for (const size of sizes) {
    const text = Array.from({ length: Math.ceil((size * 1024) / script.length) }, (_, i) =>
      script.replaceAll(/(TABLE|REFERENCES)(\s+)(\w+)/g, `$1$2t${i}_$3`),
    ).join('\n')
    const { medianMs } = await measure(() => reviewScript(text), 3)
    report(
      `  ${size} KB`,
      `${ms(medianMs)}${before ? `, ${(medianMs / before).toFixed(1)} times the quarter` : ''}`,
    )
    before = medianMs
  }
}

async function claims(): Promise<void> {
  const ledger = prepareExercise(
    ExerciseDocument.parse(JSON.parse(readFileSync('db/demo/exercises/the-intake-ledger.json', 'utf8'))),
  )
  const answer = { script: '', claims: ledgerClaims('by grid', ['name fixes code', 'two halves']) }
  const { medianMs } = await measure(() => markAnswer(ledger, answer), 100)
  report('marking of claims, 13 attributes, 19 rules, warm', ms(medianMs))
}

/** Dependencies of a fixed pseudo-random shape: three on the left, two on the right. */
function tangled(universe: Universe, count: number): Dependency[] {
  let state = 7
  const next = (): string =>
    universe.names[(state = (state * 1103515245 + 12345) % 2147483648) % universe.size]!
  return Array.from({ length: count }, () => universe.dependency([next(), next(), next()], [next(), next()]))
}

/** Keys of a tangle of 60 attributes, and how soon a search ends that somebody stops. */
async function tangle(): Promise<void> {
  const universe = new Universe(Array.from({ length: 60 }, (_, i) => `a${i}`))
  const given = tangled(universe, 80)
  const limit = short ? 500 : 20_000
  const begun = performance.now()
  const { keys, complete } = candidateKeys(universe.size, given, { limit })
  const took = performance.now() - begun
  report(
    'keys of 60 attributes and 80 dependencies',
    `${ms(took)} for ${keys.length} keys${complete ? ', all' : ` within ${limit} steps`}, ${((took * 1000) / keys.length).toFixed(0)} µs a key`,
  )
  const first = await measure(() => keysOneByOne(universe.size, given).next(), 20)
  report('  the first of them', ms(first.medianMs))
  let stopAt = Infinity
  let isAsked = false
  const stop = performance.now() + (short ? 20 : 200)
  const hard = new Universe(Array.from({ length: 41 }, (_, i) => `a${i}`))
  const pairs = Array.from({ length: 20 }, (_, i) => [
    hard.dependency([`a${2 * i}`], [`a${2 * i + 1}`]),
    hard.dependency([`a${2 * i + 1}`], [`a${2 * i}`]),
  ]).flat()
  candidateKeys(
    hard.size,
    [
      ...pairs,
      hard.dependency(
        hard.names.slice(0, 40).filter((_, i) => i % 2 === 0),
        ['a40'],
      ),
    ],
    {
      cancelled: () => {
        if (performance.now() < stop) return false
        if (!isAsked) stopAt = performance.now()
        isAsked = true
        return true
      },
    },
  )
  report(
    'a search for a million keys: from a cancel to the answer',
    isAsked ? ms(performance.now() - stopAt) : 'it ended before',
  )
}

async function marking(): Promise<void> {
  const prepared = prepareExercise(document)
  const whole = await measure(() => markScript(prepared, model), 200)
  const parsed = await measure(() => reviewScript(model), 200)
  report(
    'static marking of a hand-in, 30 rules, warm',
    `${ms(whole.medianMs)}, ${(whole.medianMs / parsed.medianMs).toFixed(1)} times its parse`,
  )
}

/** Diagrams: mapping, checking, drawing and marking. */
async function diagrams(): Promise<void> {
  const exercise = ExerciseDocument.parse(
    JSON.parse(readFileSync('db/demo/exercises/a-drawer-for-every-packet.json', 'utf8')),
  )
  const diagram = exercise.models[0]!.diagram!
  const prepared = prepareExercise(exercise)
  const many: Diagram = {
    ...EMPTY_DIAGRAM,
    level: 'logical',
    entities: Array.from({ length: 100 }, (_, i) => ({
      id: `e${i + 1}`,
      name: `Box ${i + 1}`,
      uniques: [],
      description: '',
      attributes: [
        newFact({ id: `e${i + 1}`, attributes: [] }, 'number', { identifies: true, type: 'integer' }),
      ],
    })),
    relationships: Array.from({ length: 140 }, (_, i) => ({
      id: `r${i + 1}`,
      name: 'holds',
      back: 'lies in',
      attributes: [],
      ends: [i % 99, (i * 7 + 3) % 100].map((at, end) => ({
        entity: `e${at + 1}`,
        role: end === 0 ? '' : 'x',
        least: 0 as const,
        most: end === 0 ? ('one' as const) : ('many' as const),
        identifies: false,
      })),
    })),
  }
  const times = async (of: Diagram): Promise<string> => {
    const map = await measure(() => schemaFromDiagram(of), 100)
    const check = await measure(() => checkDiagram(of), 100)
    const draw = await measure(() => svgOf(of), 50)
    return `mapped ${ms(map.medianMs)}, checked ${ms(check.medianMs)}, drawn ${ms(draw.medianMs)} (${(draw.medianMs / map.medianMs).toFixed(1)} times the mapping)`
  }
  report('diagram of 6 cards and 5 lines', await times(diagram))
  report('diagram of 100 cards and 140 lines', await times(many))
  report(
    'marking a diagram by 15 rules',
    ms((await measure(() => markAnswer(prepared, { script: '', diagram }), 100)).medianMs),
  )
}

async function theory(): Promise<void> {
  let before: number | undefined
  for (const size of [1250, 2500, 5000, 10_000]) {
    const universe = new Universe(Array.from({ length: size + 1 }, (_, i) => `a${i}`))
    const chain = Array.from({ length: size }, (_, i) =>
      universe.dependency([`a${size - 1 - i}`], [`a${size - i}`]),
    )
    const start = universe.set(['a0'])
    const { medianMs } = await measure(() => closure(universe.size, start, chain), 20)
    report(
      `closure, ${size} attributes and dependencies, worst order`,
      `${ms(medianMs)}${before ? `, ${(medianMs / before).toFixed(1)} times the half` : ''}`,
    )
    before = medianMs
  }
  before = undefined
  for (const size of short ? [25] : [50, 100, 200, 400]) {
    const attributes = Array.from({ length: size }, (_, i) => `a${i}`)
    const dependencies = attributes.slice(1).map((to, i) => ({ from: [`a${i}`], to: [to] }))
    const { medianMs } = await measure(() => analyse({ attributes, dependencies }), 3)
    report(
      `all that "dependencies" says of a chain of ${size}`,
      `${ms(medianMs)}${before ? `, ${(medianMs / before).toFixed(1)} times the half` : ''}`,
    )
    before = medianMs
  }
  for (const pairs of short ? [8] : [10, 12, 14]) {
    const universe = new Universe(Array.from({ length: 2 * pairs + 1 }, (_, i) => `a${i}`))
    const apart = Array.from({ length: pairs }, (_, i) => [
      universe.dependency([`a${2 * i}`], [`a${2 * i + 1}`]),
      universe.dependency([`a${2 * i + 1}`], [`a${2 * i}`]),
    ]).flat()
    const all = universe.names.slice(0, 2 * pairs).filter((_, i) => i % 2 === 0)
    const connected = [...apart, universe.dependency(all, [`a${2 * pairs}`])]
    for (const [name, given] of [
      ['apart', apart],
      ['connected', connected],
    ] as const) {
      let count = 0
      const { medianMs } = await measure(() => {
        count = candidateKeys(universe.size, given).keys.length
      }, 3)
      report(
        `all keys of ${pairs} pairs, ${name}`,
        `${ms(medianMs)} for ${count} keys, ${((medianMs * 1000) / count).toFixed(1)} µs a key`,
      )
    }
  }
}

console.log(
  `${cpus()[0]?.model ?? 'unknown processor'}, Node ${process.version}${short ? ', in short' : ''}\n`,
)
await parsing()
await marking()
await theory()
await tangle()
await claims()
await diagrams()
rows(report, short)
worst(report, short)
if (process.argv.includes('--sandbox')) await (await import('./sandbox')).sandbox(report)
