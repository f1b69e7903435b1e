import { STAFF, defineRoute } from '../../../auth/route'
import { showLedger } from '../../../services/ledger'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise }) => showLedger(db, exercise.id),
})
