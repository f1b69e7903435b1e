import { InviteBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { invite } from '../../../../services/members'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  body: InviteBody,
  handle: ({ db, courseId, body, person, now }) => invite(db, courseId, body.people, person.id, now),
})
