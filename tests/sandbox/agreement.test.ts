import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PreparedExercise } from '@nomenklatura/core/exercise'
import type { SandboxEngine } from '@nomenklatura/core/instances'
import { markAnswer, planAnswer, type Marking } from '@nomenklatura/core/marking'
import { partsOf } from '@nomenklatura/core/rules'
import { reasonInWords } from '@nomenklatura/core/words'
import { EnginePool } from '../../sandbox/pool'
import { MORE_WORLDS, WORLDS, exerciseOf } from '../reference/four-worlds'
import { HARBOUR } from './support/harbour'
import { generated } from './support/generated'
import { ServerEngine } from './support/server-engine'
import { VERDICTS_OF_KINDS } from './support/verdicts-of-kinds'

/**
 * Reasoning against running: the same verdict for every rule of every answer, where rows decide it at all. The
 * aims are those of the plan: cannot tell at most 2 %, no evidence at most 5 %, for each kind and verdict 60.
 */
type Closable = SandboxEngine & { close(): Promise<void> }
const ENGINES: readonly (readonly [string, () => Promise<Closable>])[] = [
  [
    'in a thread',
    () => Promise.resolve(new EnginePool({ folder: process.env.NOMENKLATURA_SANDBOX!, engines: 2 })),
  ],
  ['on a server', () => ServerEngine.start('nomenklatura_sandbox_agreement')],
]

/** Kinds that rows say nothing of, by the plan. */
const NOT_RUN = [
  'onceOnly',
  'atomic',
  'called',
  'convention',
  'scriptRuns',
  'wellMade',
  'nothingMore',
  'hasSome',
  'drawn',
  'claim',
]

/** So often chance must have made each kind with each verdict that the plan allows it. */
const LEAST_SEEN = 60

interface Seen {
  readonly kind: string
  readonly by: Marking['cells'][number]
  readonly run: Marking['cells'][number]
}

async function see(engine: SandboxEngine, exercise: PreparedExercise, script: string): Promise<Seen[]> {
  const plan = planAnswer(exercise, { script })!
  const report = await engine.run(plan.work)
  expect(report.stopped).toBe(null)
  const reasoned = markAnswer(exercise, { script })
  const run = markAnswer(exercise, { script }, { report })
  return reasoned.cells.flatMap((by, i) => {
    const parts = partsOf(exercise.document.rules.find(({ id }) => id === by.rule)!)
    const { kind } = parts[0]!
    return parts.every(part => NOT_RUN.includes(part.kind)) ? [] : [{ kind, by, run: run.cells[i]! }]
  })
}

const told = ({ kind, by, run }: Seen, script: string): string =>
  `${kind} ${by.rule}: ${run.because.map(reasonInWords).join(' ')}\n${[...(run.witness?.run?.before ?? []), ...(run.witness?.run?.tried ?? [])].join(';\n')}\n${script}`

const disagrees = ({ run }: Seen): boolean => run.doubt === 'disagreement'
const isDecided = ({ by }: Seen): boolean => by.verdict !== 'not shown' && by.verdict !== 'cannot tell'
const lacksEvidence = (seen: Seen): boolean => isDecided(seen) && !seen.run.witness?.run

/** A server writes to a disk for each: there they are fewer. */
const SCHEMAS = { 'in a thread': 480, 'on a server': 40 }
const exercise = exerciseOf(HARBOUR)

describe.each(ENGINES)('%s', (name, start) => {
  let engine: Closable
  beforeAll(async () => {
    engine = await start()
  })
  afterAll(() => engine.close())

  const count = SCHEMAS[name as keyof typeof SCHEMAS]
  it(`${count} schemas made from a harbour by chance: verdicts agree, and rows show them`, async () => {
    const counts = new Map<string, number>()
    let [all, open, without] = [0, 0, 0]
    const work = async (seed: number): Promise<void> => {
      const { script, meant, isHarmless } = generated(seed)
      const seen = await see(engine, exercise, script)
      for (const each of seen) {
        expect(disagrees(each), told(each, script)).toBe(false)
        if (isHarmless) expect([each.run.rule, each.run.verdict], script).toEqual([each.run.rule, 'upheld'])
        const key = `${each.kind} ${each.run.verdict}`
        counts.set(key, (counts.get(key) ?? 0) + 1)
        all++
        if (each.run.verdict === 'cannot tell') open++
        if (lacksEvidence(each)) {
          without++
          const none = `${each.kind} ${each.run.verdict} without`
          counts.set(none, (counts.get(none) ?? 0) + 1)
        }
      }
      const noticed = seen.filter(({ run }) => run.verdict !== 'upheld').map(({ run }) => run.rule)
      if (meant.length > 0)
        expect(
          meant.some(rule => noticed.includes(rule)),
          script,
        ).toBe(true)
    }
    const seeds = Array.from({ length: count }, (_, i) => i)
    if (name === 'on a server') for (const seed of seeds) await work(seed)
    else
      await Promise.all(
        [0, 1].map(async part => {
          for (const seed of seeds) if (seed % 2 === part) await work(seed)
        }),
      )
    console.log(
      [...counts]
        .toSorted()
        .map(([key, count]) => `${key}: ${count}`)
        .join(' · '),
      { all, open, without },
    )
    for (const key of name === 'in a thread' ? VERDICTS_OF_KINDS : [])
      expect([key, (counts.get(key) ?? 0) >= LEAST_SEEN]).toEqual([key, true])
    expect(open / all).toBeLessThanOrEqual(0.02)
    expect(without / all).toBeLessThanOrEqual(0.05)
  })

  it.each([...WORLDS, ...MORE_WORLDS].map(world => [world.name, world] as const))(
    '%s: answers written before the engine have their verdicts, run',
    async (_, world) => {
      const worldly = exerciseOf(world)
      for (const answer of world.answers) {
        if (answer.dialect) continue
        const seen = await see(engine, worldly, answer.script)
        for (const each of seen)
          expect(disagrees(each), `${answer.note}\n${told(each, answer.script)}`).toBe(false)
        const found = seen.filter(({ run }) => run.verdict !== 'upheld')
        const wanted = Object.entries(answer.expects).filter(([rule]) =>
          seen.some(({ run }) => run.rule === `r${rule}`),
        )
        // What reasoning had to leave open may be decided now.
        const decided = wanted.filter(
          ([rule, verdict]) => verdict !== 'cannot tell' || found.some(({ run }) => run.rule === `r${rule}`),
        )
        expect(
          Object.fromEntries(found.map(({ run }) => [run.rule.slice(1), run.verdict])),
          answer.note,
        ).toEqual(Object.fromEntries(decided))
      }
    },
  )
})
