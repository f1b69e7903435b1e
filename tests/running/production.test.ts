import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ROOT, bundleThread } from '../../bin/support/bundle.mjs'
import type { Cluster } from '../../bin/support/cluster.mjs'
import { freePort, startCluster } from '../browser/support'

/**
 * The production road of docs/RUNNING.md, walked as it is written: migrate, start, worker, the first person,
 * health, a restart of the database, SIGTERM, backup and restore.
 */
let folder: string
let cluster: Cluster
let port: number
let env: NodeJS.ProcessEnv
const children: ChildProcess[] = []
const pause = (ms: number): Promise<void> => new Promise(done => setTimeout(done, ms))

beforeAll(async () => {
  folder = mkdtempSync(join(process.getuid!() === 0 ? '/var/tmp' : tmpdir(), 'nomenklatura-production-'))
  cluster = await startCluster(join(folder, 'cluster'), 'production', { port: await freePort() })
  port = await freePort()
  env = {
    ...process.env,
    DATABASE_URL: cluster.url,
    NUXT_SESSION_PASSWORD: 'a-password-for-the-tests-of-32-chars-or-more',
    HOST: '127.0.0.1',
    NITRO_HOST: '127.0.0.1',
    PORT: String(port),
    NITRO_PORT: String(port),
    NODE_ENV: 'production',
    NUXT_SESSION_SECURE: 'true',
    NOMENKLATURA_METRICS: 'true',
    CI: '',
  }
  await bundleThread()
}, 120_000)
afterAll(() => {
  for (const child of children) if (child.exitCode === null && child.pid) child.kill('SIGKILL')
  cluster?.stop()
  cluster?.remove()
  rmSync(folder, { recursive: true, force: true })
})

function npm(...args: string[]): {
  child: ChildProcess
  output: () => string
  ended: Promise<number | null>
} {
  const child = spawn('npm', args, { cwd: ROOT, env, stdio: ['ignore', 'pipe', 'pipe'] })
  children.push(child)
  let output = ''
  for (const stream of [child.stdout!, child.stderr!])
    stream.on('data', text => {
      output += String(text)
    })
  return { child, output: () => output, ended: new Promise(resolve => child.once('close', resolve)) }
}
async function ask(
  path: string,
  options: RequestInit = {},
): Promise<{ status: number; body: Record<string, unknown>; headers: Headers }> {
  const origin = `http://127.0.0.1:${port}`
  const send = (): Promise<Response> =>
    fetch(`${origin}${path}`, {
      ...options,
      headers: { 'Content-Type': 'application/json', 'Origin': origin, ...options.headers },
    })
  // A connection that was kept may be closed by the server in the moment in which it is used again.
  const response = await send().catch((error: Error & { cause?: { code?: string } }) => {
    if (error.cause?.code !== 'UND_ERR_SOCKET' || options.method) throw error
    return send()
  })
  const text = await response.text()
  return {
    status: response.status,
    body: text.startsWith('{') ? (JSON.parse(text) as Record<string, unknown>) : { text },
    headers: response.headers,
  }
}
async function until(what: string, holds: () => Promise<boolean>, withinMs = 60_000): Promise<void> {
  const end = Date.now() + withinMs
  while (!(await holds().catch(() => false))) {
    if (Date.now() > end) throw new Error(`${what}: not within ${withinMs / 1000} s`)
    await pause(250)
  }
}
const isReady = async (): Promise<boolean> => (await ask('/api/health')).status === 200

