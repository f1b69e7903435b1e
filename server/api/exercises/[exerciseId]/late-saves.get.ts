import { STAFF, defineRoute } from '../../../auth/route'
import { showLateSaves } from '../../../services/desk'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise }) => showLateSaves(db, exercise.id),
})
