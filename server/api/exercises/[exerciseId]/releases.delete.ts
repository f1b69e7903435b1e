import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { takeMarksBack } from '../../../services/releases'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: async ({ db, exercise, person }) => ({ takenBack: await takeMarksBack(db, exercise, person.id) }),
})
