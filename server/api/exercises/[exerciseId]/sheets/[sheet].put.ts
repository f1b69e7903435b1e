import { SaveBody } from '#shared/requests'
import { MEMBER, defineRoute } from '../../../../auth/route'
import { saveSheet } from '../../../../services/worksheets'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  namesPerson: true,
  body: SaveBody,
  handle: ({ db, exercise, person, role, params, body, now }) =>
    saveSheet(db, exercise.id, person.id, role, { ...body, sheet: params.sheet! }, now),
})
