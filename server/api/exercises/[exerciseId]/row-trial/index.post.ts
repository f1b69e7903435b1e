import { TrialWorkBody } from '#shared/requests'
import { MEMBER, defineRoute } from '../../../../auth/route'
import { tryRows } from '../../../../services/row-trials'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  body: TrialWorkBody,
  handle: ({ db, exercise, person, role, body }) => tryRows(db, exercise.id, person.id, role, body),
})
