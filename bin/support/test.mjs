import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buildApplication } from './build.mjs'
import { ROOT, hashOf, readStamp, writeStamp } from './bundle.mjs'
import { startCluster } from './cluster.mjs'

const HELP = `bin/test [--all]            runs every check; a stage whose files are as they were when it last passed is passed over
bin/test NAME [ARGUMENTS]   runs one: format, lint, types, build, core, reference, app, cli, server, engines, bench, browser, running
                            ARGUMENTS go on to it: bin/test server losing-nothing -t "at the due moment"

  --all               run everything again (so does CI=true)
  DATABASE_URL=URL    use this PostgreSQL server's database for the tests that need one, and start none (its tables are dropped!)`

const args = process.argv.slice(2)
if (args.includes('--help')) {
  console.log(HELP)
  process.exit(0)
}
const runAll = args.includes('--all') || process.env.CI === 'true'
/** One stage, or a part of one, by its short name; what follows is for its program. */
const [only, ...rest] = args[0]?.startsWith('-') ? [] : args
const CORE = ['packages/core', 'tests/reference', 'db/demo', 'vitest.config.ts', 'package-lock.json']
const SERVER = [
  'server',
  'files',
  'shared',
  'db',
  'packages/core/src',
  'vitest.config.ts',
  'package-lock.json',
]
const EVERYTHING = [
  'app',
  'bin',
  'bench',
  'cli',
  'db',
  'docs/schemas',
  'files',
  'packages',
  'public',
  'sandbox',
  'server',
  'shared',
  'tests',
  'nuxt.config.ts',
  'eslint.config.mjs',
  'vitest.config.ts',
  'package.json',
  'package-lock.json',
]
const bin = name => join(ROOT, 'node_modules/.bin', name)
/** Vitest with these projects, or with the one that was asked for. */
const vitest = (...projects) => {
  const chosen = projects.includes(only) ? [only] : projects
  return [bin('vitest'), ['run', ...chosen.flatMap(name => ['--project', name]), ...rest]]
}

let starting
let cluster
let folder
const passed = []

async function databaseFor(name) {
  if (process.env.DATABASE_URL) return process.env.DATABASE_URL
  folder ??= mkdtempSync(join(process.getuid() === 0 ? '/var/tmp' : tmpdir(), 'nomenklatura-test-'))
  // Stages beside each other share it.
  starting ??= startCluster(join(folder, 'cluster'), name)
  cluster = await starting
  return cluster.url
}

/** So many stages run at one time where they may: two processors are busy with them, and a third waits for engines. */
const AT_ONCE = 3

/**
 * `beside`: stages of one word may run at the same time; they begin in the order of this list, so what takes
 * longest stands first. `keys` are their short names.
 */
const STAGES = [
  {
    name: 'prepare',
    paths: ['nuxt.config.ts', 'package-lock.json', 'app/components', 'app/pages'],
    run: () => [bin('nuxt'), ['prepare']],
  },
  {
    name: 'lint',
    keys: ['lint'],
    beside: 'static',
    paths: EVERYTHING,
    run: () => [bin('eslint'), ['--max-warnings', '0', ...(rest.length > 0 ? rest : ['.'])]],
  },
  // ESLint has this rule too, and follows the imports of each file anew: half a minute of a processor, for a second.
  {
    name: 'circles of imports',
    keys: ['lint'],
    beside: 'static',
    paths: ['packages/core/src', 'server', 'shared', 'package-lock.json'],
    run: () => [
      bin('oxlint'),
      ['--import-plugin', '-A', 'all', '-D', 'import/no-cycle', 'packages/core/src', 'server', 'shared'],
    ],
  },
  {
    name: 'types of the application',
    keys: ['types'],
    beside: 'static',
    paths: EVERYTHING,
    // The application; what runs without Vue is checked below, and need not be twice.
    run: () => [bin('vue-tsc'), ['--noEmit', '-p', '.nuxt/tsconfig.app.json']],
  },
  {
    name: 'types of programs',
    keys: ['types'],
    beside: 'static',
    paths: EVERYTHING,
    run: () => [bin('tsc'), ['-p', 'tsconfig.programs.json']],
  },
  {
    name: 'layout of the text',
    keys: ['format'],
    beside: 'static',
    paths: [...EVERYTHING, '.prettierrc.json'],
    run: () => [bin('prettier'), ['--check', '--cache', '--log-level', 'warn', '.']],
  },
  {
    name: 'types of the core',
    keys: ['types'],
    beside: 'static',
    paths: ['packages/core'],
    run: () => [bin('tsc'), ['-p', 'packages/core']],
  },
  {
    name: 'tests of the sandbox',
    keys: ['sandbox'],
    beside: 'units',
    paths: [...CORE, 'sandbox', 'tests/sandbox', 'tests/support'],
    run: async () => [
      ...vitest('sandbox'),
      { DATABASE_URL: await databaseFor('nomenklatura_sandbox_tests') },
    ],
  },
  // It keeps one processor: while tests wait for theirs it is made for the browser tests. Not beside the types,
  // which read what it writes anew.
  {
    name: 'build',
    keys: ['build'],
    beside: 'units',
    paths: EVERYTHING,
    run: () => [
      process.execPath,
      ['-e', "import('./bin/support/build.mjs').then(build => build.buildApplication(console.log))"],
    ],
  },
  {
    name: 'core and reference tests',
    keys: ['core', 'reference'],
    beside: 'units',
    paths: CORE,
    run: () => vitest('core', 'reference'),
  },
  {
    name: 'tests against other engines',
    keys: ['engines'],
    beside: 'units',
    paths: [...CORE, 'tests/engines', 'bin/support/corpus.mjs'],
    run: async () => [...vitest('engines'), { DATABASE_URL: await databaseFor('nomenklatura_engine_tests') }],
  },
  {
    name: 'server tests',
    keys: ['server'],
    beside: 'units',
    paths: [...SERVER, 'tests/server'],
    run: async () => [...vitest('server'), { DATABASE_URL: await databaseFor('nomenklatura_server_tests') }],
  },
  {
    name: 'command line tests',
    keys: ['cli'],
    beside: 'units',
    paths: [...CORE, 'cli', 'files', 'bin', 'tests/cli', 'docs/schemas'],
    run: () => vitest('cli'),
  },
  {
    name: 'tests of the interface',
    keys: ['app'],
    beside: 'units',
    paths: ['app', 'shared', 'tests/app', 'vitest.config.ts', 'package-lock.json'],
    run: () => vitest('app'),
  },
  {
    name: 'benchmarks, in short',
    keys: ['bench'],
    beside: 'units',
    paths: ['bench', 'packages/core/src'],
    run: () => [process.execPath, ['bin/support/run.mjs', 'bench/main.ts', '--short']],
  },
  {
    name: 'browser tests',
    keys: ['browser', 'running'],
    paths: EVERYTHING,
    run: async () => {
      buildApplication(text => console.log(text))
      return [
        ...vitest('browser', 'running'),
        { DATABASE_URL: await databaseFor('nomenklatura_browser_tests') },
      ]
    },
  },
]

