import { GivenBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../../auth/route'
import { give } from '../../../../services/given'
import { showHandIn } from '../../../../services/hand-in-view'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  body: GivenBody,
  async handle({ db, exercise, handIn, params, body, person }) {
    await give(db, exercise, handIn, params.criterion!, body, person.id)
    return showHandIn(db, handIn.id)
  },
})
