import { MEMBER, defineRoute } from '../../../auth/route'
import { removeMember } from '../../../services/members'

/** Leaving a course. */
export default defineRoute({
  access: { to: 'course', allow: MEMBER },
  handle: ({ db, courseId, person }) => removeMember(db, courseId, person.id, person.id),
})
