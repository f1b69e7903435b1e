import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { takeOutExercise } from '../../../../services/archive'

/** Takes an exercise out again. */
export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  handle: ({ db, courseId, params, person }) =>
    takeOutExercise(db, params.archivedId!, { courseId, personId: person.id }),
})
