import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import createKnex from 'knex'
import { runProgram, startApplication } from '../bin/support/application.mjs'
import { freePort, startCluster } from '../bin/support/cluster.mjs'
import { PERSON_HEADER } from '../shared/requests'
import { EXCHANGE_HAND_INS } from '../db/demo/plan'
import { FAMILIES } from './worst'

/**
 * Thirty people save, check and open pages while another sends the worst answers one after the other: node
 * bin/support/run.mjs bench/load.ts [SECONDS] [WEB PROCESSES]. Everything on this machine, the senders too.
 * Prints percentiles and the memory of the web process at begin and end.
 */
const seconds = Number(process.argv[2] ?? 60)
const webs = Number(process.argv[3] ?? 1)
const PEOPLE = 30
const folder = mkdtempSync('/var/tmp/nomenklatura-load-')
const cluster = await startCluster(join(folder, 'cluster'), 'load', { port: await freePort() })
await runProgram('db/demo/load.ts', [], { DATABASE_URL: cluster.url })
const db = createKnex({ client: 'pg', connection: cluster.url })
const { exercise_id: exerciseId } = (await db('exercise_revisions')
  .whereRaw("document->>'title' = ?", ['Exchange with partner gardens'])
  .first('exercise_id'))!
const { course_id: courseId } = (await db('exercises').where({ id: exerciseId }).first('course_id'))!
const { password_hash: hash } = (await db('people').first('password_hash'))!
const made = await db('people')
  .insert(
    Array.from({ length: PEOPLE + 1 }, (_, i) => ({
      email: `load.${i}@skarholm.example`,
      name: `Load ${i}`,
      password_hash: hash,
    })),
  )
  .returning(['id', 'email'])
await db('memberships').insert(
  made.map(({ id }) => ({ course_id: courseId, person_id: id, role: 'student' })),
)

const port = await freePort()
const application = await startApplication({
  databaseUrl: cluster.url,
  port,
  password: 'a-password-for-the-tests-of-32-chars-or-more',
  demo: true,
})
const ports = [port]
const more: ChildProcess[] = []
for (let i = 1; i < webs; i++) {
  const other = await freePort()
  more.push(
    spawn(process.execPath, ['.output/server/index.mjs'], {
      env: { ...application.env, PORT: String(other), NITRO_PORT: String(other) },
      stdio: 'ignore',
    }),
  )
  ports.push(other)
}
await new Promise(done => setTimeout(done, 3000))

type Ask = (
  method: string,
  path: string,
  body?: unknown,
) => Promise<{ status: number; body: Record<string, unknown> }>
async function signIn(email: string, id: string, at: number): Promise<Ask> {
  const origin = `http://127.0.0.1:${ports[at % ports.length]}`
  let cookie = ''
  const ask: Ask = async (method, path, body) => {
    const response = await fetch(`${origin}/api${path}`, {
      method,
      headers: {
        'Content-Type': 'application/json',
        'Origin': origin,
        'Cookie': cookie,
        [PERSON_HEADER]: id,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    for (const set of response.headers.getSetCookie()) cookie = set.split(';')[0]!
    return { status: response.status, body: (await response.json()) as Record<string, unknown> }
  }
  await ask('POST', '/session', { email, password: 'vault-demo-pass' })
  await ask('POST', `/exercises/${exerciseId}/worksheet`)
  return ask
}
const people: Ask[] = []
for (const [i, { id, email }] of made.entries()) people.push(await signIn(email, id, i))

const took: Record<string, number[]> = { save: [], page: [], check: [] }
const refused: Record<string, number> = {}
async function timed(what: string, run: () => Promise<{ status: number }>): Promise<void> {
  const begun = performance.now()
  const { status } = await run()
  took[what]!.push(performance.now() - begun)
  if (status >= 400) refused[`${what} ${status}`] = (refused[`${what} ${status}`] ?? 0) + 1
}
/** A hand-in of the demo with a table no other has: everyone's check runs rows, and none is remembered. */
const ownScript = (i: number, base: number): string =>
  `${EXCHANGE_HAND_INS[i % EXCHANGE_HAND_INS.length]!.script}
CREATE TABLE remark_${i}_${base} (remark_no integer PRIMARY KEY);`

/** Checks that came back by reasoning, since running took longer than is waited for. */
let came = 0
async function checked(ask: Ask, script: string): Promise<{ status: number }> {
  const answer = await ask('POST', `/exercises/${exerciseId}/check`, { script })
  if (answer.body.isBeingRun) came++
  return answer
}

let until = 0
async function work(ask: Ask, i: number): Promise<void> {
  const script = 'CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden char(4) NOT NULL);\n'
  await new Promise(done => setTimeout(done, i * 200)) // people do not come at one moment
  for (let base = 0; Date.now() < until; base++) {
    await timed('save', () =>
      ask('PUT', `/exercises/${exerciseId}/sheets/script`, {
        content: `${script.repeat(10)}-- ${i} ${base}`,
        base,
      }),
    )
    if ((base + i) % 3 === 0) await timed('page', () => ask('GET', `/courses/${courseId}`))
    if ((base + i) % 10 === 0) await timed('check', () => checked(ask, ownScript(i, base)))
    await new Promise(done => setTimeout(done, 800 + ((i * 37) % 400)))
  }
}
/** Made before: what makes them is no part of what is measured. */
const WORST = FAMILIES.map(({ answer, sizes }) => answer(sizes.at(-1)!))
const sent = new Map<number, number>()
async function attack(ask: Ask): Promise<void> {
  for (let i = 0; Date.now() < until; i++) {
    const { status } = await ask('POST', `/exercises/${exerciseId}/check`, WORST[i % WORST.length])
    sent.set(status, (sent.get(status) ?? 0) + 1)
  }
}
const memory = (): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${application.server.pid}/status`, 'utf8'))![1]) / 1024
const before = memory()
until = Date.now() + seconds * 1000
const peaks: number[] = []
const watching = setInterval(() => peaks.push(memory()), 500)
await Promise.all([...people.slice(0, PEOPLE).map(work), attack(people[PEOPLE]!)])
clearInterval(watching)
const at = (values: number[], share: number): string =>
  `${(values.sort((a, b) => a - b)[Math.floor(values.length * share)] ?? 0).toFixed(0)} ms`
for (const [what, values] of Object.entries(took))
  console.log(
    `${what}: ${values.length}, median ${at(values, 0.5)}, 95 % ${at(values, 0.95)}, 99 % ${at(values, 0.99)}`,
  )
console.log(`  checks answered by reasoning, being run still: ${came}`)
console.log(
  `the worst answers: ${[...sent].map(([status, count]) => `${count} answered ${status}`).join(', ')}; refused besides: ${JSON.stringify(refused)}`,
)
console.log(
  `memory of the web process: ${before.toFixed(0)} MB before, ${Math.max(...peaks).toFixed(0)} at most, ${memory().toFixed(0)} at the end`,
)
const tenth = Math.max(1, Math.floor(peaks.length / 10))
console.log(
  `  its median in each tenth of the time: ${Array.from({ length: 10 }, (_, i) =>
    peaks
      .slice(i * tenth, (i + 1) * tenth)
      .sort((a, b) => a - b)
      [tenth >> 1]?.toFixed(0),
  ).join(', ')} MB`,
)

for (const child of more) child.kill()
await application.stop()
await db.destroy()
cluster.stop()
cluster.remove()
rmSync(folder, { recursive: true, force: true })
process.exit(0)
