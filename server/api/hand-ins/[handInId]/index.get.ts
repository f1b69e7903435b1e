import { STAFF, defineRoute } from '../../../auth/route'
import { showHandIn } from '../../../services/hand-in-view'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  handle: ({ db, handIn }) => showHandIn(db, handIn.id),
})
