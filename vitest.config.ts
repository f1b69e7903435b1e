import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'
import { FOLDERS } from './packages/core/layers.mjs'

const core = (name: string): string =>
  fileURLToPath(new URL(`./packages/core/src/${name}/index.ts`, import.meta.url))
const alias = [
  ...FOLDERS.map(name => ({ find: `@nomenklatura/core/${name}`, replacement: core(name) })),
  {
    find: /^@nomenklatura\/core$/,
    replacement: fileURLToPath(new URL('./packages/core/src/index.ts', import.meta.url)),
  },
  { find: '#shared', replacement: fileURLToPath(new URL('./shared', import.meta.url)) },
]

export default defineConfig({
  resolve: { alias },
  test: {
    projects: [
      // The core keeps no state that a test could leave behind: its modules are loaded once for each worker,
      // not once for each file.
      {
        extends: true,
        test: {
          name: 'core',
          include: ['packages/core/test/**/*.test.ts'],
          testTimeout: 60_000,
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          name: 'reference',
          include: ['tests/reference/**/*.test.ts'],
          testTimeout: 60_000,
          isolate: false,
        },
      },
      { extends: true, test: { name: 'app', include: ['tests/app/**/*.test.ts'], isolate: false } },
      { extends: true, test: { name: 'cli', include: ['tests/cli/**/*.test.ts'], testTimeout: 60_000 } },
      {
        extends: true,
        test: {
          name: 'server',
          isolate: false,
          globalSetup: 'tests/server/support/prepare.ts',
          setupFiles: 'tests/server/support/own-database.ts',
          include: ['tests/server/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 120_000,
          maxWorkers: 2,
          sequence: { groupOrder: 3 },
        },
      },
      {
        extends: true,
        test: {
          name: 'engines',
          include: ['tests/engines/**/*.test.ts'],
          isolate: false,
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      {
        extends: true,
        test: {
          name: 'sandbox',
          globalSetup: 'tests/sandbox/prepare.ts',
          include: ['tests/sandbox/**/*.test.ts'],
          testTimeout: 300_000,
          hookTimeout: 120_000,
          fileParallelism: false,
          isolate: false,
          sequence: { groupOrder: 4 },
        },
      },
      // Files of the browser tests have databases of their own, and a person who types leaves the processor
      // idle: three at a time. What takes machines away comes after, alone.
      {
        extends: true,
        test: {
          name: 'browser',
          globalSetup: 'tests/browser/prepare.ts',
          include: ['tests/browser/**/*.test.ts'],
          testTimeout: 300_000,
          hookTimeout: 300_000,
          maxWorkers: 3,
          sequence: { groupOrder: 1 },
        },
      },
      {
        extends: true,
        test: {
          name: 'running',
          globalSetup: 'tests/browser/prepare.ts',
          include: ['tests/running/**/*.test.ts'],
          testTimeout: 300_000,
          hookTimeout: 300_000,
          fileParallelism: false,
          sequence: { groupOrder: 2 },
        },
      },
    ],
  },
})
