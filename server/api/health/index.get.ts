import { setResponseStatus } from 'h3'
import { defineRoute } from '../../auth/route'
import { readiness } from '../../services/health'

/** Whether this process can do its work: for whoever sends requests to it. */
export default defineRoute({
  access: { to: 'anyone' },
  async handle({ event, db }) {
    const health = await readiness(db)
    if (!health.ready) setResponseStatus(event, 503)
    return health
  },
})
