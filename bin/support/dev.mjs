// Development: the demo's data in a cluster of its own, a worker, and pages that follow each change: npm run dev.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ended, isFree, runProgram, sessionPassword } from './application.mjs'
import { ROOT, bundle, bundleSandbox, bundleThread } from './bundle.mjs'
import { startCluster } from './cluster.mjs'

const HELP = `npm run dev      the demo with pages that follow each change of app/ and server/; Ctrl-C stops all of it

  PORT=3000             where to serve
  DATABASE_URL=URL      use this PostgreSQL database and start none

What computes in threads (packages/core, server/pool) and the worker are bundled when this begins: start it anew after a change there.`

if (process.argv.includes('--help')) {
  console.log(HELP)
  process.exit(0)
}

const folder = join(ROOT, '.data/dev')
const children = []
let cluster
let stopping = false

async function stop(code) {
  if (stopping) return
  stopping = true
  for (const child of children) if (child.exitCode === null) child.kill('SIGTERM')
  await Promise.all(children.map(child => ended(child, 6000)))
  cluster?.stop()
  process.exit(code)
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0))

try {
  const port = process.env.PORT ?? '3000'
  if (!(await isFree(Number(port))))
    throw new Error(`Port ${port} is taken. Choose another: PORT=3100 npm run dev`)
  cluster = process.env.DATABASE_URL ? undefined : await startCluster(folder, 'nomenklatura_dev')
  const env = {
    ...process.env,
    DATABASE_URL: process.env.DATABASE_URL ?? cluster.url,
    NOMENKLATURA_THREAD: await bundleThread(),
    NOMENKLATURA_SANDBOX: await bundleSandbox(),
    NUXT_SESSION_PASSWORD: sessionPassword(folder),
    NOMENKLATURA_DEMO: 'true',
    NUXT_TELEMETRY_DISABLED: '1',
  }
  console.log(await runProgram('db/demo/load.ts', [], env))
  const start = (file, ...args) => {
    const child = spawn(process.execPath, [file, ...args], {
      cwd: ROOT,
      env,
      stdio: ['ignore', 'inherit', 'inherit'],
    })
    child.once('exit', () => void stop(1))
    children.push(child)
  }
  start(await bundle('server/jobs/worker.ts'))
  start(join(ROOT, 'node_modules/nuxt/bin/nuxt.mjs'), 'dev', '--host', '127.0.0.1', '--port', port)
} catch (error) {
  console.error(error.message)
  await stop(1)
}
