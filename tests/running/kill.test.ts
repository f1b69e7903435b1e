import type { ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import createKnex, { type Knex } from 'knex'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { freePort, startCluster, type Application } from '../browser/support'
import { startApplication } from '../../bin/support/application.mjs'
import { demoInto } from '../support/databases'
import type { Cluster } from '../../bin/support/cluster.mjs'
import { enrol, lostOf, pause, signInAll, study, unmarkedOf, type Acknowledged, type Person } from './traffic'

/**
 * Kill -9 of server, worker and database under fifty students who write and hand in and three who comment:
 * whatever was acknowledged is there afterwards, and every sound hand-in is marked within a minute, though
 * some among them cannot be marked at all.
 */
const STUDENTS = 50
const RUNS_MS = 40_000
const POISONED = 3

let folder: string
let cluster: Cluster
let db: Knex
let port: number
let application: Application
let exerciseId: string
const start = () =>
  startApplication({
    databaseUrl: cluster.url,
    port,
    password: 'a-password-for-the-tests-of-32-chars-or-more',
    demo: true,
  })

beforeAll(async () => {
  folder = mkdtempSync(join(process.getuid!() === 0 ? '/var/tmp' : tmpdir(), 'nomenklatura-kill-'))
  cluster = await startCluster(join(folder, 'cluster'), 'kill', { port: await freePort() })
  demoInto(cluster.url)
  db = createKnex({ client: 'pg', connection: cluster.url })
  await prepare()
  port = await freePort()
  application = await start()
}, 300_000)
afterAll(async () => {
  await application?.stop()
  await db?.destroy()
  cluster?.stop()
  cluster?.remove()
  rmSync(folder, { recursive: true, force: true })
})

/** Some of the hand-ins cannot be marked: no such dialect. */
async function prepare(): Promise<void> {
  const { revisionId, people, ...enrolled } = await enrol(db, STUDENTS + POISONED)
  exerciseId = enrolled.exerciseId
  const answer = JSON.stringify({
    format: 'nomenklatura-answer',
    version: 1,
    script: 'CREATE TABLE t (a int);',
    dialect: 'none',
  })
  await db('hand_ins').insert(
    people.slice(STUDENTS).map(id => ({
      exercise_id: exerciseId,
      person_id: id,
      attempt: 1,
      exercise_revision_id: revisionId,
      answer,
    })),
  )
}

const acknowledged: Acknowledged = { saves: [], handIns: [] }
const comments: string[] = []

async function teach(person: Person, name: string, until: number): Promise<void> {
  for (let i = 0; Date.now() < until; i++) {
    const desk = await person.ask('GET', `/exercises/${exerciseId}/desk`)
    const queue = (desk?.body.queue ?? []) as { id: string }[]
    const text = `${name} ${i}`
    if (
      queue.length > 0 &&
      (await person.ask('POST', `/hand-ins/${queue[i % queue.length]!.id}/comments`, { text, rule: null }))
    )
      comments.push(text)
    await pause(200)
  }
}

const killed = (child: ChildProcess): Promise<void> =>
  new Promise(resolve => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve()
    child.once('exit', () => resolve())
    child.kill('SIGKILL')
  })

/** Server and worker, the database alone, and all three at once. */
async function killThem(): Promise<void> {
  const restart = async (): Promise<void> => {
    application = await start()
  }
  await pause(6000)
  await Promise.all([killed(application.server), killed(application.worker)])
  await restart()
  await pause(6000)
  cluster.kill()
  await pause(2000)
  cluster = await startCluster(join(folder, 'cluster'), 'kill', { port: cluster.port })
  await pause(6000)
  cluster.kill()
  await Promise.all([killed(application.server), killed(application.worker)])
  cluster = await startCluster(join(folder, 'cluster'), 'kill', { port: cluster.port })
  await restart()
}

it('keeps all that was acknowledged, and marks every sound hand-in within a minute', async () => {
  const people = await signInAll(
    [
      ...Array.from({ length: STUDENTS }, (_, i) => `student.${i}`),
      'ada.brandvold',
      'bo.achterberg',
      'ada.brandvold',
    ],
    port,
  )
  const until = Date.now() + RUNS_MS
  const students = people.slice(0, STUDENTS).map(person => study(person, exerciseId, until, acknowledged))
  const staff = people.slice(STUDENTS).map((person, i) => teach(person, `teacher ${i}`, until))
  await Promise.all([...students, ...staff, killThem()])
  const { saves, handIns } = acknowledged
  console.log(
    `${saves.length} saves, ${handIns.length} hand-ins and ${comments.length} comments were acknowledged`,
  )
  expect(saves.length).toBeGreaterThan(500)
  expect(handIns.length).toBeGreaterThan(30)

  for (let i = 0; i < 120 && (await unmarkedOf(db, exerciseId)).length > 0; i++) await pause(500)
  expect(await unmarkedOf(db, exerciseId)).toEqual([])
  expect(await lostOf(db, exerciseId, acknowledged)).toEqual({ saves: 0, handIns: 0 })
  const told = new Set(await db('comments').pluck('text'))
  expect(comments.filter(text => !told.has(text))).toEqual([])
  expect(await db('marking_failures').where('tries', '>=', 3)).toHaveLength(POISONED)
}, 240_000)
