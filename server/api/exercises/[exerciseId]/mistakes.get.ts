import { STAFF, defineRoute } from '../../../auth/route'
import { showAllMistakes } from '../../../services/mistakes'

/** The same mistakes of the class, the largest group first. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise }) => showAllMistakes(db, exercise.id),
})