function finish(code) {
  cluster?.stop()
  if (folder) {
    cluster?.remove()
    rmSync(folder, { recursive: true, force: true })
  }
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => finish(130))

/**
 * Runs a stage and gives its status and how long it took; beside others its output is kept, given, and printed
 * whole at the end.
 */
async function runStage({ name, run }, isBeside) {
  const begun = Date.now()
  let status
  let output = ''
  try {
    const [command, commandArgs, env] = await run()
    const options = { cwd: ROOT, env: { ...process.env, ...env, NUXT_TELEMETRY_DISABLED: '1' } }
    if (isBeside) {
      const child = spawn(command, commandArgs, { ...options, stdio: ['ignore', 'pipe', 'pipe'] })
      for (const stream of [child.stdout, child.stderr])
        stream.on('data', text => {
          output += text
        })
      status = await new Promise(done => child.on('close', done).on('error', () => done(1)))
      console.log(`\n== ${name}\n${output.trim()}`)
    } else {
      console.log(`\n== ${name}`)
      status = spawnSync(command, commandArgs, { ...options, stdio: 'inherit' }).status
    }
  } catch (error) {
    console.error(error.message)
  }
  return { name, status, output, seconds: Math.round((Date.now() - begun) / 1000) }
}

/** So many of its last lines a stage that failed says again where everything ends: a log is often cut before. */
const SAID_AGAIN = 60

function sayAgain({ name, output }) {
  const lines = output.trim().split('\n').slice(-SAID_AGAIN)
  if (output) console.error(`\n== ${name}, its end again\n${lines.join('\n')}`)
}

/** Runs all of them, so many at once as may be, and gives what came of each in their order. */
async function runBeside(stages) {
  const results = stages.map(() => undefined)
  let next = 0
  const takeTurns = async () => {
    while (next < stages.length) {
      const i = next++
      results[i] = await runStage(stages[i], stages.length > 1)
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, takeTurns))
  return results
}

const chosen = only === undefined ? STAGES : STAGES.filter(({ keys }) => keys?.includes(only))
if (chosen.length === 0) {
  console.error(`There is no check named ${only}.\n\n${HELP}`)
  process.exit(2)
}

/** Stages in the order of the list, those that may run at the same time together. */
const groups = []
for (const stage of chosen) {
  const last = groups.at(-1)
  if (stage.beside !== undefined && last?.[0].beside === stage.beside) last.push(stage)
  else groups.push([stage])
}

for (const group of groups) {
  const due = group.filter(({ name, paths }) => {
    if (runAll || only !== undefined || readStamp(stampOf(name)) !== hashOf(paths, name)) return true
    console.log(`· ${name}: unchanged since it passed`)
    passed.push(name)
    return false
  })
  const hashes = new Map(due.map(({ name, paths }) => [name, hashOf(paths, name)]))
  const results = await runBeside(due)
  for (const { name, status, seconds } of results) {
    if (status === 0) {
      if (only === undefined) writeStamp(stampOf(name), hashes.get(name))
      passed.push(name)
      console.log(`${name}: passed in ${seconds} s`)
    } else console.error(`\n${name} failed after ${seconds} s.`)
  }
  const failed = results.filter(({ status }) => status !== 0)
  if (failed.length > 0) {
    failed.forEach(sayAgain)
    console.log(`stages: ${passed.length} passed, ${failed.length} failed`)
    finish(1)
  }
}
console.log(`\nstages: ${passed.length} passed, 0 failed`)
finish(0)

function stampOf(name) {
  return `test-${name.replaceAll(/\W+/g, '-')}`
}
