import { INSTRUCTOR, defineRoute } from '../../../../../auth/route'
import { takeFromShelf } from '../../../../../services/shelf'

export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  handle: ({ params }) => Promise.resolve(takeFromShelf(params['name']!)),
})
