import type { Db } from '../../server/repositories/database'
import { rollBack } from '../migrations'

/** Takes the demo's tables and its queue away: for `bin/demo --fresh` on a database that was named by DATABASE_URL. */
export async function startOver(db: Db): Promise<void> {
  await rollBack(db)
  await db.raw('DROP SCHEMA IF EXISTS jobs CASCADE')
}
