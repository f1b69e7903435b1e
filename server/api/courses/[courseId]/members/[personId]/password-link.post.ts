import { INSTRUCTOR, defineRoute } from '../../../../../auth/route'
import { makePasswordLink } from '../../../../../services/members'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  handle: async ({ db, courseId, params, person, now }) => ({
    token: await makePasswordLink(db, courseId, params.personId!, person.id, now),
  }),
})
