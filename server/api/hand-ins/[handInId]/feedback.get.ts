import { defineRoute } from '../../../auth/route'
import { showFeedback } from '../../../services/feedback'

export default defineRoute({ access: { to: 'own' }, handle: ({ db, handIn }) => showFeedback(db, handIn) })
