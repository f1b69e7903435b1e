import { DemoSignInBody } from '#shared/requests'
import { defineRoute } from '../../auth/route'
import { beginSession } from '../../auth/session'
import { findPersonByEmail } from '../../repositories/people'
import { demoPeople } from '../../services/demo-people'
import { notFound } from '../../services/problem'

/** One click instead of a password: for the people of the demo, and only where the demo runs. */
export default defineRoute({
  access: { to: 'anyone' },
  body: DemoSignInBody,
  async handle({ event, db, body, now }) {
    const known = (await demoPeople(db)).some(({ email }) => email === body.email)
    const person = known ? await findPersonByEmail(db, body.email) : undefined
    if (!person) throw notFound()
    await beginSession(event, db, person.id, now)
    return { id: person.id, name: person.name, email: person.email }
  },
})
