import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { showLikeness } from '../../../services/likeness'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: ({ db, exercise }) => showLikeness(db, exercise.id),
})
