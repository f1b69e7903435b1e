import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { shareNothing } from '../../../../services/sharing'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: ({ db, exercise }) => shareNothing(db, exercise.id),
})
