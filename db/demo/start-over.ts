import type { Db } from '../../server/repositories/database'
import { rollBack } from '../migrations'
import { INSTRUCTOR } from './people'

/** Every person of the demo has an address at this place, which is nobody's (RFC 2606). */
const DEMO_PLACE = INSTRUCTOR.email.slice(INSTRUCTOR.email.indexOf('@'))

/**
 * Refuses to touch a database in which anybody is who is not of the demo: they and their work would be lost,
 * or mixed up with made-up people.
 */
export async function refuseOthers(db: Db): Promise<void> {
  if (!(await db.schema.hasTable('people'))) return
  const others = await db('people')
    .whereNot('email', 'like', `%${DEMO_PLACE}`)
    .count<{ count: string }[]>('* as count')
    .first()
  const count = Number(others?.count ?? 0)
  if (count > 0)
    throw new Error(
      `This database has ${count === 1 ? 'a person who is' : `${count} people who are`} not of the demo: the demo is neither loaded nor begun again here. Name another database by DATABASE_URL.`,
    )
}

/**
 * Takes the demo's tables and its queue away: for `bin/demo --fresh` on a database that was named by
 * DATABASE_URL.
 */
export async function startOver(db: Db): Promise<void> {
  await rollBack(db)
  await db.raw('DROP SCHEMA IF EXISTS jobs CASCADE')
}
