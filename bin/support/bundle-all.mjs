// Bundles the programs that production runs beside the built server, so that they need not be when they
// start.
import { bundle, bundleSandbox, bundleThread } from './bundle.mjs'

for (const entry of ['server/jobs/worker.ts', 'db/migrate.ts', 'db/password-link.ts']) await bundle(entry)
await bundleThread()
await bundleSandbox()
