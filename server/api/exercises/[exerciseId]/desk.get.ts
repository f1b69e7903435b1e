import { STAFF, defineRoute } from '../../../auth/route'
import { showDesk } from '../../../services/desk'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, role }) => showDesk(db, exercise.id, role),
})
