import { setResponseHeaders } from 'h3'
import { STAFF, defineRoute } from '../../../../auth/route'
import { courseMarksCsv, showCourseMarks } from '../../../../services/course-marks'
import { fileNameOf } from '#shared/words'

/** The marks of a course as a table that spreadsheet programs read. */
export default defineRoute({
  access: { to: 'course', allow: STAFF },
  handle: async ({ db, event, courseId, role, now }) => {
    const marks = await showCourseMarks(db, courseId, role, now)
    setResponseHeaders(event, {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': `attachment; filename="${fileNameOf(marks.course.name)}-marks.csv"`,
    })
    return `\uFEFF${courseMarksCsv(marks)}`
  },
})
