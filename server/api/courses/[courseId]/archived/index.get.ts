import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { archivedExercises } from '../../../../repositories/archive'

/** The exercises that are put away. */
export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  handle: ({ db, courseId }) => archivedExercises(db, courseId),
})
