import { STAFF, defineRoute } from '../../../../auth/route'
import { removeComment, showHandIn } from '../../../../services/desk'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  async handle({ db, handIn, params }) {
    await removeComment(db, handIn.id, params.commentId!)
    return showHandIn(db, handIn.id)
  },
})
