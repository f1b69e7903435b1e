import { closeDatabase, database } from '../server/repositories/database'
import { freeLock, migrate, step } from './migrations'

process.env.DATABASE_STATEMENT_TIMEOUT ??= '0'
const HELP =
  'npm run migrate             brings the schema to the newest shape\nnpm run migrate -- up|down   one migration up or down\nnpm run migrate -- unlock    gives back the lock that a killed migration kept'

async function run(what: string | undefined): Promise<void> {
  switch (what) {
    case undefined:
      return migrate(database())
    case 'up':
    case 'down':
      return void console.log((await step(database(), what)).join('\n') || 'Nothing to do.')
    case 'unlock':
      return freeLock(database())
    default:
      throw new Error(`I do not know "${what}".\n${HELP}`)
  }
}

try {
  await run(process.argv[2])
} catch (error) {
  console.error((error as Error).message)
  process.exitCode = 2
}
await closeDatabase()
