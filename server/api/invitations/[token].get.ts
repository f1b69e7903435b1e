import { defineRoute } from '../../auth/route'
import { showInvitation } from '../../services/members'

export default defineRoute({
  access: { to: 'anyone' },
  handle: ({ db, params, now }) => showInvitation(db, params.token!, now),
})
