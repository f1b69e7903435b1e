import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { listInvitations } from '../../../../repositories/invitations'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  handle: ({ db, courseId }) => listInvitations(db, courseId),
})
