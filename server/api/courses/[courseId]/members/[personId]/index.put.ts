import { MemberChangeBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../../auth/route'
import { changeMember } from '../../../../../services/members'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  body: MemberChangeBody,
  handle: ({ db, courseId, params, body, person }) =>
    changeMember(db, courseId, params.personId!, body, person),
})
