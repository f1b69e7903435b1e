import { STAFF, defineRoute } from '../../../../../auth/route'
import { showWorkOf } from '../../../../../services/work-of'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, params }) => showWorkOf(db, exercise, params.personId!),
})
