import { NameBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../../auth/route'
import { previewGlossary } from '../../../../services/pairing'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  body: NameBody,
  handle: ({ db, exercise, body }) => previewGlossary(db, exercise, body),
})
