import { STAFF, defineRoute } from '../../../auth/route'
import { askForMissing, queue } from '../../../jobs/queue'

/** Mark all again: whatever has no marking under the newest rule sheet and this engine. What is unchanged keeps its marking. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: async ({ exercise }) => ({ asked: await askForMissing(await queue(), exercise.id) }),
})
