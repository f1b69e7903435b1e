import { ReviewBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../auth/route'
import { review } from '../../../services/decisions'
import { showHandIn } from '../../../services/hand-in-view'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  body: ReviewBody,
  async handle({ db, handIn, body, person }) {
    await review(db, handIn.id, person.id, body)
    return showHandIn(db, handIn.id)
  },
})
