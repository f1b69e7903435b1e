import { CourseBody } from '#shared/requests'
import { defineRoute } from '../../auth/route'
import { beginCourse } from '../../services/exercises'

export default defineRoute({
  access: { to: 'person' },
  body: CourseBody,
  handle: async ({ db, body, person }) => ({ id: await beginCourse(db, body.name, person.id) }),
})
