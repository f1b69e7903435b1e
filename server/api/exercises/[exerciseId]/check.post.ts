import { CheckBody } from '#shared/requests'
import { MEMBER, defineRoute } from '../../../auth/route'
import { check } from '../../../services/checking'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  body: CheckBody,
  handle: ({ db, exercise, person, role, body, now }) => check(db, exercise.id, person.id, role, body, now),
})
