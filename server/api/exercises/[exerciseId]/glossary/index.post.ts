import { TakeNameBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { askAndGoOn } from '../../../../jobs/queue'
import { takeName } from '../../../../services/pairing'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: TakeNameBody,
  async handle({ db, exercise, body, person }) {
    await takeName(db, exercise, body, person.id)
    return { asked: await askAndGoOn(exercise.id) }
  },
})
