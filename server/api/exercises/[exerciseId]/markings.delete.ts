import { STAFF, defineRoute } from '../../../auth/route'
import { stop } from '../../../services/marking'

/** Stops the marking of a class: what was marked stays, what waits waits until somebody asks again. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, now }) => stop(db, exercise.id, now),
})
