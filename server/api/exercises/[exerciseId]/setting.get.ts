import { STAFF, defineRoute } from '../../../auth/route'
import { showSetting } from '../../../services/exercises'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, role }) => showSetting(db, exercise.id, role),
})
