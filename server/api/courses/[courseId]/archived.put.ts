import { PutAwayBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { putCourseAway } from '../../../services/archive'

/** Puts a course away. */
export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  body: PutAwayBody,
  handle: ({ db, courseId, person, now }) => putCourseAway(db, { courseId, personId: person.id }, now),
})
