import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { builtinModules } from 'node:module'
import { dirname, join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import { FOLDERS } from '../../packages/core/layers.mjs'

export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '')
const BUILD = join(ROOT, '.build')
/** Files below the given folders and files, without what is built or installed. */
export function filesBelow(paths) {
  return paths
    .flatMap(path => {
      const full = join(ROOT, path)
      if (!existsSync(full)) return []
      if (statSync(full).isFile()) return [full]
      return readdirSync(full, { recursive: true, withFileTypes: true })
        .filter(
          entry =>
            entry.isFile() &&
            !/(^|\/)(node_modules|\.nuxt|\.output|\.build|\.data)(\/|$)/.test(
              relative(ROOT, entry.parentPath),
            ),
        )
        .map(entry => join(entry.parentPath, entry.name))
    })
    .sort()
}

/** One hash over names and contents: what was built or passed with it need not be built or run again. */
export function hashOf(paths, salt = '') {
  const hash = createHash('sha256').update(salt)
  for (const file of filesBelow(paths))
    hash.update(relative(ROOT, file)).update('\0').update(readFileSync(file)).update('\0')
  return hash.digest('hex')
}

export function readStamp(name) {
  const file = join(BUILD, 'stamps', name)
  return existsSync(file) ? readFileSync(file, 'utf8') : ''
}

export function writeStamp(name, value) {
  mkdirSync(join(BUILD, 'stamps'), { recursive: true })
  writeFileSync(join(BUILD, 'stamps', name), value)
}

/** In the browser there are none of Node's parts, and the engine asks for none: they are empty. */
const NO_NODE = {
  name: 'no-node',
  setup: build => {
    build.onResolve({ filter: new RegExp(`^(node:)?(${builtinModules.join('|')})$`) }, ({ path }) => ({
      path,
      namespace: 'no-node',
    }))
    build.onLoad({ filter: /.*/, namespace: 'no-node' }, () => ({ contents: 'module.exports = {}' }))
  },
}

/** Scripts of this folder find the project by where they lie: a bundle uses them as they are. */
const OUR_SUPPORT = {
  name: 'support',
  setup: build =>
    build.onResolve({ filter: /\/bin\/support\/\w+\.mjs$/ }, ({ path }) => ({
      path: join('../bin/support', path.split('/').at(-1)),
      external: true,
    })),
}

/** What worker threads run: whole, since beside the built server lie only the packages that that needs. */
const THREAD = 'server/pool/thread.ts'
const SANDBOX_THREAD = 'sandbox/node-thread.ts'
const BROWSER_THREAD = 'sandbox/browser-thread.ts'
export const COMMAND_LINE = 'cli/main.ts'

/** The bundle of the worker threads; it lies beside the programs that start them. */
export const bundleThread = () => bundle(THREAD)

/**
 * All that engines for scripts start from, in one folder: the thread, PostgreSQL compiled to WebAssembly with its
 * files, and the image of an engine that was set up once. Answers the folder.
 */
export async function bundleSandbox() {
  const folder = join(BUILD, 'sandbox')
  const thread = await bundle(SANDBOX_THREAD)
  mkdirSync(folder, { recursive: true })
  copyFileSync(thread, join(folder, 'thread.mjs'))
  const hash = hashOf(['sandbox/image.ts', 'sandbox/write-image.ts', 'package-lock.json'])
  if (readStamp('sandbox') === hash && existsSync(join(folder, 'image.tar'))) return folder
  for (const file of ['pglite.wasm', 'pglite.data'])
    copyFileSync(join(ROOT, 'node_modules/@electric-sql/pglite/dist', file), join(folder, file))
  const { status } = spawnSync(
    process.execPath,
    [await bundle('sandbox/write-image.ts'), join(folder, 'image.tar')],
    {
      stdio: ['ignore', 'inherit', 'inherit'],
    },
  )
  if (status !== 0) throw new Error('The image that engines for scripts start from could not be made.')
  writeStamp('sandbox', hash)
  return folder
}

/**
 * What the engine of a row trial is loaded from in the browser: its worker, and what engines start from, packed.
 * Answers the folder.
 */
export async function bundleBrowserEngine() {
  const from = await bundleSandbox()
  const folder = join(BUILD, 'engine')
  const stamp = `${readStamp('sandbox')} as gz.bin`
  if (readStamp('engine') !== stamp || !existsSync(join(folder, 'image.tar.gz.bin'))) {
    rmSync(folder, { recursive: true, force: true })
    mkdirSync(folder, { recursive: true })
    for (const file of ['pglite.wasm', 'pglite.data', 'image.tar'])
      writeFileSync(join(folder, `${file}.gz.bin`), gzipSync(readFileSync(join(from, file))))
    writeStamp('engine', stamp)
  }
  copyFileSync(await bundle(BROWSER_THREAD), join(folder, 'thread.js'))
  return folder
}

/** Changes whenever something of it does: it stands in its address, and may be kept for good there. */
export const browserEngineVersion = () =>
  hashOf(['packages/core/src', 'sandbox', 'package-lock.json', 'bin/support/bundle.mjs']).slice(0, 16)

/** Packages are in the bundle where none lie beside it. */
function withPackages(entry) {
  if (entry === BROWSER_THREAD) return {}
  if (![THREAD, SANDBOX_THREAD, COMMAND_LINE].includes(entry)) return { packages: 'external' }
  const js = "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);"
  return { banner: { js } }
}

/**
 * Bundles a TypeScript program for plain Node, or for a worker of the browser, only when its sources changed;
 * answers the path of the bundle.
 */
export async function bundle(entry) {
  const isOfBrowser = entry === BROWSER_THREAD
  const name = entry.replace(/\.ts$/, '').replaceAll('/', '-')
  // A command loads what it needs, and no more: its parts lie beside each other.
  const outfile = entry === COMMAND_LINE ? join(BUILD, name, 'main.mjs') : join(BUILD, `${name}.mjs`)
  const hash = hashOf(
    [
      'packages/core/src',
      'server',
      'shared',
      'db',
      'cli',
      'files',
      'bench',
      'sandbox',
      'package-lock.json',
      'bin/support/bundle.mjs',
    ],
    entry,
  )
  if (readStamp(name) === hash && existsSync(outfile)) return outfile
  const { build } = await import('esbuild')
  mkdirSync(dirname(outfile), { recursive: true })
  await build({
    entryPoints: [join(ROOT, entry)],
    ...(entry === COMMAND_LINE
      ? { outdir: dirname(outfile), splitting: true, outExtension: { '.js': '.mjs' } }
      : { outfile }),
    bundle: true,
    platform: isOfBrowser ? 'browser' : 'node',
    format: 'esm',
    target: isOfBrowser ? 'es2022' : 'node20',
    sourcemap: entry === COMMAND_LINE || isOfBrowser ? false : 'inline',
    logLevel: 'warning',
    minify: isOfBrowser || entry === COMMAND_LINE,
    ...withPackages(entry),
    // It starts its threads from a file of its own.
    ...(entry === COMMAND_LINE ? { external: ['piscina'] } : {}),
    plugins: isOfBrowser ? [NO_NODE] : [OUR_SUPPORT],
    alias: {
      '@nomenklatura/core': join(ROOT, 'packages/core/src/index.ts'),
      ...Object.fromEntries(
        FOLDERS.map(folder => [
          `@nomenklatura/core/${folder}`,
          join(ROOT, `packages/core/src/${folder}/index.ts`),
        ]),
      ),
      '#shared': join(ROOT, 'shared'),
    },
  })
  writeStamp(name, hash)
  return outfile
}
