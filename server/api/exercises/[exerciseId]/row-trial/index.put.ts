import { RowTrialBody } from '#shared/requests'
import { MEMBER, defineRoute } from '../../../../auth/route'
import { ROW_TRIAL, saveBeside } from '../../../../services/kept-beside'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  namesPerson: true,
  body: RowTrialBody,
  handle: ({ db, exercise, person, role, body, now }) =>
    saveBeside(db, ROW_TRIAL, { exerciseId: exercise.id, personId: person.id, role, ...body }, now),
})
