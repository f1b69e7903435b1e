import { STAFF, defineRoute } from '../../../../../auth/route'
import { dependenciesOf } from '../../../../../services/pairing'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  handle: async ({ db, handIn, params }) => ({ lines: await dependenciesOf(db, handIn, params.rule!) }),
})
