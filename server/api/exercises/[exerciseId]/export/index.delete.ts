import { STAFF, defineRoute } from '../../../../auth/route'
import { stopExport } from '../../../../repositories/exports'

/** Stops the making of the file that a person asked for. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, person }) => stopExport(db, exercise.id, person.id),
})
