import { PasswordBody } from '#shared/requests'
import { defineRoute } from '../../auth/route'
import { endOtherSessions } from '../../auth/session'
import { changePassword } from '../../services/people'

/** A new password; everywhere else one is signed out. */
export default defineRoute({
  access: { to: 'person' },
  body: PasswordBody,
  async handle({ event, db, person, body }) {
    await changePassword(db, person, body)
    return { ended: await endOtherSessions(event, db, person.id) }
  },
})
