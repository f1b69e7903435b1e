import { STAFF, defineRoute } from '../../../../../../../../auth/route'
import { showVersions } from '../../../../../../../../services/versions'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, role, params }) =>
    showVersions(db, { exerciseId: exercise.id, personId: params.personId!, role, sheet: params.sheet! }),
})
