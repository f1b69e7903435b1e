import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { askForMissing, queue } from '../../../../jobs/queue'

/** Marks all last hand-ins under what is prepared, to see who moves; no mark changes by it. */
export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: async ({ exercise }) => ({
    asked: await askForMissing(await queue(), { exerciseId: exercise.id, prepared: true }),
  }),
})
