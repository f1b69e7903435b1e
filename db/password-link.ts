import { closeDatabase, database } from '../server/repositories/database'
import { findPersonByEmail } from '../server/repositories/people'
import { putNewLink } from '../server/services/members'

/**
 * npm run password-link -- E-MAIL: for whoever runs the installation, and for people whom no instructor may
 * help.
 */
const [, , email = ''] = process.argv
const person = await findPersonByEmail(database(), email.toLowerCase())
if (person) console.log(`/password/${await putNewLink(database(), person.id, null)}`)
else {
  console.error(`Nobody has the address "${email}".`)
  process.exitCode = 2
}
await closeDatabase()
