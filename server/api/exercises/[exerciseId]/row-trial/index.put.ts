import { RowTrialBody } from '#shared/requests'
import { MEMBER, defineRoute } from '../../../../auth/route'
import { saveRowTrial } from '../../../../services/row-trials'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  namesPerson: true,
  body: RowTrialBody,
  handle: ({ db, exercise, person, role, body, now }) =>
    saveRowTrial(db, exercise.id, person.id, role, body, now),
})
