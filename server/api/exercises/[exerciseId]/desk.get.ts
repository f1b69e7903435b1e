import { STAFF, defineRoute } from '../../../auth/route'
import { showDesk } from '../../../services/desk'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise }) => showDesk(db, exercise.id),
})
