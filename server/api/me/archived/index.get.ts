import { defineRoute } from '../../../auth/route'
import { archivedCourses } from '../../../repositories/archive'

/** The courses that one has put away. */
export default defineRoute({
  access: { to: 'person' },
  handle: ({ db, person }) => archivedCourses(db, person.id),
})
