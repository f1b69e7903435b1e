import { defineRoute } from '../../../auth/route'
import { showFeedback } from '../../../services/desk'

export default defineRoute({ access: { to: 'own' }, handle: ({ db, handIn }) => showFeedback(db, handIn) })
