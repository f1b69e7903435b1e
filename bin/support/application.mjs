// Starts web server and worker against a database, and stops what it started.
import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { ROOT, bundle, bundleSandbox, bundleThread } from './bundle.mjs'

/** The secret that seals sessions: made once and kept, so that a restart signs nobody out. */
export function sessionPassword(folder) {
  if (process.env.NUXT_SESSION_PASSWORD) return process.env.NUXT_SESSION_PASSWORD
  const file = join(folder, 'session-password')
  if (!existsSync(file)) {
    mkdirSync(folder, { recursive: true })
    writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  }
  return readFileSync(file, 'utf8').trim()
}

export function isFree(port) {
  return new Promise(resolve => {
    const server = createServer()
    server.once('error', () => resolve(false))
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)))
  })
}

const LONGEST_RUN_MS = 300_000

/**
 * Runs a bundled program to its end; throws with its output when it fails, or does not end within five
 * minutes.
 */
export async function runProgram(entry, args, env) {
  const [file] = [await bundle(entry), await bundleThread(), await bundleSandbox()]
  const ran = spawnSync(process.execPath, ['--enable-source-maps', file, ...args], {
    env: { ...process.env, ...env },
    encoding: 'utf8',
    maxBuffer: 16 * 1024 * 1024,
    timeout: LONGEST_RUN_MS,
    killSignal: 'SIGKILL',
  })
  if (ran.error?.code === 'ETIMEDOUT')
    throw new Error(
      `${entry} did not end within ${LONGEST_RUN_MS / 1000} s:\n${`${ran.stdout}${ran.stderr}`.split('\n').slice(-30).join('\n')}`,
    )
  if (ran.status !== 0)
    throw new Error(`${entry} failed:\n${`${ran.stdout}${ran.stderr}`.split('\n').slice(-30).join('\n')}`)
  return ran.stdout
}

/**
 * Starts server and worker; answers their processes and a function that ends them. `output` is "inherit" or
 * "ignore".
 */
export async function startApplication({ databaseUrl, port, password, demo, output = 'ignore' }) {
  const env = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    NUXT_SESSION_PASSWORD: password,
    NOMENKLATURA_DEMO: demo ? 'true' : 'false',
    PORT: String(port),
    HOST: '127.0.0.1',
    NITRO_PORT: String(port),
    NITRO_HOST: '127.0.0.1',
    NODE_ENV: 'production',
  }
  const workerFile = await bundle('server/jobs/worker.ts')
  await bundleThread()
  await bundleSandbox()
  const start = file =>
    spawn(process.execPath, ['--enable-source-maps', file], {
      cwd: ROOT,
      env,
      stdio: ['ignore', output, output],
    })
  const server = start(join(ROOT, '.output/server/index.mjs'))
  const worker = start(workerFile)
  const stop = async () => {
    for (const child of [server, worker])
      if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM')
    await Promise.all([server, worker].map(child => ended(child, 6000)))
  }
  await answers(`http://127.0.0.1:${port}/api/health`, server)
  return { server, worker, stop, env }
}

/** Waits until a process has ended; after `timeoutMs` it is killed. */
export function ended(child, timeoutMs) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve()
  return new Promise(resolve => {
    const timer = setTimeout(() => child.kill('SIGKILL'), timeoutMs)
    child.once('exit', () => {
      clearTimeout(timer)
      resolve()
    })
  })
}

async function answers(url, server) {
  for (let i = 0; i < 150; i++) {
    if (server.exitCode !== null)
      throw new Error(
        'The server ended as soon as it was started. Run it with NOMENKLATURA_LOG=1 to see why.',
      )
    try {
      if ((await fetch(url)).ok) return
    } catch {
      /* not yet */
    }
    await new Promise(resolve => setTimeout(resolve, 200))
  }
  throw new Error(`The server did not answer at ${url}.`)
}
