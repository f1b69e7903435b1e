import { defineRoute } from '../../../auth/route'
import { takeOutCourse } from '../../../services/archive'

/** Takes a course out again. */
export default defineRoute({
  access: { to: 'person' },
  handle: ({ db, params, person }) => takeOutCourse(db, { courseId: params.courseId!, personId: person.id }),
})
