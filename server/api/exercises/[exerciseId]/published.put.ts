import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { publish } from '../../../services/exercises'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: ({ db, exercise, person, now }) => publish(db, exercise.id, person.id, now),
})
