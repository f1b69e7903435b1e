import { PairingBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../../auth/route'
import { showHandIn } from '../../../../services/hand-in-view'
import { keepPairing } from '../../../../services/pairing'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  body: PairingBody,
  async handle({ db, exercise, handIn, body, person }) {
    await keepPairing(db, exercise, handIn, body, person.id)
    return showHandIn(db, handIn.id)
  },
})
