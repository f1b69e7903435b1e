import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, expect, it } from 'vitest'
import { ownedFolder, startCluster, type Cluster } from '../../bin/support/cluster.mjs'

let folder: string
let cluster: Cluster | undefined
afterEach(() => {
  cluster?.stop()
  cluster?.remove()
  rmSync(folder, { recursive: true, force: true })
})

/** What psql says to somebody who gives this password, or none. */
function ask(port: number, password?: string): { status: number | null; stdout: string } {
  const { PGPASSWORD: _, ...env } = process.env
  return spawnSync(
    'psql',
    ['-h', '127.0.0.1', '-p', String(port), '-U', 'nomenklatura', '-d', 'closed', '-wtAc', 'SELECT 1'],
    { encoding: 'utf8', env: password === undefined ? env : { ...env, PGPASSWORD: password } },
  )
}

it('the demo’s database opens to nobody without its password, and one that once did gets one', async () => {
  folder = mkdtempSync(join(process.getuid!() === 0 ? '/var/tmp' : tmpdir(), 'nomenklatura-closed-'))
  cluster = await startCluster(join(folder, 'cluster'), 'closed')
  const { password } = new URL(cluster.url)
  expect(ask(cluster.port).status).not.toBe(0)
  expect(ask(cluster.port, password)).toMatchObject({ status: 0, stdout: '1\n' })

  // As clusters were made before there was a password.
  const place = ownedFolder(join(folder, 'cluster'))
  const rules = join(place, 'data/pg_hba.conf')
  writeFileSync(rules, readFileSync(rules, 'utf8').replaceAll('scram-sha-256', 'trust'))
  rmSync(join(place, 'database-password'))
  cluster.stop()
  cluster = await startCluster(join(folder, 'cluster'), 'closed')
  const after = new URL(cluster.url).password
  expect(after).not.toBe(password)
  expect(ask(cluster.port).status).not.toBe(0)
  expect(ask(cluster.port, after).status).toBe(0)
}, 60_000)
