import { STAFF, defineRoute } from '../../../../auth/route'
import { listMembers } from '../../../../repositories/people'

export default defineRoute({
  access: { to: 'course', allow: STAFF },
  handle: ({ db, courseId }) => listMembers(db, courseId),
})
