import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { archive } from '../../../services/archive'

/** Deleting is by archive: nothing goes away. */
export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: ({ db, exercise, person, now }) =>
    archive(db, exercise.id, { courseId: exercise.courseId, personId: person.id }, now),
})
