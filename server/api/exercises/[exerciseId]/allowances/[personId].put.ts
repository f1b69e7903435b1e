import { AllowanceBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { allow } from '../../../../services/exercises'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: AllowanceBody,
  handle: ({ db, exercise, params, body, person }) => allow(db, exercise, params.personId!, body, person.id),
})
