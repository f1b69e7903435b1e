import { runProgram } from '../../bin/support/application.mjs'
import { bundle } from '../../bin/support/bundle.mjs'
import { DEMO_TEMPLATE, createDatabase } from '../support/databases'

const DONE = 'NOMENKLATURA_DEMO_TEMPLATE_OF'

/**
 * The demo is loaded once, before all tests of whichever kind, into a database that each file copies; the
 * programs that they start are bundled.
 */
export default async function prepare(): Promise<void> {
  if (process.env[DONE] === process.env.DATABASE_URL) return
  process.env[DONE] = process.env.DATABASE_URL
  await runProgram('db/demo/load.ts', [], { DATABASE_URL: await createDatabase(DEMO_TEMPLATE) })
  for (const program of ['server/jobs/worker.ts', 'db/migrate.ts']) await bundle(program)
}
