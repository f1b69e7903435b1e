import { defineRoute } from '../../auth/route'
import { endSession } from '../../auth/session'

export default defineRoute({ access: { to: 'anyone' }, handle: ({ event, db }) => endSession(event, db) })
