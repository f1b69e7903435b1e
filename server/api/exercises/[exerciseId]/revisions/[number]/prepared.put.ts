import { INSTRUCTOR, defineRoute } from '../../../../../auth/route'
import { takeUp } from '../../../../../services/prepared'
import { notFound } from '../../../../../services/problem'

/** Prepares an old version to be taken up again. */
export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  handle: ({ db, exercise, person, params }) => {
    const number = Number(params['number'])
    if (!Number.isInteger(number) || number < 1 || number > 2_000_000_000) throw notFound()
    return takeUp(db, exercise, number, person.id)
  },
})
