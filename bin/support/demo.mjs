import { join, resolve } from 'node:path'
import { isFree, runProgram, sessionPassword, startApplication } from './application.mjs'
import { buildApplication } from './build.mjs'
import { ROOT } from './bundle.mjs'
import { startCluster } from './cluster.mjs'

const HELP = `bin/demo [--fresh]      starts Nomenklatura with the demo data and prints the address; Ctrl-C stops everything it started

  --fresh               begin again with new demo data (the demo's own database only)
  PORT=3000             where to serve; a port that was asked for and is taken is an error, the usual one is moved
  NOMENKLATURA_DATA=DIR where the demo keeps its database (default: .data/demo)
  DATABASE_URL=URL      use this PostgreSQL database and start none
  NOMENKLATURA_LOG=1    show what server and worker print`

const args = process.argv.slice(2)
if (args.includes('--help')) {
  console.log(HELP)
  process.exit(0)
}
const unknown = args.find(arg => arg !== '--fresh')
if (unknown) fail(`I do not know "${unknown}".\n\n${HELP}`)

const say = text => console.log(text)
const folder = resolve(process.env.NOMENKLATURA_DATA ?? join(ROOT, '.data/demo'))
let cluster
let application
let stopping = false

async function stop(code) {
  if (stopping) return
  stopping = true
  say('\nStopping …')
  await application?.stop()
  cluster?.stop()
  process.exit(code)
}

function fail(message) {
  console.error(message)
  process.exit(2)
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0))

try {
  const port = await choosePort()
  buildApplication(say)
  let databaseUrl = process.env.DATABASE_URL
  const fresh = args.includes('--fresh')
  if (!databaseUrl) {
    cluster = await startCluster(folder, 'nomenklatura_demo')
    if (fresh) {
      cluster.dropDatabase()
      cluster = await startCluster(folder, 'nomenklatura_demo')
    }
    databaseUrl = cluster.url
  }
  const people = await runProgram('db/demo/load.ts', fresh && process.env.DATABASE_URL ? ['--fresh'] : [], {
    DATABASE_URL: databaseUrl,
  })
  application = await startApplication({
    databaseUrl,
    port,
    password: sessionPassword(folder),
    demo: true,
    output: process.env.NOMENKLATURA_LOG ? 'inherit' : 'ignore',
  })
  say(`\nNomenklatura is at  http://127.0.0.1:${port}\n\n${people.trimEnd()}\n\nCtrl-C stops it.`)
  for (const [name, child] of [
    ['server', application.server],
    ['worker', application.worker],
  ]) {
    child.once('exit', code => {
      if (!stopping)
        say(
          `The ${name} ended by itself (${code ?? 'killed'}). Nothing that was saved is lost; start bin/demo again.`,
        )
      void stop(1)
    })
  }
} catch (error) {
  console.error(error.message)
  await stop(1)
}

async function choosePort() {
  const asked = process.env.PORT
  if (asked) {
    if (!/^\d+$/.test(asked) || Number(asked) < 1 || Number(asked) > 65_535)
      fail(`PORT=${asked} is not a port.`)
    if (!(await isFree(Number(asked))))
      fail(`Port ${asked} is taken by another program. Choose another: PORT=3100 bin/demo`)
    return Number(asked)
  }
  for (let port = 3000; port < 3100; port++)
    if (await isFree(port)) {
      if (port !== 3000) say(`Port 3000 is taken by another program; serving at ${port}.`)
      return port
    }
  return fail('No port between 3000 and 3099 is free. Choose one: PORT=4000 bin/demo')
}
