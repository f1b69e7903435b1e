import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { takeBack } from '../../../services/exercises'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: ({ db, exercise, person, now }) => takeBack(db, exercise.id, person.id, now),
})
