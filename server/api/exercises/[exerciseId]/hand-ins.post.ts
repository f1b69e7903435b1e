import { HandInBody } from '#shared/requests'
import { STUDENT, defineRoute } from '../../../auth/route'
import { askForMissing, queue } from '../../../jobs/queue'
import { handIn } from '../../../services/handing-in'

export default defineRoute({
  access: { to: 'exercise', allow: STUDENT },
  body: HandInBody,
  async handle({ db, exercise, person, body, now }) {
    const receipt = await handIn(db, exercise.id, person.id, body.bases, now)
    // Committed: the receipt stands whatever happens now. Should asking fail, a worker finds the hand-in by itself.
    await queue().then(boss => askForMissing(boss, exercise.id)).catch(error => console.error(`queue: ${(error as Error).message}`))
    return receipt
  },
})
