import { SchemeBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { changeScheme, showCourseMarks } from '../../../../services/course-marks'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  body: SchemeBody,
  handle: async ({ db, courseId, role, body, person, now }) => {
    await changeScheme(db, courseId, body, person.id)
    return showCourseMarks(db, courseId, role, now)
  },
})
