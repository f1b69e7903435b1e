import { STAFF, defineRoute } from '../../../../auth/route'
import { queue, sendExport } from '../../../../jobs/queue'
import { askForExport, showExport } from '../../../../services/exports'

/** Asks for everything of an exercise as one file, in place of one asked for before. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: async ({ db, exercise, person, now }) => {
    const boss = await queue()
    await sendExport(boss, await askForExport(db, exercise.id, person.id, now))
    return showExport(db, exercise.id, person.id)
  },
})
