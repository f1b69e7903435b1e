import { defineRoute } from '../../auth/route'
import { listCourses } from '../../repositories/courses'

export default defineRoute({
  access: { to: 'person' },
  handle: ({ db, person }) => listCourses(db, person.id),
})
