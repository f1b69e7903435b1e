import { STAFF, defineRoute } from '../../../auth/route'
import { showAgreement } from '../../../services/mistakes'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise }) => showAgreement(db, exercise.id),
})
