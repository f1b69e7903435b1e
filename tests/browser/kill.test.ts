import type { ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import createKnex, { type Knex } from 'knex'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { freePort, startCluster, type Application } from './support'
import { runProgram, startApplication } from '../../bin/support/application.mjs'
import type { Cluster } from '../../bin/support/cluster.mjs'
import { EXCHANGE_HAND_INS } from '../../db/demo/plan'
import { PERSON_HEADER } from '../../shared/requests'

/**
 * Kill -9 of server, worker and database under fifty students who write and hand in and three who comment: whatever was acknowledged is there afterwards, and every sound
 * hand-in is marked within a minute, though some among them cannot be marked at all.
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
const start = () => startApplication({ databaseUrl: cluster.url, port, password: 'a-password-for-the-tests-of-32-chars-or-more', demo: true })
const pause = (ms: number): Promise<void> => new Promise(done => setTimeout(done, ms))

beforeAll(async () => {
  folder = mkdtempSync(join(process.getuid!() === 0 ? '/var/tmp' : tmpdir(), 'nomenklatura-kill-'))
  cluster = await startCluster(join(folder, 'cluster'), 'kill', { port: await freePort() })
  await runProgram('db/demo/load.ts', [], { DATABASE_URL: cluster.url })
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

/** More students than the demo has, all with its password, and as many attempts as they like. */
async function prepare(): Promise<void> {
  const revision = await db('exercise_revisions').whereRaw('document->>\'title\' = ?', ['Exchange with partner gardens']).first()
  exerciseId = revision.exercise_id
  await db('exercises').where({ id: exerciseId }).update({ attempts: 99 })
  const { course_id: courseId } = await db('exercises').where({ id: exerciseId }).first('course_id')
  const { password_hash: hash } = await db('people').first('password_hash')
  const people = await db('people').insert(Array.from({ length: STUDENTS + POISONED }, (_, i) => ({ email: `student.${i}@skarholm.example`, name: `Student ${i}`, password_hash: hash }))).returning('id')
  await db('memberships').insert(people.map(({ id }) => ({ course_id: courseId, person_id: id, role: 'student' })))
  const poisoned = people.slice(STUDENTS).map(({ id }) => ({ exercise_id: exerciseId, person_id: id, attempt: 1, exercise_revision_id: revision.id, answer: JSON.stringify({ format: 'nomenklatura-answer', version: 1, script: 'CREATE TABLE t (a int);', dialect: 'none' }) }))
  await db('hand_ins').insert(poisoned)
}

/** Somebody at a browser: what a request that fails acknowledged is nothing. */
class Person {
  private cookie = ''
  private id = ''

  constructor(readonly email: string) {}

  async signIn(): Promise<this> {
    const { body, headers } = (await this.ask('POST', '/session', { email: this.email, password: 'vault-demo-pass' }))!
    this.cookie = headers.getSetCookie()[0]!.split(';')[0]!
    this.id = body.id as string
    return this
  }

  async ask(method: string, path: string, body?: unknown): Promise<{ body: Record<string, unknown>, headers: Headers } | undefined> {
    const origin = `http://127.0.0.1:${port}`
    const headers = { 'Content-Type': 'application/json', 'Origin': origin, 'Cookie': this.cookie, ...this.id ? { [PERSON_HEADER]: this.id } : {} }
    try {
      const response = await fetch(`${origin}/api${path}`, { method, headers, ...body === undefined ? {} : { body: JSON.stringify(body) } })
      return response.ok ? { body: await response.json() as Record<string, unknown>, headers: response.headers } : undefined
    }
    catch { return undefined }
  }
}

interface Saved { readonly email: string, readonly number: number, readonly content: string }
const saves: Saved[] = []
const handIns: string[] = []
const comments: string[] = []

/** Writes on, and hands in now and then; after a failure it looks first at what is saved, as a page does. */
async function study(person: Person, until: number): Promise<void> {
  const { email } = person
  let base: number | undefined
  for (let i = 0; Date.now() < until; i++) {
    if (base === undefined) {
      await person.ask('POST', `/exercises/${exerciseId}/worksheet`)
      const sheet = await person.ask('GET', `/exercises/${exerciseId}/worksheet`)
      base = (sheet?.body.sheets as { script: { number: number } } | undefined)?.script.number
      if (base === undefined) await pause(300)
      continue
    }
    const content = `${EXCHANGE_HAND_INS[i % EXCHANGE_HAND_INS.length]!.script}-- ${email} ${i}\n`
    const saved = await person.ask('PUT', `/exercises/${exerciseId}/sheets/script`, { content, base })
    base = saved?.body.number as number | undefined
    if (base !== undefined) saves.push({ email, number: base, content })
    if (base !== undefined && i % 12 === 11) {
      const receipt = await person.ask('POST', `/exercises/${exerciseId}/hand-ins`, { bases: { script: base } })
      if (receipt) handIns.push(receipt.body.id as string)
    }
    await pause(150)
  }
}

async function teach(person: Person, name: string, until: number): Promise<void> {
  for (let i = 0; Date.now() < until; i++) {
    const desk = await person.ask('GET', `/exercises/${exerciseId}/desk`)
    const queue = (desk?.body.queue ?? []) as { id: string }[]
    const text = `${name} ${i}`
    if (queue.length > 0 && await person.ask('POST', `/hand-ins/${queue[i % queue.length]!.id}/comments`, { text, rule: null })) comments.push(text)
    await pause(200)
  }
}

/** A few at a time: a password is made to take long. */
async function signInAll(names: readonly string[]): Promise<Person[]> {
  const people: Person[] = []
  for (let i = 0; i < names.length; i += 8) people.push(...await Promise.all(names.slice(i, i + 8).map(name => new Person(`${name}@skarholm.example`).signIn())))
  return people
}

const killed = (child: ChildProcess): Promise<void> => new Promise((resolve) => {
  if (child.exitCode !== null || child.signalCode !== null) return resolve()
  child.once('exit', () => resolve())
  child.kill('SIGKILL')
})

/** Server and worker, the database alone, and all three at once. */
async function killThem(): Promise<void> {
  const restart = async (): Promise<void> => { application = await start() }
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
  const people = await signInAll([...Array.from({ length: STUDENTS }, (_, i) => `student.${i}`), 'ada.brandvold', 'bo.achterberg', 'ada.brandvold'])
  const until = Date.now() + RUNS_MS
  const students = people.slice(0, STUDENTS).map(person => study(person, until))
  const staff = people.slice(STUDENTS).map((person, i) => teach(person, `teacher ${i}`, until))
  await Promise.all([...students, ...staff, killThem()])
  console.log(`${saves.length} saves, ${handIns.length} hand-ins and ${comments.length} comments were acknowledged`)
  expect(saves.length).toBeGreaterThan(500)
  expect(handIns.length).toBeGreaterThan(30)

  const open = async (): Promise<string[]> => {
    const { rows } = await db.raw(`
      SELECT h.id FROM (SELECT DISTINCT ON (person_id) id, answer FROM hand_ins WHERE exercise_id = ? ORDER BY person_id, attempt DESC) h
      WHERE h.answer->>'dialect' IS DISTINCT FROM 'none' AND NOT EXISTS (SELECT FROM markings k WHERE k.hand_in_id = h.id)`, [exerciseId])
    return (rows as { id: string }[]).map(({ id }) => id)
  }
  for (let i = 0; i < 120 && (await open()).length > 0; i++) await pause(500)
  expect(await open()).toEqual([])

  const kept = await db('worksheet_revisions as r').join('worksheets as w', 'w.id', 'r.worksheet_id').join('people as p', 'p.id', 'w.person_id').where({ 'w.exercise_id': exerciseId, 'r.sheet': 'script' }).select('p.email', 'r.number', 'r.content')
  const contents = new Map(kept.map(({ email, number, content }) => [`${email} ${number}`, content]))
  expect(saves.filter(({ email, number, content }) => contents.get(`${email} ${number}`) !== content)).toEqual([])
  const stored = new Set(await db('hand_ins').pluck('id'))
  expect(handIns.filter(id => !stored.has(id))).toEqual([])
  const told = new Set(await db('comments').pluck('text'))
  expect(comments.filter(text => !told.has(text))).toEqual([])
  expect(await db('marking_failures').where('tries', '>=', 3)).toHaveLength(POISONED)
}, 240_000)
