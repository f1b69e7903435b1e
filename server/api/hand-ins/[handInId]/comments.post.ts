import { CommentBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../auth/route'
import { comment } from '../../../services/decisions'
import { showHandIn } from '../../../services/hand-in-view'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  body: CommentBody,
  async handle({ db, handIn, body, person }) {
    await comment(db, handIn.id, body.text, body.rule, person.id)
    return showHandIn(db, handIn.id)
  },
})
