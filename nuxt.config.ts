import { FOLDERS } from './packages/core/layers.mjs'
import { readdirSync } from 'node:fs'
import { copyFile, cp, mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import {
  browserEngineVersion,
  bundleBrowserEngine,
  bundleSandbox,
  bundleThread,
} from './bin/support/bundle.mjs'

const core = (name: string): string =>
  fileURLToPath(new URL(`./packages/core/src/${name}/index.ts`, import.meta.url))

/** Every route under /api, by its file. */
function apiRoutes(): { method: string; path: string }[] {
  const folder = fileURLToPath(new URL('./server/api', import.meta.url))
  return readdirSync(folder, { recursive: true, encoding: 'utf8' }).flatMap(file => {
    const [, path = '', method] = /^(.*?)\.(get|post|put|delete)\.ts$/.exec(file.replaceAll('\\', '/')) ?? []
    return method ? [{ method, path: `/api/${path}`.replace(/\/index$/, '') }] : []
  })
}

/** The worker threads lie beside the built server, and what engines for scripts start from. */
async function putThreadInto(serverFolder: string): Promise<void> {
  const folder = join(serverFolder, 'workers')
  await mkdir(folder, { recursive: true })
  await copyFile(await bundleThread(), join(folder, 'server-pool-thread.mjs'))
  await cp(await bundleSandbox(), join(folder, 'sandbox'), { recursive: true })
}

/** Where the browser loads the engine of row trials from. */
const ENGINE_PATH = `/engine/${browserEngineVersion()}`

export default defineNuxtConfig({
  modules: ['@nuxt/ui', '@pinia/nuxt', '@vueuse/nuxt'],
  ssr: false,
  imports: { autoImport: true },
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Nomenklatura',
      htmlAttrs: { lang: 'en' },
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/favicon.svg' }],
    },
  },
  css: ['~/assets/main.css'],
  // Components are called by their names alone, whichever folder they are in.
  components: [
    { path: '~/components', pathPrefix: false },
    { path: '~/sheets', pathPrefix: false },
  ],
  colorMode: { preference: 'system', fallback: 'light', storageKey: 'nomenklatura-theme' },
  ui: { fonts: false, theme: { colors: ['primary', 'neutral', 'error', 'warning', 'info', 'success'] } },
  alias: Object.fromEntries(FOLDERS.map(name => [`@nomenklatura/core/${name}`, core(name)])),
  compatibilityDate: '2026-11-01',
  runtimeConfig: { public: { enginePath: ENGINE_PATH } },
  nitro: {
    publicAssets: [
      {
        dir: fileURLToPath(new URL('./.build/engine', import.meta.url)),
        baseURL: ENGINE_PATH,
        maxAge: 31_536_000,
      },
    ],
    compressPublicAssets: { gzip: true },
    errorHandler: '~~/server/error-handler.ts',
    virtual: { '#api-routes': () => `export default ${JSON.stringify(apiRoutes())}` },
  },
  // A line end between two words is a space, as Prettier lays templates out: else it takes spaces away.
  vue: { compilerOptions: { whitespace: 'preserve' } },
  vite: { worker: { format: 'es' }, build: { sourcemap: false, assetsInlineLimit: 0 } },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true, exactOptionalPropertyTypes: true } },
  },
  telemetry: false,
  // Without it the development server finds no entry for the browser (Nuxt 4.4 with Vite 7, tried).
  $development: { experimental: { viteEnvironmentApi: true } },
  hooks: {
    'build:before': async () => {
      await bundleBrowserEngine()
    },
    'nitro:init': nitro => {
      nitro.hooks.hook('compiled', () => putThreadInto(nitro.options.output.serverDir))
    },
  },
  icon: {
    provider: 'none',
    fallbackToApi: false,
    serverBundle: { collections: ['lucide'] },
    clientBundle: { scan: true },
  },
})
