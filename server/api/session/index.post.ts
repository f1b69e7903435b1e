import { getRequestIP } from 'h3'
import { SignInBody } from '#shared/requests'
import { defineRoute } from '../../auth/route'
import { beginSession } from '../../auth/session'
import { signIn } from '../../services/people'

export default defineRoute({
  access: { to: 'anyone' },
  body: SignInBody,
  async handle({ event, db, body, now }) {
    const person = await signIn(db, { ...body, from: getRequestIP(event) ?? 'unknown' }, now)
    await beginSession(event, person.id)
    return person
  },
})
