import type { EnginePool } from '../sandbox/pool'
import { CallError } from './call'

/** Engines for `--run`, as many as are worked on at a time; they start from what `bin/support/run.mjs` put there. */
export async function startEngines(jobs: number): Promise<EnginePool> {
  const folder = process.env.NOMENKLATURA_SANDBOX
  if (folder === undefined) throw new CallError('--run: there are no engines beside this program')
  const { EnginePool } = await import('../sandbox/pool')
  return new EnginePool({ folder, engines: jobs })
}

/** The results in the order of the inputs, so many worked on at a time. */
export async function* inTurn<In, Out>(
  inputs: readonly In[],
  jobs: number,
  work: (input: In) => Promise<Out>,
): AsyncGenerator<Out> {
  const begun: Promise<Out>[] = []
  for (let at = 0; at < inputs.length; at++) {
    while (begun.length < inputs.length && begun.length < at + jobs) {
      const result = work(inputs[begun.length]!)
      result.catch(() => {}) // it is told when its turn comes
      begun.push(result)
    }
    yield await begun[at]!
  }
}
