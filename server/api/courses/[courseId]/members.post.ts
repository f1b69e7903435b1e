import { MemberBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { addMember } from '../../../services/people'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  body: MemberBody,
  handle: ({ db, courseId, body, person }) => addMember(db, courseId, body, person.id),
})
