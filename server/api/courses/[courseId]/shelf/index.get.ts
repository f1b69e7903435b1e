import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { shelfLines } from '../../../../services/shelf'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  handle: () => Promise.resolve(shelfLines()),
})
