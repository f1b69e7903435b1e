import { STAFF, defineRoute } from '../../../../auth/route'
import { showRevisions } from '../../../../services/prepared'

/** The versions of the exercise that counted, the newest first. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise }) => showRevisions(db, exercise.id),
})
