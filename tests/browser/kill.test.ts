import type { ChildProcess } from 'node:child_process'
import createKnex, { type Knex } from 'knex'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { freePort, type Application } from './support'
import { runProgram, startApplication } from '../../bin/support/application.mjs'
import { EXCHANGE_HAND_INS } from '../../db/demo/plan'

/** Kill -9 of server and worker while they work: nothing acknowledged is lost, and every hand-in is marked once. */
let db: Knex
let port: number
let application: Application
const databaseUrl = process.env.DATABASE_URL!
const start = () => startApplication({ databaseUrl, port, password: 'a-password-for-the-tests-of-32-chars-or-more', demo: true })

beforeAll(async () => {
  await runProgram('db/demo/load.ts', ['--fresh'], { DATABASE_URL: databaseUrl })
  port = await freePort()
  db = createKnex({ client: 'pg', connection: databaseUrl })
  application = await start()
})
afterAll(async () => {
  await application.stop()
  await db.destroy()
})

const killed = (child: ChildProcess): Promise<void> => new Promise((resolve) => {
  child.once('exit', () => resolve())
  child.kill('SIGKILL')
})

async function ask(cookie: string, method: string, path: string, body: unknown): Promise<Response> {
  const origin = `http://127.0.0.1:${port}`
  return fetch(`${origin}/api${path}`, { method, body: JSON.stringify(body), headers: { 'Content-Type': 'application/json', 'Origin': origin, 'Cookie': cookie } })
}

it('leaves every acknowledged save and hand-in there, each marked once', async () => {
  const ask0 = await ask('', 'POST', '/session', { email: 'wen.zhao@skarholm.example', password: 'vault-demo-pass' })
  const cookie = ask0.headers.getSetCookie()[0]!.split(';')[0]!
  const { exercise_id: id } = await db('exercise_revisions').whereRaw('document->>\'title\' = ?', ['Exchange with partner gardens']).first('exercise_id')
  const script = EXCHANGE_HAND_INS[0]!.script

  await application.worker.kill('SIGSTOP') // so that the marking is still to be done when both are killed
  const saved: number[] = []
  for (let i = 0; i < 20; i++) {
    const response = await ask(cookie, 'PUT', `/exercises/${id}/sheets/script`, { content: `${script}-- ${i}\n`, base: i })
    saved.push((await response.json() as { number: number }).number)
  }
  const receipt = await (await ask(cookie, 'POST', `/exercises/${id}/hand-ins`, { bases: { script: 20 } })).json() as { id: string }
  const revision = await db('exercise_revisions').where({ exercise_id: id }).first()
  // A new rule sheet asks for all hand-ins to be marked again, in the middle of which the processes are killed a second time.
  await db('exercise_revisions').insert({ exercise_id: id, number: revision.number + 1, document: JSON.stringify(revision.document), saved_by: revision.saved_by })
  const last = ask(cookie, 'PUT', `/exercises/${id}/sheets/script`, { content: `${script}-- last\n`, base: 20 }).then(response => response.ok, () => false)
  await Promise.all([killed(application.server), killed(application.worker)])
  const lastWasAcknowledged = await last

  application = await start()
  await new Promise(resolve => setTimeout(resolve, 400))
  await killed(application.worker)
  await killed(application.server)
  application = await start()

  const handIns = await db('hand_ins').where({ exercise_id: id }).pluck('id')
  expect(handIns).toContain(receipt.id)
  const marked = async () => (await db('markings as k').join('exercise_revisions as r', 'r.id', 'k.exercise_revision_id').where({ 'r.exercise_id': id, 'r.number': revision.number + 1 }).pluck('hand_in_id')) as string[]
  for (let i = 0; i < 200 && (await marked()).length < handIns.length; i++) await new Promise(resolve => setTimeout(resolve, 250))
  expect((await marked()).sort()).toEqual([...handIns].sort())

  const contents = await db('worksheet_revisions as r').join('worksheets as w', 'w.id', 'r.worksheet_id').join('people as p', 'p.id', 'w.person_id')
    .where({ 'p.email': 'wen.zhao@skarholm.example', 'w.exercise_id': id }).orderBy('r.number').pluck('content') as string[]
  expect(contents.slice(0, 20)).toEqual(saved.map(number => `${script}-- ${number - 1}\n`))
  if (lastWasAcknowledged) expect(contents[20]).toBe(`${script}-- last\n`)
})
