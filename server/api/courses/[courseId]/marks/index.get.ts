import { STAFF, defineRoute } from '../../../../auth/route'
import { showCourseMarks } from '../../../../services/course-marks'

export default defineRoute({
  access: { to: 'course', allow: STAFF },
  handle: ({ db, courseId, role, now }) => showCourseMarks(db, courseId, role, now),
})
