import { STAFF, defineRoute } from '../../../../auth/route'
import { showPrepared } from '../../../../services/prepared'

/** What is prepared and not yet taken, and who moves by it; null where nothing is. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: async ({ db, exercise }) => ({ prepared: await showPrepared(db, exercise.id) }),
})
