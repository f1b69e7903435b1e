import { defineRoute } from '../../../auth/route'
import { myInvitations } from '../../../services/members'

export default defineRoute({
  access: { to: 'person' },
  handle: ({ db, person, now }) => myInvitations(db, person, now),
})
