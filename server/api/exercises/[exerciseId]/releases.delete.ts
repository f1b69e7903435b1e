import { ReleaseBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { takeMarksBack } from '../../../services/releases'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: ReleaseBody,
  handle: async ({ db, exercise, person, body }) => ({
    takenBack: await takeMarksBack(db, exercise, person.id, body.handIns),
  }),
})
