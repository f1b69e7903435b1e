import { SaveBody } from '#shared/requests'
import { MEMBER, defineRoute } from '../../../auth/route'
import { saveScript } from '../../../services/worksheets'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  body: SaveBody,
  handle: ({ db, exercise, person, role, body, now }) => saveScript(db, exercise.id, person.id, role, body, now),
})
