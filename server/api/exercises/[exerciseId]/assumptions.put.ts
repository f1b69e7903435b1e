import { AssumptionsBody } from '#shared/requests'
import { MEMBER, defineRoute } from '../../../auth/route'
import { saveAssumptions } from '../../../services/assumptions'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  body: AssumptionsBody,
  namesPerson: true,
  handle: ({ db, exercise, person, role, body, now }) =>
    saveAssumptions(db, exercise.id, person.id, role, body, now),
})
