import { STAFF, defineRoute } from '../../../../../auth/route'
import { showMistakes } from '../../../../../services/mistakes'

/** How a rule was missed, over the class. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, params }) => showMistakes(db, exercise.id, params.rule!),
})
