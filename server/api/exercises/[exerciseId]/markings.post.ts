import { STAFF, defineRoute } from '../../../auth/route'
import { askForMissing, queue } from '../../../jobs/queue'
import { tryAgain } from '../../../services/marking'

/**
 * Mark all again: whatever has no marking under the newest rule sheet and this engine, and what could not be
 * marked. What is unchanged keeps its marking.
 */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: async ({ db, exercise }) => {
    await tryAgain(db, exercise.id)
    return { asked: await askForMissing(await queue(), { exerciseId: exercise.id }) }
  },
})
