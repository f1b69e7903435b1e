import { STAFF, defineRoute } from '../../../auth/route'
import { trialFeedback } from '../../../services/trial-feedback'

/** What a student would be told who handed in what one has written as a trial. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, person, role, now }) => trialFeedback(db, exercise, { id: person.id, role }, now),
})
