import pg from 'pg'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { replayAsSql } from '@nomenklatura/core/instances'
import { markAnswer, planAnswer } from '@nomenklatura/core/marking'
import { partsOf, type Witness } from '@nomenklatura/core/rules'
import { EnginePool } from '../../sandbox/pool'
import { exerciseOf } from '../reference/four-worlds'
import { createDatabase } from '../support/databases'
import { generated } from './support/generated'
import { HARBOUR } from './support/harbour'
import { VERDICTS_OF_KINDS } from './support/verdicts-of-kinds'

/** What a person copies from a witness does on Debian's server, as it stands, what the witness says. */
const exercise = exerciseOf(HARBOUR)
let pool: EnginePool
let client: pg.Client
beforeAll(async () => {
  pool = new EnginePool({ folder: process.env.NOMENKLATURA_SANDBOX!, engines: 2 })
  client = new pg.Client({ connectionString: await createDatabase('nomenklatura_sandbox_replay') })
  await client.connect()
})
afterAll(async () => {
  await client.end()
  await pool.close()
})

/** The constraint that refused the text as a whole; null where it ran to its end. */
async function refusedBy(sql: string): Promise<pg.DatabaseError | null> {
  try {
    await client.query(sql)
    return null
  } catch (error) {
    await client.query('ROLLBACK')
    return error as pg.DatabaseError
  }
}

async function replay(tables: readonly string[], witness: Witness): Promise<void> {
  const sql = replayAsSql(tables, witness)!
  const refusal = await refusedBy(sql)
  expect(refusal === null ? 'accepted' : 'refused', `${refusal?.message}\n${sql}`).toBe(witness.outcome)
  if (witness.run!.constraint !== null) expect(refusal?.constraint, sql).toBe(witness.run!.constraint)
}

interface Run {
  readonly key: string
  readonly witness: Witness
  readonly tables: readonly string[]
}

/** What was run of a generated answer, by kind and verdict. */
async function runsOf(seed: number): Promise<Run[]> {
  const { script } = generated(seed)
  const report = await pool.run(planAnswer(exercise, { script })!.work)
  const { cells, ran } = markAnswer(exercise, { script }, { report })
  return cells.flatMap(({ rule, verdict, witness }) => {
    const [first] = partsOf(exercise.document.rules.find(({ id }) => id === rule)!)
    return witness?.run ? [{ key: `${first!.kind} ${verdict}`, witness, tables: ran!.tables }] : []
  })
}

async function replayWhole({ tables, witness }: Run): Promise<void> {
  await replay(tables, witness)
  if (witness.also) await replay(tables, witness.also)
}

it('every witness of twelve answers, with the second one of those that are both broken and too strict', async () => {
  for (let seed = 0; seed < 12; seed++) for (const run of await runsOf(seed)) await replayWhole(run)
})

it('a witness of every kind of rule for each verdict that it may have', async () => {
  const open = new Set(VERDICTS_OF_KINDS)
  for (let seed = 2; seed < 400 && open.size > 0; seed += 4)
    for (const run of await runsOf(seed)) if (open.delete(run.key)) await replayWhole(run)
  expect([...open]).toEqual([])
})
