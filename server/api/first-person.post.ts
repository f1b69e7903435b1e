import { FirstPersonBody } from '#shared/requests'
import { defineRoute } from '../auth/route'
import { beginSession } from '../auth/session'
import { makeFirstPerson } from '../services/people'

export default defineRoute({
  access: { to: 'anyone' },
  body: FirstPersonBody,
  async handle({ event, db, body, now }) {
    const person = await makeFirstPerson(db, body)
    await beginSession(event, db, person.id, now)
    return person
  },
})
