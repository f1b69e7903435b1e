import { ReleaseBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { release } from '../../../services/releases'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: ReleaseBody,
  handle: ({ db, exercise, person, body }) => release(db, exercise.id, person.id, body.handIns),
})
