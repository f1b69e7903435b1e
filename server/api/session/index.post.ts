import { SignInBody } from '#shared/requests'
import { defineRoute } from '../../auth/route'
import { placeOf } from '../../auth/place'
import { beginSession } from '../../auth/session'
import { signIn } from '../../services/people'

export default defineRoute({
  access: { to: 'anyone' },
  body: SignInBody,
  async handle({ event, db, body, now }) {
    const person = await signIn(db, { ...body, from: placeOf(event) }, now)
    await beginSession(event, db, person.id, now)
    return person
  },
})
