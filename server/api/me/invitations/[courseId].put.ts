import { defineRoute } from '../../../auth/route'
import { answerInvitation } from '../../../services/members'

export default defineRoute({
  access: { to: 'person' },
  handle: ({ db, person, params, now }) => answerInvitation(db, person, params.courseId!, true, now),
})
