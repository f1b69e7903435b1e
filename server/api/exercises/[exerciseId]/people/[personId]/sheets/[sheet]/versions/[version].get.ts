import { STAFF, defineRoute } from '../../../../../../../../auth/route'
import { showVersion } from '../../../../../../../../services/versions'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: ({ db, exercise, role, params }) =>
    showVersion(
      db,
      { exerciseId: exercise.id, personId: params.personId!, role, sheet: params.sheet! },
      params.version!,
    ),
})
