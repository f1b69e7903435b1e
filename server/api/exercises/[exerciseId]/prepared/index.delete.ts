import { PreparedBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { drop } from '../../../../services/prepared'

/** Drops what is prepared. */
export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: PreparedBody,
  handle: ({ db, exercise, person, body }) => drop(db, exercise, body.base, person.id),
})
