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

it('every witness of thirty answers, with the second one of those that are both broken and too strict', async () => {
  const seen = new Set<string>()
  for (let seed = 0; seed < 30; seed++) {
    const { script } = generated(seed)
    const report = await pool.run(planAnswer(exercise, { script })!.work)
    const { cells, ran } = markAnswer(exercise, { script }, { report })
    for (const { rule, verdict, witness } of cells) {
      if (!witness?.run) continue
      const [first] = partsOf(exercise.document.rules.find(({ id }) => id === rule)!)
      seen.add(`${first!.kind} ${verdict}`)
      await replay(ran!.tables, witness)
      if (witness.also) await replay(ran!.tables, witness.also)
    }
  }
  expect([...seen].filter(key => key.endsWith('upheld')).length).toBe(16)
  expect(seen.size).toBeGreaterThan(24)
})
