import { MEMBER, defineRoute } from '../../../auth/route'
import { showWorksheet } from '../../../services/worksheets'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  handle: ({ db, exercise, person, role, now }) => showWorksheet(db, exercise.id, person.id, role, now),
})
