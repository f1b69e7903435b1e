import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buildApplication } from './build.mjs'
import { ROOT, hashOf, readStamp, writeStamp } from './bundle.mjs'
import { startCluster } from './cluster.mjs'

const HELP = `bin/test [--all]      runs every check; a stage whose files are as they were when it last passed is passed over

  --all               run everything again (so does CI=true)
  DATABASE_URL=URL    use this PostgreSQL server's database for the server tests, and start none (its tables are dropped!)`

const args = process.argv.slice(2)
if (args.includes('--help')) {
  console.log(HELP)
  process.exit(0)
}
const runAll = args.includes('--all') || process.env.CI === 'true'
const CORE = ['packages/core', 'tests/reference', 'db/demo', 'vitest.config.ts', 'package-lock.json']
const SERVER = ['server', 'shared', 'db', 'packages/core/src', 'vitest.config.ts', 'package-lock.json']
const EVERYTHING = ['app', 'bin', 'bench', 'cli', 'db', 'docs/schemas', 'packages', 'public', 'sandbox', 'server', 'shared', 'tests', 'nuxt.config.ts', 'eslint.config.mjs', 'vitest.config.ts', 'package.json', 'package-lock.json']
const bin = name => join(ROOT, 'node_modules/.bin', name)
const vitest = (...projects) => [bin('vitest'), ['run', ...projects.flatMap(name => ['--project', name])]]

let cluster
let folder
const passed = []

async function databaseFor(name) {
  if (process.env.DATABASE_URL) return process.env.DATABASE_URL
  folder ??= mkdtempSync(join(process.getuid() === 0 ? '/var/tmp' : tmpdir(), 'nomenklatura-test-'))
  cluster = await startCluster(join(folder, 'cluster'), name)
  return cluster.url
}

const STAGES = [
  { name: 'prepare', paths: ['nuxt.config.ts', 'package-lock.json', 'app/components', 'app/pages'], run: () => [bin('nuxt'), ['prepare']] },
  { name: 'lint', paths: EVERYTHING, run: () => [bin('eslint'), ['.', '--max-warnings', '0']] },
  { name: 'types of the core', paths: ['packages/core'], run: () => [bin('tsc'), ['-p', 'packages/core']] },
  { name: 'core and reference tests', paths: CORE, run: () => vitest('core', 'reference') },
  { name: 'types', paths: EVERYTHING, run: () => [bin('nuxt'), ['typecheck']] },
  { name: 'types of programs', paths: EVERYTHING, run: () => [bin('tsc'), ['-p', 'tsconfig.programs.json']] },
  { name: 'command line tests', paths: [...CORE, 'cli', 'bin', 'tests/cli', 'docs/schemas'], run: () => vitest('cli') },
  { name: 'server tests', paths: [...SERVER, 'tests/server'], run: async () => [...vitest('server'), { DATABASE_URL: await databaseFor('nomenklatura_server_tests') }] },
  { name: 'benchmarks, in short', paths: ['bench', 'packages/core/src'], run: () => [process.execPath, ['bin/support/run.mjs', 'bench/main.ts', '--short']] },
  {
    name: 'browser tests', paths: EVERYTHING,
    run: async () => {
      buildApplication(text => console.log(text))
      return [...vitest('browser'), { DATABASE_URL: await databaseFor('nomenklatura_browser_tests') }]
    },
  },
]

function finish(code) {
  cluster?.stop()
  if (folder) rmSync(folder, { recursive: true, force: true })
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => finish(130))

for (const { name, paths, run } of STAGES) {
  const stamp = `test-${name.replaceAll(/\W+/g, '-')}`
  const hash = hashOf(paths, name)
  if (!runAll && readStamp(stamp) === hash) {
    console.log(`· ${name}: unchanged since it passed`)
    passed.push(name)
    continue
  }
  const begun = Date.now()
  console.log(`\n== ${name}`)
  let status
  try {
    const [command, commandArgs, env] = await run()
    status = spawnSync(command, commandArgs, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env, NUXT_TELEMETRY_DISABLED: '1' } }).status
  }
  catch (error) {
    console.error(error.message)
  }
  if (status !== 0) {
    console.error(`\n${name} failed after ${Math.round((Date.now() - begun) / 1000)} s.`)
    console.log(`stages: ${passed.length} passed, 1 failed`)
    finish(1)
  }
  writeStamp(stamp, hash)
  passed.push(name)
  console.log(`${name}: passed in ${Math.round((Date.now() - begun) / 1000)} s`)
}
console.log(`\nstages: ${passed.length} passed, 0 failed`)
finish(0)