describe('production', () => {
  const hasSystemd = spawnSync('systemd-analyze', ['--version']).status === 0
  it.runIf(hasSystemd)('its units are sound', () => {
    for (const name of ['web', 'worker']) {
      const { stderr, status } = spawnSync(
        'systemd-analyze',
        ['verify', join(ROOT, `docs/running/nomenklatura-${name}.service`)],
        { encoding: 'utf8' },
      )
      expect([status, stderr]).toEqual([0, ''])
    }
  })

  let web: ReturnType<typeof npm>
  let worker: ReturnType<typeof npm>
  async function stopBoth(): Promise<void> {
    web.child.kill('SIGTERM')
    worker.child.kill('SIGTERM')
    const ends = await Promise.race([
      Promise.all([web.ended, worker.ended]),
      pause(20_000).then(() => 'still there'),
    ])
    expect(ends).not.toBe('still there')
  }

  it('starts before it is migrated, says what is missing, and is ready after', async () => {
    web = npm('start')
    worker = npm('run', 'worker')
    await until('live', async () => (await ask('/api/health/live')).status === 200)
    expect(await ask('/api/health')).toMatchObject({ status: 503, body: { live: true, ready: false } })
    expect(await npm('run', 'migrate').ended).toBe(0)
    await until('ready', isReady)
    expect((await ask('/api/health')).body).toEqual({
      live: true,
      ready: true,
      faults: [],
      oldestUnmarkedSeconds: null,
    })
    await until('the worker is ready', async () => worker.output().includes('worker ready'))
  }, 180_000)

  it('the first person gives the word that the start printed', async () => {
    await until('the word', async () => /needs this word: \S+/.test(web.output()))
    const word = /needs this word: (\S+)/.exec(web.output())![1]!
    const person = { name: 'Ada Brandvold', email: 'ada@skarholm.example', password: 'cold store 1908' }
    expect(
      (
        await ask('/api/first-person', {
          method: 'POST',
          body: JSON.stringify({ ...person, word: 'not it' }),
        })
      ).status,
    ).toBe(403)
    const first = await ask('/api/first-person', {
      method: 'POST',
      body: JSON.stringify({ ...person, word }),
    })
    expect(first.status).toBe(200)
    expect(first.headers.getSetCookie()[0]).toMatch(/; HttpOnly; Secure; SameSite=Lax/i)
    expect(first.headers.get('strict-transport-security')).toBe('max-age=31536000')
  })

  it('unknown paths and methods are told in the problem shape; pages come without a word of what serves them', async () => {
    expect(await ask('/api/no/such/thing')).toMatchObject({
      status: 404,
      body: { code: 'not-found', status: 404 },
    })
    const wrong = await ask('/api/session', { method: 'PUT', body: '{}' })
    expect(wrong).toMatchObject({ status: 405, body: { code: 'method-not-allowed' } })
    expect(wrong.headers.get('allow')).toBe('DELETE, GET, POST')
    const page = await ask('/')
    expect(page.headers.get('x-powered-by')).toBeNull()
    expect(page.headers.get('content-security-policy')).toContain('script-src')
  })

  it('a request is one line of JSON without what was written; figures are in the open text format', async () => {
    await ask('/api/session', {
      method: 'POST',
      body: JSON.stringify({ email: 'ada@skarholm.example', password: 'not this secret one' }),
    })
    await until('the line', async () => web.output().includes('"status":401'))
    const line = JSON.parse(
      web
        .output()
        .split('\n')
        .find(text => text.includes('"status":401'))!,
    ) as Record<string, unknown>
    expect(Object.keys(line).sort()).toEqual([
      'event',
      'level',
      'method',
      'ms',
      'requestId',
      'route',
      'status',
      'time',
    ])
    expect(web.output()).not.toMatch(/not this secret one|ada@skarholm/)
    expect((await ask('/metrics')).body.text).toContain('nomenklatura_request_seconds_count')
  })

  it('outlives the database: not ready while it is away, ready again by itself, and so is the worker', async () => {
    cluster.kill()
    await until('not ready', async () => (await ask('/api/health')).status === 503)
    expect((await ask('/api/health/live')).status).toBe(200)
    expect(
      await ask('/api/session', {
        method: 'POST',
        body: JSON.stringify({ email: 'ada@skarholm.example', password: 'cold store 1908' }),
      }),
    ).toMatchObject({ status: 503, body: { code: 'busy' } })
    await pause(3000)
    cluster = await startCluster(join(folder, 'cluster'), 'production', { port: cluster.port })
    await until('ready again', isReady)
    await until(
      'signs in again',
      async () =>
        (
          await ask('/api/session', {
            method: 'POST',
            body: JSON.stringify({ email: 'ada@skarholm.example', password: 'cold store 1908' }),
          })
        ).status === 200,
    )
    expect(worker.child.exitCode).toBeNull()
    expect(worker.output()).not.toMatch(/UnhandledPromise|triggerUncaught/)
  }, 120_000)

  it('a backup is restored to the same rows', async () => {
    const backup = join(folder, 'backup.dump')
    const run = (program: string, ...args: string[]) => {
      const ran = spawnSync(join(cluster.binaries, program), args, { encoding: 'utf8' })
      expect(ran.status, ran.stderr).toBe(0)
      return ran.stdout
    }
    const rows = (): string =>
      run(
        'psql',
        '-d',
        cluster.url,
        '-tAc',
        "SELECT count(*) || md5(string_agg(p::text, '' ORDER BY id)) FROM people p; SELECT count(*) FROM migrations; SELECT count(*) FROM jobs.queue",
      )
    const before = rows()
    run('pg_dump', '--format=custom', `--file=${backup}`, cluster.url)
    await stopBoth()
    run(
      'psql',
      '-d',
      cluster.url,
      '-c',
      'DROP SCHEMA public CASCADE; DROP SCHEMA jobs CASCADE; CREATE SCHEMA public;',
    )
    const restore = ['--clean', '--if-exists', '--no-owner', '--single-transaction']
    run('pg_restore', ...restore, '-d', cluster.url, backup)
    expect(rows()).toBe(before)
    web = npm('start')
    worker = npm('run', 'worker')
    await until('ready', isReady)
  }, 60_000)

  it('one migration goes down and up again, and a lock that was kept is given back', async () => {
    const newest = (): string =>
      spawnSync(
        join(cluster.binaries, 'psql'),
        ['-d', cluster.url, '-tAc', 'SELECT name FROM migrations ORDER BY id DESC LIMIT 1'],
        { encoding: 'utf8' },
      ).stdout.trim()
    const before = newest()
    expect(await npm('run', 'migrate', '--', 'down').ended).toBe(0)
    expect(newest()).not.toBe(before)
    spawnSync(join(cluster.binaries, 'psql'), [
      '-d',
      cluster.url,
      '-c',
      'UPDATE migrations_lock SET is_locked = 1',
    ])
    expect(await npm('run', 'migrate').ended).toBe(2)
    expect(await npm('run', 'migrate', '--', 'unlock').ended).toBe(0)
    expect(await npm('run', 'migrate').ended).toBe(0)
    expect(newest()).toBe(before)
  }, 120_000)

  it('SIGTERM reaches server and worker, and both end', async () => {
    await stopBoth()
    await expect(ask('/api/health/live')).rejects.toThrow()
  }, 40_000)
})
