import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { withdrawInvitation } from '../../../../services/members'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  handle: ({ db, courseId, params, person }) =>
    withdrawInvitation(db, courseId, params.email!.toLowerCase(), person.id),
})
