import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { archive } from '../../../services/exercises'

/** Deleting is by archive: nothing goes away. */
export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: ({ db, exercise, person, now }) => archive(db, exercise.id, exercise.courseId, person.id, now),
})
