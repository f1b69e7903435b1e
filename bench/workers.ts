import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import createKnex from 'knex'
import { runProgram } from '../bin/support/application.mjs'
import { bundle, bundleThread } from '../bin/support/bundle.mjs'
import { freePort, startCluster } from '../bin/support/cluster.mjs'
import { EXCHANGE_HAND_INS } from '../db/demo/plan'

/**
 * How long one, two and four worker processes on one database take for five hundred new hand-ins: node
 * bin/support/run.mjs bench/workers.ts.
 */
const HAND_INS = 500
const folder = mkdtempSync('/var/tmp/nomenklatura-workers-')
const cluster = await startCluster(join(folder, 'cluster'), 'workers', { port: await freePort() })
await runProgram('db/demo/load.ts', [], { DATABASE_URL: cluster.url })
const db = createKnex({ client: 'pg', connection: cluster.url })
const revision = await db('exercise_revisions')
  .whereRaw("document->>'title' = ?", ['Exchange with partner gardens'])
  .first()
const file = await bundle('server/jobs/worker.ts')
await bundleThread()
const pause = (ms: number): Promise<void> => new Promise(done => setTimeout(done, ms))

/** A new class hands in; answers how many seconds it takes until all of it is marked. */
async function round(workers: number): Promise<number> {
  const people = await db('people')
    .insert(
      Array.from({ length: HAND_INS }, (_, i) => ({
        email: `w${workers}.${i}@x.example`,
        name: `W ${i}`,
        password_hash: 'x',
      })),
    )
    .returning('id')
  const children: ChildProcess[] = Array.from({ length: workers }, () =>
    spawn(process.execPath, [file], { env: { ...process.env, DATABASE_URL: cluster.url }, stdio: 'ignore' }),
  )
  await pause(4000)
  await db('hand_ins').insert(
    people.map(({ id }, i) => {
      const answer = {
        format: 'nomenklatura-answer',
        version: 1,
        script: `${EXCHANGE_HAND_INS[i % EXCHANGE_HAND_INS.length]!.script}-- ${i}`,
      }
      return {
        exercise_id: revision!.exercise_id,
        person_id: id,
        attempt: 1,
        exercise_revision_id: revision!.id,
        answer: JSON.stringify(answer),
      }
    }),
  )
  const begun = performance.now()
  const left = async (): Promise<number> =>
    Number(
      (
        await db.raw(
          'SELECT count(*) AS n FROM hand_ins h WHERE NOT EXISTS (SELECT FROM markings k WHERE k.hand_in_id = h.id)',
        )
      ).rows[0].n,
    )
  while ((await left()) > 0) await pause(100)
  const took = (performance.now() - begun) / 1000
  await Promise.all(
    children.map(
      child =>
        new Promise(done => {
          child.once('exit', done)
          child.kill()
        }),
    ),
  )
  return took
}

for (const workers of [1, 2, 4]) {
  const took = await round(workers)
  console.log(
    `${workers} worker${workers > 1 ? 's' : ''}: ${HAND_INS} hand-ins marked in ${took.toFixed(1)} s, ${(HAND_INS / took).toFixed(0)} a second, from the moment they came`,
  )
}
const { rows } = await db.raw(
  'SELECT avg(pg_column_size(verdicts))::int AS verdicts, avg(length(verdicts::text))::int AS written, (SELECT avg(pg_column_size(answer))::int FROM hand_ins) AS answer FROM markings',
)
console.log(
  `a marking takes ${rows[0].verdicts} bytes (${rows[0].written} written out), a hand-in ${rows[0].answer}`,
)

await db.destroy()
cluster.stop()
cluster.remove()
rmSync(folder, { recursive: true, force: true })
