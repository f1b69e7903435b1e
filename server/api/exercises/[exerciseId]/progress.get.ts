import { STAFF, defineRoute } from '../../../auth/route'
import { progress } from '../../../services/marking'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise }) => progress(db, exercise.id),
})
