import createKnex from 'knex'
import { bundleThread } from '../../../bin/support/bundle.mjs'
import { migrate } from '../../../db/migrations'
import { SCHEMA_TEMPLATE, createDatabase } from '../../support/databases'

/** Once, before the tests of the server: the worker threads are bundled, and the database that files copy is made. */
export default async function prepare(): Promise<void> {
  process.env.NOMENKLATURA_LOG_LEVEL ??= 'silent' // faults that tests bring about are not told
  process.env.NOMENKLATURA_THREAD = await bundleThread()
  const db = createKnex({ client: 'pg', connection: await createDatabase(SCHEMA_TEMPLATE) })
  await migrate(db)
  await db.destroy()
}
