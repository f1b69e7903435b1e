import { STAFF, defineRoute } from '../../../../auth/route'
import { showExport } from '../../../../services/exports'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, person }) => showExport(db, exercise.id, person.id),
})
