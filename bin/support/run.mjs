// Runs a TypeScript program of this project in plain Node: node bin/support/run.mjs PROGRAM.ts [arguments]
import { pathToFileURL } from 'node:url'
import { COMMAND_LINE, bundle, bundleSandbox, bundleThread } from './bundle.mjs'

const [, , entry, ...rest] = process.argv
const file = await bundle(entry)
if (entry !== COMMAND_LINE) await bundleThread()
// What runs scripts needs engines.
if (entry === 'server/jobs/worker.ts' || rest.includes('--run'))
  process.env.NOMENKLATURA_SANDBOX ??= await bundleSandbox()
process.argv = [process.argv[0], file, ...rest]
await import(pathToFileURL(file).href)
