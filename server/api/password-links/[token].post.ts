import { NewPasswordBody } from '#shared/requests'
import { defineRoute } from '../../auth/route'
import { beginSession } from '../../auth/session'
import { usePasswordLink } from '../../services/members'

export default defineRoute({
  access: { to: 'anyone' },
  body: NewPasswordBody,
  async handle({ event, db, params, body, now }) {
    const person = await usePasswordLink(db, params.token!, body.password, now)
    await beginSession(event, db, person.id, now)
    return person
  },
})
