import { closeDatabase, database } from '../server/repositories/database'
import { migrate } from './migrations'

await migrate(database())
await closeDatabase()
