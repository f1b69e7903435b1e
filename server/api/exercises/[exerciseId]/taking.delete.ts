import { STAFF, defineRoute } from '../../../auth/route'
import { letGo } from '../../../repositories/sharing'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, person }) => letGo(db, exercise.id, person.id, null),
})
