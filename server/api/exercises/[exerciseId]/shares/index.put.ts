import { ShareOutBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { shareOut } from '../../../../services/sharing'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: ShareOutBody,
  handle: ({ db, exercise, body }) => shareOut(db, exercise, body),
})
