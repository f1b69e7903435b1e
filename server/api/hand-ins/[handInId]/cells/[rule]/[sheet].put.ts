import { OverrideBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../../../auth/route'
import { decide } from '../../../../../services/decisions'
import { showHandIn } from '../../../../../services/hand-in-view'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  body: OverrideBody,
  async handle({ db, handIn, params, body, person }) {
    await decide(db, handIn, { rule: params.rule!, sheet: params.sheet! }, body, person.id)
    return showHandIn(db, handIn.id)
  },
})
