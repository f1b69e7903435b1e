import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { prepareForEngine } from '../../../../services/prepared'

/** Prepares the exercise as it stands, to be marked by the engine of today. */
export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: ({ db, exercise, person }) => prepareForEngine(db, exercise, person.id),
})
