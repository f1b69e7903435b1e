import { TakingBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../auth/route'
import { takeSoftly } from '../../../services/takings'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  body: TakingBody,
  handle: ({ db, handIn, person, body, now }) => takeSoftly(db, handIn, person.id, body.over, now),
})
