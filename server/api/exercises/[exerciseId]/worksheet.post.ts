import { MEMBER, defineRoute } from '../../../auth/route'
import { begin } from '../../../services/worksheets'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  handle: async ({ db, exercise, person, role, now }) => {
    await begin(db, exercise.id, person.id, role, now)
  },
})
