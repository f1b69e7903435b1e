import { STAFF, defineRoute } from '../../../../auth/route'
import { removeComment } from '../../../../services/decisions'
import { showHandIn } from '../../../../services/hand-in-view'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  async handle({ db, handIn, params }) {
    await removeComment(db, handIn.id, params.commentId!)
    return showHandIn(db, handIn.id)
  },
})
