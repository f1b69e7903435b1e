import { INSTRUCTOR, defineRoute } from '../../../../../auth/route'
import { takeFromShelf } from '../../../../../services/shelf'

/** Told in one of its worlds, by the place of that in the list. */
export default defineRoute({
  access: { to: 'course', allow: INSTRUCTOR },
  handle: ({ params }) => Promise.resolve(takeFromShelf(params['name']!, Number(params['world']))),
})
