import { INSTRUCTOR, defineRoute } from '../../../../../auth/route'
import { removeMember } from '../../../../../services/members'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  handle: ({ db, courseId, params, person }) => removeMember(db, courseId, params.personId!, person.id),
})
