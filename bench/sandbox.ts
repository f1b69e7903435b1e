import { readFileSync } from 'node:fs'
import { ExerciseDocument, prepareExercise } from '../packages/core/src/exercise'
import { markAnswer, planAnswer } from '../packages/core/src/marking'
import { EXCHANGE_HAND_INS } from '../db/demo/plan'
import { EnginePool } from '../sandbox/pool'
import { bundleSandbox } from '../bin/support/bundle.mjs'

type Report = (what: string, text: string) => void
const median = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[values.length >> 1]!
const memory = (): number => Math.round(process.memoryUsage().rss / 2 ** 20)

/** Marking with execution: one hand-in warm, a class of 500, and the memory after ten times as many. */
export async function sandbox(report: Report): Promise<void> {
  const file = 'db/demo/exercises/exchange-with-partner-gardens.json'
  const exercise = prepareExercise(ExerciseDocument.parse(JSON.parse(readFileSync(file, 'utf8'))))
  const answers = EXCHANGE_HAND_INS.map(({ script = '' }) => ({ script }))
  const pool = new EnginePool({ folder: await bundleSandbox(), engines: 2 })
  await pool.warm()
  const mark = async (answer: { script: string }): Promise<void> => {
    const { work } = planAnswer(exercise, answer)!
    markAnswer(exercise, answer, { report: await pool.run(work) })
  }
  for (let i = 0; i < 60; i++) await mark(answers[i % answers.length]!)
  const [reasoned, executed]: [number[], number[]] = [[], []]
  for (let i = 0; i < 60; i++) {
    const { script } = answers[i % answers.length]!
    const begun = performance.now()
    // Each script is another one: nothing of it is remembered from the call before.
    markAnswer(exercise, { script: `${script}\n-- reasoned ${i}` })
    const between = performance.now()
    await mark({ script: `${script}\n-- run ${i}` })
    reasoned.push(between - begun)
    executed.push(performance.now() - between)
  }
  report(
    'marking a hand-in of exercise 5, by reasoning and with rows run',
    `${median(reasoned).toFixed(1)} and ${median(executed).toFixed(1)} ms median`,
  )
  const before = memory()
  for (const [count, what] of [
    [500, 'a class of 500, each script run anew, two engines'],
    [1500, '1500 more'],
    [3000, '3000 more'],
  ] as const) {
    const begun = performance.now()
    let next = 0
    const work = async (): Promise<void> => {
      while (next < count) await mark(answers[next++ % answers.length]!)
    }
    await Promise.all([work(), work(), work()])
    report(
      what,
      `${((performance.now() - begun) / 1000).toFixed(1)} s; memory ${before} MB before, ${memory()} MB after`,
    )
  }
  await pool.close()
}
