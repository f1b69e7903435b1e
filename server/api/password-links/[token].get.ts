import { defineRoute } from '../../auth/route'
import { showPasswordLink } from '../../services/members'

export default defineRoute({
  access: { to: 'anyone' },
  handle: ({ db, params, now }) => showPasswordLink(db, params.token!, now),
})
