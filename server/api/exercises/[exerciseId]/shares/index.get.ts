import { STAFF, defineRoute } from '../../../../auth/route'
import { showSharing } from '../../../../services/sharing'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise }) => showSharing(db, exercise),
})
