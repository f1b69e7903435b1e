import { STAFF, defineRoute } from '../../../auth/route'
import { precedentsFor } from '../../../services/mistakes'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  handle: ({ db, handIn }) => precedentsFor(db, handIn),
})
