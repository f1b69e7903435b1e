import { MEMBER, defineRoute } from '../../../auth/route'
import { showCourse } from '../../../services/exercises'

export default defineRoute({
  access: { to: 'course', allow: MEMBER },
  handle: ({ db, courseId, person, role }) => showCourse(db, courseId, person.id, role),
})
