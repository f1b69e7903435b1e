import { PreparedBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { askAndGoOn } from '../../../../jobs/queue'
import { take } from '../../../../services/prepared'

/** Takes what is prepared: from now on it counts. */
export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: PreparedBody,
  handle: async ({ db, exercise, person, body }) => {
    await take(db, exercise, body.base, person.id)
    return { asked: await askAndGoOn(exercise.id) }
  },
})
