import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, hashOf, readStamp, writeStamp } from './bundle.mjs'

const SOURCES = [
  'app',
  'server',
  'files',
  'shared',
  'shelf',
  'db/demo/exercises',
  'public',
  'packages/core/src',
  'sandbox',
  'packages/core/package.json',
  'nuxt.config.ts',
  'bin/support/bundle.mjs',
  'package.json',
  'package-lock.json',
]

/** Builds the application when its sources changed since the last build. */
export function buildApplication(say) {
  const hash = hashOf(SOURCES)
  if (readStamp('build') === hash && existsSync(join(ROOT, '.output/server/index.mjs'))) return
  say('Building the application; this takes two or three minutes the first time …')
  const env = {
    ...process.env,
    NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --max-old-space-size=3072`.trim(),
    NUXT_TELEMETRY_DISABLED: '1',
  }
  const built = spawnSync(process.execPath, [join(ROOT, 'node_modules/nuxt/bin/nuxt.mjs'), 'build'], {
    cwd: ROOT,
    env,
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
  })
  if (built.status !== 0)
    throw new Error(
      `The build failed:\n${`${built.stdout}${built.stderr}`.split('\n').slice(-30).join('\n')}`,
    )
  writeStamp('build', hash)
}
