import { defineRoute } from '../../auth/route'
import { endOtherSessions } from '../../auth/session'

/** Signs out everywhere else. */
export default defineRoute({
  access: { to: 'person' },
  handle: async ({ event, db, person }) => ({ ended: await endOtherSessions(event, db, person.id) }),
})
