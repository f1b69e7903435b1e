import { NewExerciseBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { newExercise } from '../../../services/exercises'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  body: NewExerciseBody,
  handle: async ({ db, courseId, body, person }) => ({
    id: await newExercise(db, courseId, person.id, body),
  }),
})
