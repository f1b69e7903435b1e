import { MEMBER, defineRoute } from '../../../../../../auth/route'
import { showVersion } from '../../../../../../services/versions'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  handle: ({ db, exercise, person, role, params }) =>
    showVersion(
      db,
      { exerciseId: exercise.id, personId: person.id, role, sheet: params.sheet! },
      params.version!,
    ),
})
