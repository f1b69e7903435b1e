import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import createKnex, { type Knex } from 'knex'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startApplication } from '../../bin/support/application.mjs'
import { demoInto } from '../support/databases'
import type { Cluster } from '../../bin/support/cluster.mjs'
import {
  openAddress,
  startStandby,
  withPort,
  type Address,
  type Standby,
} from '../../bin/support/standby.mjs'
import { freePort, startCluster, type Application } from '../browser/support'
import { enrol, lostOf, pause, signInAll, study, unmarkedOf, type Acknowledged } from './traffic'

/**
 * The database's machine is lost under thirty students: its standby (PostgreSQL's streaming replication, each
 * commit waits for it) is promoted and the address leads there. What was acknowledged is on the standby, web
 * and worker go on without a restart.
 */
const STUDENTS = 30
const RUNS_MS = 18_000

let folder: string
let primary: Cluster
let standby: Standby
let address: Address
let port: number
let application: Application
let exerciseId: string
let onStandby: Knex

beforeAll(async () => {
  folder = mkdtempSync(join(process.getuid!() === 0 ? '/var/tmp' : tmpdir(), 'nomenklatura-failover-'))
  primary = await startCluster(join(folder, 'primary'), 'failover', { port: await freePort() })
  demoInto(primary.url)
  const db = createKnex({ client: 'pg', connection: primary.url })
  exerciseId = (await enrol(db, STUDENTS)).exerciseId
  await db.destroy()
  standby = await startStandby(join(folder, 'standby'), primary)
  onStandby = createKnex({ client: 'pg', connection: standby.url })
  address = await openAddress(primary.port)
  port = await freePort()
  application = await startApplication({
    databaseUrl: withPort(primary.url, address.port),
    port,
    password: 'a-password-for-the-tests-of-32-chars-or-more',
    demo: true,
  })
}, 300_000)
afterAll(async () => {
  await application?.stop()
  address?.close()
  await onStandby?.destroy()
  for (const server of [standby, primary]) {
    server?.stop()
    server?.remove()
  }
  rmSync(folder, { recursive: true, force: true })
})

const health = async (): Promise<{ ready: boolean; faults: string[] }> =>
  (await (await fetch(`http://127.0.0.1:${port}/api/health`)).json()) as { ready: boolean; faults: string[] }

it('a standby has each acknowledged save, takes none itself, and takes over when it is promoted', async () => {
  const acknowledged: Acknowledged = { saves: [], handIns: [] }
  const people = await signInAll(
    Array.from({ length: STUDENTS }, (_, i) => `student.${i}`),
    port,
  )
  const until = Date.now() + RUNS_MS
  const studying = Promise.all(people.map(person => study(person, exerciseId, until, acknowledged)))
  await pause(5000)
  // A replica to read from: backups and reports are made there.
  expect(
    await lostOf(onStandby, exerciseId, {
      saves: [...acknowledged.saves],
      handIns: [...acknowledged.handIns],
    }),
  ).toEqual({ saves: 0, handIns: 0 })
  await expect(onStandby('people').update({ name: 'x' })).rejects.toMatchObject({ code: '25006' })

  const before = acknowledged.saves.length
  const lostAt = Date.now()
  primary.kill()
  address.leadTo(standby.port)
  await pause(1000)
  expect((await health()).ready).toBe(false)
  standby.promote()
  const promotedAt = Date.now()
  await studying
  const first = acknowledged.saves.find(({ at }) => at > promotedAt)
  console.log(
    `${before} saves before the loss, ${acknowledged.saves.length} and ${acknowledged.handIns.length} hand-ins in all; promoted ${promotedAt - lostAt} ms after it, the first save ${(first?.at ?? Number.NaN) - promotedAt} ms later`,
  )
  expect(before).toBeGreaterThan(100)
  expect(first).toBeDefined()
  expect(await lostOf(onStandby, exerciseId, acknowledged)).toEqual({ saves: 0, handIns: 0 })
  expect(await health()).toMatchObject({ ready: true, faults: [] })
  for (let i = 0; i < 120 && (await unmarkedOf(onStandby, exerciseId)).length > 0; i++) await pause(500)
  expect(await unmarkedOf(onStandby, exerciseId)).toEqual([])
}, 180_000)
