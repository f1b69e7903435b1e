import { TakeUpBody } from '#shared/requests'
import { defineRoute } from '../../auth/route'
import { beginSession, personOf } from '../../auth/session'
import { takeUpInvitation } from '../../services/members'

/** Takes part: with the account one is signed in to, or with a new one. */
export default defineRoute({
  access: { to: 'anyone' },
  body: TakeUpBody,
  async handle({ event, db, params, body, now }) {
    const signedIn = await personOf(event, db, now)
    const { person, courseId } = await takeUpInvitation(
      db,
      params.token!,
      { name: body.name, password: body.password },
      signedIn,
      now,
    )
    if (person.id !== signedIn?.id) await beginSession(event, db, person.id, now)
    return { courseId }
  },
})
