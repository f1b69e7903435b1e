import { PairingPreviewBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../../auth/route'
import { previewPairing } from '../../../../services/pairing'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  body: PairingPreviewBody,
  handle: ({ db, handIn, body }) => previewPairing(db, handIn, body.pins),
})
