import { STAFF, defineRoute } from '../../../auth/route'
import { showSetting } from '../../../services/exercises'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise }) => showSetting(db, exercise.id),
})
