import { HandInBody } from '#shared/requests'
import { STUDENT, defineRoute } from '../../../auth/route'
import { askAndGoOn } from '../../../jobs/queue'
import { handIn } from '../../../services/handing-in'

export default defineRoute({
  access: { to: 'exercise', allow: STUDENT },
  namesPerson: true,
  body: HandInBody,
  async handle({ db, exercise, person, body, now }) {
    const receipt = await handIn(db, exercise.id, person.id, body.bases, now, body.again ?? false)
    await askAndGoOn(exercise.id)
    return receipt
  },
})
